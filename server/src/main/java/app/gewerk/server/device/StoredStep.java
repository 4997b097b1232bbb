package app.gewerk.server.device;

import static app.gewerk.server.shop.StoredJson.list;
import static app.gewerk.server.shop.StoredJson.text;

import app.gewerk.core.Wire;
import app.gewerk.core.teardown.Danger;
import app.gewerk.core.teardown.Fastener;
import app.gewerk.core.teardown.PartOff;
import app.gewerk.core.teardown.TeardownStep;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A step of taking a machine apart as it is kept, format 1, by itself in a ledger or as one of a model's way in. Rows from
 * before formats were numbered have the same names.
 */
public record StoredStep(
        int format,
        String what,
        @Nullable String where,
        @Nullable String side,
        @Nullable String tool,
        @Nullable List<Fastened> fasteners,
        @Nullable List<Off> partsOff,
        @Nullable List<String> dangers,
        double minutes,
        @Nullable String note,
        @Nullable String opens) {

    record Fastened(
            int count,
            String kind,
            @Nullable String head,
            @Nullable String thread,
            double lengthMm,
            @Nullable String cell) {}

    record Off(
            String name,
            @Nullable String side,
            @Nullable String wayRound,
            @Nullable String marks,
            @Nullable String cell) {}

    /** Several steps in order. */
    public record Steps(int format, List<StoredStep> steps) {
        public static Steps of(List<TeardownStep> steps) {
            return new Steps(1, steps.stream().map(StoredStep::of).toList());
        }

        public List<TeardownStep> teardownSteps() {
            return steps.stream().map(StoredStep::step).toList();
        }
    }

    public static StoredStep of(TeardownStep step) {
        return new StoredStep(
                1,
                step.what(),
                step.where(),
                step.side(),
                step.tool(),
                step.fasteners().stream()
                        .map(f -> new Fastened(f.count(), f.kind(), f.head(), f.thread(), f.lengthMm(), f.cell()))
                        .toList(),
                step.partsOff().stream()
                        .map(p -> new Off(p.name(), p.side(), p.wayRound(), p.marks(), p.cell()))
                        .toList(),
                step.dangers().stream().map(Wire::word).toList(),
                step.minutes(),
                step.note(),
                step.opens());
    }

    public TeardownStep step() {
        return new TeardownStep(
                what,
                text(where),
                text(side),
                text(tool),
                list(fasteners).stream()
                        .map(f -> new Fastener(f.count, f.kind, text(f.head), text(f.thread), f.lengthMm, text(f.cell)))
                        .toList(),
                list(partsOff).stream()
                        .map(p -> new PartOff(p.name, text(p.side), text(p.wayRound), text(p.marks), text(p.cell)))
                        .toList(),
                list(dangers).stream().map(d -> Wire.parse(Danger.class, d)).toList(),
                minutes,
                text(note),
                text(opens));
    }
}
