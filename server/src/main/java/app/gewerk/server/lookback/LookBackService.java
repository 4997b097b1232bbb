package app.gewerk.server.lookback;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Way;
import app.gewerk.core.shop.LookBack;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Words;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopService;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;

/**
 * What the shop did, month by month. The figures of a month are reckoned when somebody looks, kept, and reckoned anew once
 * something in it has changed.
 */
@Service
public class LookBackService {
    private static final int MOST_YEARS = 50;

    private final LookBackStore store;
    private final ShopService shops;

    LookBackService(LookBackStore store, ShopService shops) {
        this.store = store;
        this.shops = shops;
    }

    /** A way with its words. */
    public record WayWords(String way, Say words) {}

    /** @param ways the words of those that stand in the figures */
    public record LookedBack(LocalDate first, LocalDate last, String currency, LookBack figures, List<WayWords> ways) {}

    /** From the month of the one day to the month of the other. */
    @Transactional(isolation = Isolation.REPEATABLE_READ)
    public LookedBack look(Here here, LocalDate from, LocalDate to) {
        ShopService.Shop shop = shops.shop(here);
        LocalDate first = month(from);
        LocalDate last = month(to);
        if (last.isBefore(first) || first.plusYears(MOST_YEARS).isBefore(last)) {
            throw new Refused("lookBack.period", "years", MOST_YEARS);
        }
        List<LookBack.Month> months = new ArrayList<>();
        for (LookBackStore.Known known : store.months(here, first, last)) {
            LookBack.Month figures = known.figures().orElseGet(() -> {
                LookBack.Month reckoned = store.reckoned(here, known.month(), shop.zone());
                store.keep(here, reckoned, known.changes());
                return reckoned;
            });
            if (figures.sum().jobs() > 0) {
                months.add(figures);
            }
        }
        LookBack figures = LookBack.of(months);
        return new LookedBack(
                first,
                last,
                shop.currency(),
                figures,
                figures.ways().stream()
                        .map(w -> new WayWords(
                                w.way(), Wire.parse(Way.class, w.way()).words()))
                        .toList());
    }

    private static LocalDate month(LocalDate day) {
        return day.withDayOfMonth(1);
    }

    /** The jobs behind a figure, the last first. */
    @Transactional(readOnly = true)
    public List<LookBackStore.Behind> behind(Here here, LocalDate from, LocalDate to, String which, String code) {
        if (!LookBackStore.knows(which)) {
            throw new Refused("lookBack.which", "given", which);
        }
        ZoneId zone = shops.shop(here).zone();
        return store.behind(
                here,
                month(from).atStartOfDay(zone).toOffsetDateTime(),
                month(to).plusMonths(1).atStartOfDay(zone).toOffsetDateTime(),
                which,
                code);
    }

    /** Month by month, for a spreadsheet. */
    @Transactional(isolation = Isolation.REPEATABLE_READ)
    public String csv(Here here, LocalDate from, LocalDate to) {
        LookedBack looked = look(here, from, to);
        StringBuilder text = new StringBuilder();
        try (CSVPrinter printer = new CSVPrinter(text, CSVFormat.RFC4180)) {
            printer.printRecord(
                    "what",
                    "code",
                    "words",
                    "jobs",
                    "minutes",
                    "billed",
                    "parts",
                    "cameBack",
                    "promised",
                    "kept",
                    "days");
            for (LookBack.OfMonth month : looked.figures().months()) {
                LookBack.Sum s = month.sum();
                printer.printRecord(
                        "month",
                        month.month().toString().substring(0, 7),
                        "",
                        s.jobs(),
                        s.minutes(),
                        s.billed().toPlainString(),
                        s.parts().toPlainString(),
                        s.back(),
                        s.promised(),
                        s.kept(),
                        "");
            }
            for (LookBack.OfKind kind : looked.figures().kinds()) {
                printer.printRecord(
                        "kind",
                        kind.kind(),
                        "",
                        kind.jobs(),
                        kind.minutes(),
                        kind.billed().toPlainString(),
                        "",
                        "",
                        "",
                        "",
                        "");
            }
            for (LookBack.OfFault fault : looked.figures().faults()) {
                printer.printRecord(
                        "fault", fault.fault(), Words.of(fault.words()), fault.jobs(), "", "", "", "", "", "", "");
            }
            for (LookBack.OfWay way : looked.figures().ways()) {
                Say words = Wire.parse(Way.class, way.way()).words();
                printer.printRecord("way", way.way(), Words.of(words), way.jobs(), "", "", "", way.back(), "", "", "");
            }
            for (LookBack.Waited spare : looked.figures().spares()) {
                printer.printRecord(
                        "spare",
                        spare.itemNumber(),
                        spare.seller(),
                        spare.jobs(),
                        "",
                        "",
                        "",
                        "",
                        "",
                        "",
                        spare.days());
            }
        } catch (IOException intoMemory) {
            throw new UncheckedIOException(intoMemory);
        }
        return text.toString();
    }
}
