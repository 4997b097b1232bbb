package app.gewerk.server.knowledge;

import app.gewerk.core.AtMost;
import app.gewerk.core.account.Right;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/knowledge")
class KnowledgeController {
    private final KnowledgeService knowledge;

    KnowledgeController(KnowledgeService knowledge) {
        this.knowledge = knowledge;
    }

    /**
     * @param row its key, as the list has it
     * @param cells as they are typed; none puts the row back as it was shipped
     */
    record SaveRow(
            @AtMost(200) String row,
            int version,
            List<Cell> cells,
            @AtMost(300) String why) {}

    record Cell(String column, @AtMost(2000) String typed) {}

    /** The files of knowledge that a shop may change. */
    @GetMapping
    List<KnowledgeService.KnowledgeFile> files(Here here) {
        return knowledge.files();
    }

    /** The rows of one, as they ship and as they hold here. */
    @GetMapping("/{file}")
    KnowledgeService.Opened file(Here here, @PathVariable String file) {
        return knowledge.file(here, file);
    }

    @PutMapping("/{file}")
    @Needs(Right.SHOP)
    KnowledgeService.Opened save(
            Here here,
            @PathVariable String file,
            @RequestBody SaveRow row,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return knowledge.save(
                here, file, row.row(), row.version(), typed(row.cells()), row.why(), Optional.ofNullable(key));
    }

    /** Of a column that stands there twice the last counts. */
    private static Map<String, String> typed(List<Cell> cells) {
        Map<String, String> typed = new LinkedHashMap<>();
        cells.forEach(cell -> typed.put(cell.column(), cell.typed()));
        return typed;
    }
}
