package app.gewerk.core.shop;

import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * The hands at the bench.
 *
 * @param hands what each can do; at least one
 */
public record Crew(List<Set<Skill>> hands, Interruptions interruptions) {
    public Crew {
        hands = List.copyOf(hands);
    }

    /** So many who can do everything, and whom nobody interrupts. */
    public static Crew of(int hands) {
        return new Crew(Collections.nCopies(hands, EnumSet.allOf(Skill.class)), Interruptions.NONE);
    }

    public Crew undisturbed() {
        return new Crew(hands, Interruptions.NONE);
    }

    public boolean can(int hand, Work work) {
        return hands.get(hand).containsAll(work.needs());
    }

    public boolean anyCan(Work work) {
        return hands.stream().anyMatch(h -> h.containsAll(work.needs()));
    }
}
