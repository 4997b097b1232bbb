package app.gewerk.core.shop;

import app.gewerk.core.Wire;
import java.util.Collection;
import java.util.EnumSet;
import java.util.Set;

/**
 * What not everybody at a bench may or can do. Who is competent for work on what is dangerous is for the rules of the place to
 * say; here it is only remembered.
 */
public enum Skill {
    /** Works on what hangs on the mains, a tube at high voltage or a microwave oven. */
    ELECTRICAL("mains", "highVoltage", "microwave"),
    /** Opens what holds lithium cells. */
    BATTERY("battery"),
    /** Opens what is under pressure or burns gas. */
    PRESSURE("pressure", "gas"),
    /** Prints, moulds and casts. */
    MAKING;

    private final Set<String> hazards;

    Skill(String... hazards) {
        this.hazards = Set.of(hazards);
    }

    /** What is called for by a machine's hazards, and by making the part oneself. */
    public static Set<Skill> needed(Collection<String> hazards, boolean made) {
        Set<Skill> needed = EnumSet.noneOf(Skill.class);
        for (Skill skill : values()) {
            if (skill == MAKING ? made : hazards.stream().anyMatch(skill.hazards::contains)) {
                needed.add(skill);
            }
        }
        return needed;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
