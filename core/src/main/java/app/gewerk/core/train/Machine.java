package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.words.Catalogue;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * What a machine is made of, as far as a fault can sit in it: its parts in the order of the drive, from supply to load,
 * what has to come off to reach them, and how they drive each other as far as anybody knows.
 */
public record Machine(
        @AtMost(MOST_PARTS) List<Component> components,
        @AtMost(MOST_OPENINGS) List<Opening> openings,
        Optional<Drive> drive) {
    private static final int MOST_PARTS = 60;
    private static final int MOST_OPENINGS = 40;
    /** What stands for everything not listed. */
    public static final Component OTHER = new Component("other", PartType.OTHER, Say.of("somethingElse"), "");

    /** Of which nobody knows how its parts drive each other. */
    public Machine(List<Component> components, List<Opening> openings) {
        this(components, openings, Optional.empty());
    }

    /**
     * @throws Refused if a name stands twice, something lies behind an opening that is not there, or the drive speaks of a
     *     part that is not there
     */
    public Machine {
        components = List.copyOf(components);
        openings = List.copyOf(openings);
        if (components.size() > MOST_PARTS || openings.size() > MOST_OPENINGS) {
            throw new Refused("machine.tooManyParts", "parts", MOST_PARTS, "openings", MOST_OPENINGS);
        }
        Set<String> names = new HashSet<>();
        for (Component component : components) {
            if (!component.code().matches("\\w{1,40}") || !names.add(component.code())) {
                throw new Refused("machine.partName", "code", component.code());
            }
        }
        Set<String> known = new HashSet<>(Set.of(""));
        for (Opening opening : openings) {
            if (!known.contains(opening.after())) {
                throw new Refused("machine.openingAfter", "what", opening.words(), "after", opening.after());
            }
            if (!(opening.minutes() >= 0 && opening.minutes() <= 600) || opening.parts() < 0) {
                throw new Refused("machine.openingBounds", "what", opening.words());
            }
            known.add(opening.code());
        }
        for (Component component : components) {
            if (!known.contains(component.behind())) {
                throw new Refused("machine.behind", "what", component.words(), "behind", component.behind());
            }
        }
        drive.flatMap(d -> d.parts().filter(part -> !names.contains(part)).findFirst())
                .ifPresent(part -> {
                    throw new Refused("drive.noSuchPart", "part", part);
                });
    }

    public Machine withDrive(Drive changed) {
        return new Machine(components, openings, Optional.of(changed));
    }

    public Optional<Component> component(String code) {
        return components.stream().filter(c -> c.code().equals(code)).findFirst();
    }

    /**
     * The opening meant by its name or by a part of its words: {@code cover}, {@code base plate}.
     *
     * @param in the language it was said in
     */
    public Optional<Opening> opening(String said, Catalogue in) {
        String tidy = said.strip().toLowerCase(Locale.ROOT);
        return openings.stream()
                .filter(o -> o.code().toLowerCase(Locale.ROOT).equals(tidy))
                .findFirst()
                .or(() -> openings.stream()
                        .filter(o -> !tidy.isEmpty()
                                && in.words(o.words()).toLowerCase(Locale.ROOT).contains(tidy))
                        .findFirst());
    }

    public boolean has(PartType type) {
        return components.stream().anyMatch(c -> c.type() == type);
    }

    /** Minutes to take off everything still in the way, given what is off already. */
    public double minutesToReach(String behind, Set<String> opened) {
        return stillToOpen(behind, opened).stream()
                .mapToDouble(Opening::minutes)
                .sum();
    }

    /** What still has to come off to get behind an opening, outermost first. */
    public List<Opening> stillToOpen(String behind, Set<String> opened) {
        List<Opening> todo = new ArrayList<>();
        String at = behind;
        while (!at.isEmpty() && !opened.contains(at)) {
            String code = at;
            Opening opening = openings.stream()
                    .filter(o -> o.code().equals(code))
                    .findFirst()
                    .orElseThrow();
            todo.addFirst(opening);
            at = opening.after();
        }
        return todo;
    }

    /** The first part with teeth, a belt or the like after the motor. */
    public boolean first(Component component) {
        return inDrive().stream()
                .filter(c -> c.type() != PartType.MOTOR)
                .findFirst()
                .filter(component::equals)
                .isPresent();
    }

    /** Beyond the worm: what a worm should hold when turned from the output. The worm's own wheel counts. */
    public boolean afterWorm(Component component) {
        List<Component> drive = inDrive();
        int worm = -1;
        for (int i = 0; i < drive.size(); i++) {
            if (drive.get(i).type() == PartType.WORM) {
                worm = i;
            }
        }
        return worm >= 0 && drive.indexOf(component) > worm;
    }

    /** Parts that stand next to each other in the drive; a shaft stands beside the two parts before it. */
    public boolean neighbours(Component one, Component other) {
        if (one.type() == PartType.SHAFT || other.type() == PartType.SHAFT) {
            Component shaft = one.type() == PartType.SHAFT ? one : other;
            Component part = one.type() == PartType.SHAFT ? other : one;
            int between = components.indexOf(shaft) - components.indexOf(part);
            return part.type().toothed() && between > 0 && between <= 2;
        }
        List<Component> drive = inDrive();
        int at = drive.indexOf(one);
        int otherAt = drive.indexOf(other);
        return at >= 0 && otherAt >= 0 && Math.abs(at - otherAt) == 1;
    }

    /** What a gear runs with: the toothed parts before and after it. */
    public List<Component> mates(Component gear) {
        return components.stream()
                .filter(c -> c.type().toothed() && neighbours(c, gear))
                .toList();
    }

    /** Other parts of the same sort: same age, most likely the same plastic and press fit. */
    public List<Component> sisters(Component gear) {
        return components.stream()
                .filter(c -> c.type() == gear.type() && !c.equals(gear))
                .toList();
    }

    private List<Component> inDrive() {
        return components.stream().filter(c -> c.type().inDrive()).toList();
    }
}
