package app.gewerk.server.lookback;

import static app.gewerk.server.shop.StoredJson.list;

import app.gewerk.core.shop.LookBack;
import app.gewerk.server.shop.StoredSay;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The figures of one month as they are kept until something in it changes, format 1. */
record StoredMonth(
        int format,
        Sum sum,
        @Nullable List<Kind> kinds,
        @Nullable List<Fault> faults,
        @Nullable List<TakenWay> ways,
        @Nullable List<Spare> spares) {

    record Sum(
            int jobs,
            int declined,
            int timed,
            long minutes,
            BigDecimal billed,
            BigDecimal parts,
            int back,
            int promised,
            int kept) {}

    record Kind(String kind, int jobs, long minutes, BigDecimal billed) {}

    record Fault(String fault, StoredSay words, int jobs) {}

    record TakenWay(String way, int jobs, int back) {}

    record Spare(String seller, String itemNumber, int jobs, int days) {}

    static StoredMonth of(LookBack.Month month) {
        LookBack.Sum sum = month.sum();
        return new StoredMonth(
                1,
                new Sum(
                        sum.jobs(),
                        sum.declined(),
                        sum.timed(),
                        sum.minutes(),
                        sum.billed(),
                        sum.parts(),
                        sum.back(),
                        sum.promised(),
                        sum.kept()),
                month.kinds().stream()
                        .map(k -> new Kind(k.kind(), k.jobs(), k.minutes(), k.billed()))
                        .toList(),
                month.faults().stream()
                        .map(f -> new Fault(f.fault(), StoredSay.of(f.words()), f.jobs()))
                        .toList(),
                month.ways().stream()
                        .map(w -> new TakenWay(w.way(), w.jobs(), w.back()))
                        .toList(),
                month.spares().stream()
                        .map(s -> new Spare(s.seller(), s.itemNumber(), s.jobs(), s.days()))
                        .toList());
    }

    LookBack.Month month(LocalDate month) {
        return new LookBack.Month(
                month,
                new LookBack.Sum(
                        sum.jobs,
                        sum.declined,
                        sum.timed,
                        sum.minutes,
                        sum.billed,
                        sum.parts,
                        sum.back,
                        sum.promised,
                        sum.kept),
                list(kinds).stream()
                        .map(k -> new LookBack.OfKind(k.kind, k.jobs, k.minutes, k.billed))
                        .toList(),
                list(faults).stream()
                        .map(f -> new LookBack.OfFault(f.fault, f.words.say(), f.jobs))
                        .toList(),
                list(ways).stream()
                        .map(w -> new LookBack.OfWay(w.way, w.jobs, w.back))
                        .toList(),
                list(spares).stream()
                        .map(s -> new LookBack.Waited(s.seller, s.itemNumber, s.jobs, s.days))
                        .toList());
    }
}
