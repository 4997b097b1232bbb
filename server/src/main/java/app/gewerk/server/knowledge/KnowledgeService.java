package app.gewerk.server.knowledge;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Way;
import app.gewerk.core.knowledge.Column;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.knowledge.Knowledge.Change;
import app.gewerk.core.knowledge.Row;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What Gewerk goes by here, row by row, and the shop's own values in it. */
@Service
public class KnowledgeService {
    private static final int LONGEST_WHY = 300;

    private final KnowledgeStore store;
    private final KnownHere known;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;

    KnowledgeService(KnowledgeStore store, KnownHere known, SavedOnceStore savedOnce, ShopClock clock) {
        this.store = store;
        this.known = known;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /** A file of knowledge, and how many of its rows are this shop's own. */
    public record KnowledgeFile(String file, Say words, int rows, int changed) {}

    /** @param unit empty where it has none */
    public record KnowledgeColumn(String column, Say words, Column.Kind kind, String unit, List<KnownName> names) {}

    /** What a list of names may name. */
    public record KnownName(String name, Say words) {}

    /**
     * @param shipped what ships, by column
     * @param own what this shop put in place of it, by column
     * @param last who changed it last, also where it is as shipped again
     */
    public record KnowledgeRow(
            String row, Say words, Map<String, String> shipped, Map<String, String> own, Optional<Changed> last) {}

    public record Changed(int version, String by, OffsetDateTime at, String why) {}

    /** @param keys the columns that tell its rows apart */
    public record Opened(
            String file, Say words, List<String> keys, List<KnowledgeColumn> columns, List<KnowledgeRow> rows) {}

    @Transactional(readOnly = true)
    public List<KnowledgeFile> files() {
        Knowledge knowledge = known.now().knowledge();
        return Column.files().stream()
                .map(file -> file(file, knowledge.rows(file)))
                .toList();
    }

    private static KnowledgeFile file(String file, List<Row> rows) {
        long changed = rows.stream().filter(row -> !row.own().isEmpty()).count();
        return new KnowledgeFile(file, named(file), rows.size(), (int) changed);
    }

    private static Say named(String file) {
        return Say.of("knowledgeFile." + file);
    }

    /** @throws NotFound if there is no such file */
    @Transactional(readOnly = true)
    public Opened file(Here here, String file) {
        requireFile(file);
        Map<String, KnowledgeStore.Last> last = store.last(here, file);
        List<KnowledgeRow> rows = known.now().knowledge().byKey(file).entrySet().stream()
                .map(row -> row(file, row.getKey(), row.getValue(), Optional.ofNullable(last.get(row.getKey()))))
                .toList();
        return new Opened(
                file,
                named(file),
                Knowledge.keys(file),
                Column.of(file).stream()
                        .map(c -> new KnowledgeColumn(c.name(), c.words(), c.kind(), c.unit(), names(c)))
                        .toList(),
                rows);
    }

    private static void requireFile(String file) {
        if (!Column.files().contains(file)) {
            throw new NotFound("knowledge.noFile", "file", file);
        }
    }

    private static KnowledgeRow row(String file, String key, Row row, Optional<KnowledgeStore.Last> last) {
        return new KnowledgeRow(
                key,
                words(file, row),
                row.shipped(),
                row.own(),
                last.map(l -> new Changed(l.version(), l.by(), l.at(), l.why())));
    }

    private static Say words(String file, Row row) {
        return switch (file) {
            case "materials" -> Say.of("material." + row.text("material"));
            case "ways" -> Say.of(Wire.parse(Way.class, row.text("way")));
            case "companions" -> Say.of("companion." + row.text("part"));
            case "failureWays" -> Say.of("failureWay." + row.text("way"));
            case "likelihoods" -> shown(Say.of("failureWay." + row.text("way")), row.text("at"));
            case "observations" -> ofAPart("observation." + row.text("code"));
            case "checks" -> ofAPart("check." + row.text("check"));
            case "damageCauses" -> Say.of("damageCause." + row.text("cause"));
            case "openings" -> Say.of("trainOpening." + row.text("train") + "." + row.text("opening"));
            case "cautions" -> Say.of("caution." + row.text("hazard") + "." + row.text("operation"));
            case "kinds" -> Say.of("kind." + row.text("code"));
            default ->
                Say.typed(String.join(
                        " ", Knowledge.keys(file).stream().map(row::text).toList()));
        };
    }

    private static Say shown(Say way, String at) {
        return at.equals("any")
                ? Say.of("knowledge.shown", "way", way)
                : Say.of("knowledge.shownAt", "way", way, "at", Say.of("knowledge.at." + at));
    }

    private static List<KnownName> names(Column column) {
        return column.names().stream()
                .map(name -> new KnownName(
                        name,
                        switch (column.file()) {
                            case "materials" -> Say.of("substance." + name);
                            case "likelihoods" -> ofAPart("observation." + name);
                            case "damageCauses" -> Say.of("damageFeature." + name);
                            case "kinds" -> Say.of("hazard." + name);
                            default -> Say.typed(name);
                        }))
                .toList();
    }

    /** Some are of a part, which is not named here. */
    private static Say ofAPart(String code) {
        return Say.of(code, "part", Say.of("knowledge.part"));
    }

    /**
     * Puts the shop's own values in the place of what ships; what is as shipped is not kept as its own.
     *
     * @param version of the change that is replaced, 0 when there is none yet
     */
    @Transactional
    public Opened save(
            Here here,
            String file,
            String row,
            int version,
            Map<String, String> cells,
            String why,
            Optional<String> key) {
        requireFile(file);
        return savedOnce.once(
                here,
                key,
                "knowledge/" + file,
                clock.now(),
                () -> {
                    Change change = Knowledge.read(file, row, cells);
                    String because = why.strip();
                    if (because.isEmpty() || because.length() > LONGEST_WHY) {
                        throw Refused.at("why", "knowledge.why", "most", LONGEST_WHY);
                    }
                    if (change.cells().isEmpty() && version == 0) {
                        throw new Refused("knowledge.nothing");
                    }
                    if (!store.add(here, change, version, because, clock.now())) {
                        throw new Stale(file(here, file));
                    }
                    known.changed();
                    return file(here, file);
                },
                () -> file(here, file));
    }
}
