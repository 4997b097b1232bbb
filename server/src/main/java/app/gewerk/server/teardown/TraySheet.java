package app.gewerk.server.teardown;

import app.gewerk.core.teardown.Cell;
import app.gewerk.core.teardown.Ledger;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Words;
import app.gewerk.server.job.JobService;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.shop.Here;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;

/** The tray drawn on an A4 page laid sideways, each cell with what belongs in it: to lay the parts on, or beside them. */
@Service
class TraySheet {
    private static final double WIDTH_MM = 297;
    private static final double HEIGHT_MM = 210;
    private static final double MARGIN_MM = 10;
    private static final double TOP_MM = 26;

    private final TeardownService teardown;
    private final JobService jobs;

    TraySheet(TeardownService teardown, JobService jobs) {
        this.teardown = teardown;
        this.jobs = jobs;
    }

    byte[] pdf(Here here, long jobId) {
        JobService.Job job = jobs.job(here, jobId);
        Ledger.Balance balance = teardown.ledger(here, jobId).balance();
        Map<String, List<Ledger.Lying>> cells = new LinkedHashMap<>();
        balance.cells().forEach(c -> cells.put(c.cell(), c.lying()));
        Say title = job.title();
        double width = (WIDTH_MM - 2 * MARGIN_MM) / Cell.COLUMNS;
        double height = (HEIGHT_MM - TOP_MM - MARGIN_MM - 8) / Cell.ROWS;
        try (PdfPage page = new PdfPage(Words.of(title), WIDTH_MM, HEIGHT_MM, MARGIN_MM)) {
            page.heading(title);
            List<String> all = Cell.all();
            for (int i = 0; i < all.size(); i++) {
                double x = MARGIN_MM + i % Cell.COLUMNS * width;
                double y = TOP_MM + i / Cell.COLUMNS * height;
                page.frame(x, y, width, height);
                page.textWithin(all.get(i), 8, x + 1.5, y + 4, width - 3, 1);
                List<String> words = new ArrayList<>();
                cells.getOrDefault(all.get(i), List.of())
                        .forEach(l -> words.add(l.count() + " " + l.words() + " (" + l.step() + ")"));
                page.textWithin(String.join("; ", words), 7, x + 1.5, y + 8.5, width - 3, 6);
            }
            List<String> beside = balance.beside().stream()
                    .map(l -> l.words() + " (" + l.step() + ")")
                    .toList();
            if (!beside.isEmpty()) {
                page.textWithin(
                        Say.of("paper.besideTray", "parts", String.join("; ", beside)),
                        8,
                        MARGIN_MM,
                        HEIGHT_MM - MARGIN_MM,
                        WIDTH_MM - 2 * MARGIN_MM,
                        1);
            }
            return page.bytes();
        }
    }
}
