package app.gewerk.core.train;

import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How a machine is most likely driven, of which only the parts are known, in the order of the drive: the motor's pinion, and from
 * then on each gear on a shaft of its own, with a second set of teeth for the next. No count is known: they are filled in as gears
 * are read.
 */
public final class GenericDrive {
    private final List<Shaft> shafts = new ArrayList<>();
    private final List<Wheel> wheels = new ArrayList<>();
    private final List<Meshing> meshings = new ArrayList<>();
    private final List<Clutch> clutches = new ArrayList<>();
    private final Map<String, Integer> ofPart = new HashMap<>();
    private Optional<Motor> motor = Optional.empty();
    private Optional<Wheel> driving = Optional.empty();

    private GenericDrive() {}

    public static Drive of(Machine machine) {
        return new GenericDrive().built(machine);
    }

    private Drive built(Machine machine) {
        String shaft = shaft();
        for (Component part : machine.components()) {
            switch (part.type()) {
                case MOTOR ->
                    motor = motor.or(() -> Optional.of(
                            Motor.open(part.code(), shafts.getFirst().code())));
                case PINION, WORM -> driving = Optional.of(wheel(part, shaft));
                case GEAR, END_GEAR, WORM_WHEEL, BEVEL -> shaft = gear(part, shaft);
                case BELT -> shaft = belt(part, shaft);
                case CLUTCH -> {
                    String from = shaft;
                    shaft = shaft();
                    clutches.add(new Clutch(part.code(), from, shaft, Optional.empty()));
                    driving = Optional.empty();
                }
                default -> {}
            }
        }
        String last = shaft;
        return new Drive(
                shafts,
                wheels,
                meshings,
                List.of(),
                clutches,
                motor,
                Optional.of(new Work(last, Work.Does.TURNS, Optional.empty(), Optional.empty())));
    }

    private String shaft() {
        String code = "s" + shafts.size();
        shafts.add(new Shaft(
                code, Say.of("drive.shaft", "number", shafts.size() + 1), false, Optional.empty(), Optional.empty()));
        return code;
    }

    private Wheel wheel(Component part, String shaft) {
        int number = ofPart.merge(part.code(), 1, Integer::sum);
        Wheel wheel = Wheel.open(number == 1 ? part.code() : part.code() + number, part.code(), shaft);
        wheels.add(wheel);
        return wheel;
    }

    /** A gear driven from the shaft before, on one of its own. */
    private String gear(Component part, String from) {
        Wheel driver = driving.orElseGet(() -> second(part, from));
        String shaft = shaft();
        Wheel driven = wheel(part, shaft);
        MeshKind kind = switch (part.type()) {
            case WORM_WHEEL -> MeshKind.WORM;
            case BEVEL -> MeshKind.BEVEL;
            default -> MeshKind.EXTERNAL;
        };
        meshings.add(Meshing.of(kind, driver.code(), driven.code()));
        driving = Optional.empty();
        return shaft;
    }

    /** A second set of teeth on the part that sits on a shaft; where none does, on the driven part itself. */
    private Wheel second(Component next, String shaft) {
        String code = wheels.stream()
                .filter(w -> w.shaft().equals(shaft))
                .map(Wheel::part)
                .findFirst()
                .orElse(next.code());
        return wheel(new Component(code, next.type(), next.words(), next.behind()), shaft);
    }

    private String belt(Component part, String from) {
        Wheel driver = wheel(part, from);
        String shaft = shaft();
        meshings.add(Meshing.of(MeshKind.BELT, driver.code(), wheel(part, shaft).code()));
        driving = Optional.empty();
        return shaft;
    }
}
