package app.gewerk.server.device;

import static app.gewerk.server.shop.StoredJson.list;
import static app.gewerk.server.shop.StoredJson.text;

import app.gewerk.core.Wire;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.Opening;
import app.gewerk.core.train.PartType;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A model's own train as it is kept, format 2. Format 1 has no drive; rows from before formats were numbered have the names of
 * format 1.
 */
public record StoredMachine(
        int format,
        @Nullable List<Part> components,
        @Nullable List<Off> openings,
        @Nullable StoredDrive drive) {

    record Part(
            String code,
            String type,
            @Nullable String words,
            @Nullable String behind) {}

    record Off(
            String code,
            @Nullable String words,
            int parts,
            double minutes,
            @Nullable String after) {}

    public static StoredMachine of(Machine machine) {
        return new StoredMachine(
                2,
                machine.components().stream()
                        .map(c -> new Part(
                                c.code(), Wire.word(c.type()), c.words().typedText(), c.behind()))
                        .toList(),
                machine.openings().stream()
                        .map(o -> new Off(o.code(), o.words().typedText(), o.parts(), o.minutes(), o.after()))
                        .toList(),
                machine.drive().map(StoredDrive::of).orElse(null));
    }

    public Machine machine() {
        return new Machine(
                list(components).stream()
                        .map(c -> new Component(
                                c.code, PartType.ofWord(c.type), Say.typed(text(c.words)), text(c.behind)))
                        .toList(),
                list(openings).stream()
                        .map(o -> new Opening(o.code, Say.typed(text(o.words)), o.parts, o.minutes, text(o.after)))
                        .toList(),
                Optional.ofNullable(drive).map(StoredDrive::drive));
    }
}
