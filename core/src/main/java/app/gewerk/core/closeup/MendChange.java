package app.gewerk.core.closeup;

import app.gewerk.core.Wire;
import app.gewerk.core.teardown.Fastener;
import app.gewerk.core.words.Refused;
import java.util.List;
import java.util.Optional;

/**
 * How a step goes back otherwise than it came off, because of the mend.
 *
 * @param thing of the step that it is about, by its number in the ledger's step; none where it is about the whole step
 * @param own what goes in besides or in place of the old: a shim, screws of another length
 * @param note in the technician's words: {@code mark to the ridge}
 */
public record MendChange(Mended kind, Optional<Integer> thing, List<Fastener> own, String note) {

    /** What was done to what goes in. */
    public enum Mended {
        /** A new one in place of the old: the gear, a gasket, a clip that holds once. */
        NEW_PART,
        /** Other screws than came out. */
        OWN_FASTENERS,
        /** Something that was not there before. */
        ADDED,
        TURNED_OVER,
        PHASE_SET,
        GLUED,
        OTHERWISE;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** @throws Refused where what it needs is not said */
    public MendChange {
        own = List.copyOf(own);
        if ((kind == Mended.OWN_FASTENERS || kind == Mended.ADDED) == own.isEmpty()) {
            throw Refused.at("own", own.isEmpty() ? "back.whichOwn" : "back.noOwn");
        }
        if ((kind == Mended.OTHERWISE || kind == Mended.PHASE_SET) && note.isBlank()) {
            throw Refused.at("note", "back.howOtherwise");
        }
        if (kind == Mended.NEW_PART && thing.isEmpty()) {
            throw Refused.at("thing", "back.whichNew");
        }
    }
}
