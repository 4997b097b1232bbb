package app.gewerk.core.closeup;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;

/**
 * A step of the ledger on its way back.
 *
 * @param key of the ledger's step
 * @param number it has in the ledger, counted from 1
 * @param deed what is done now: "lid on"
 * @param lineUp which way round and what to what
 * @param before what cannot be got at any more once this is closed
 * @param how screws, clips and tabs are treated here
 * @param changes what the mend has made of it
 * @param proposed what it is likely to make of it
 */
public record StepBack(
        String key,
        int number,
        Say deed,
        String where,
        String side,
        String tool,
        List<Thing> things,
        List<Say> lineUp,
        List<Say> before,
        List<Say> how,
        List<Say> changes,
        List<Proposed> proposed,
        boolean done) {

    /** Which way a thing of a step goes. */
    public enum Goes {
        /** As it came off. */
        IN,
        /** A new one goes in, the old one is kept for the owner. */
        NEW,
        /** It stays out: something else goes in. */
        OUT;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * Something that goes in, or stays out.
     *
     * @param number within the step
     * @param cell of the tray; empty for what lies beside it
     * @param cameOff of this machine, rather than being new to it
     * @param ask what must be said of it before the step counts as done
     */
    public record Thing(int number, Say words, int count, String cell, boolean cameOff, Goes goes, Optional<Say> ask) {}

    /** A change that is likely, to be taken by one press. */
    public record Proposed(MendChange.Mended kind, Optional<Integer> thing, Say words) {}
}
