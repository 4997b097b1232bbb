package app.gewerk.core.choice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.material.Materials;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Drive;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.MeshKind;
import app.gewerk.core.train.Meshing;
import app.gewerk.core.train.Motor;
import app.gewerk.core.train.PartType;
import app.gewerk.core.train.Shaft;
import app.gewerk.core.train.Wheel;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What a train says of one of its gears: here a pinion of ten that drives one end at once and the other by an idler. */
class InTrainTest {
    private static Shaft shaft(String code) {
        return new Shaft(code, Say.typed(code), false, Optional.empty(), Optional.empty());
    }

    private static Wheel wheel(String code, int teeth) {
        return new Wheel(
                code,
                code,
                code,
                Optional.of(teeth),
                Optional.of(.8),
                Optional.empty(),
                Optional.of(6.0),
                Optional.empty(),
                Optional.of("POM-C"),
                Optional.empty());
    }

    private static Machine twoEnds(int rightTeeth) {
        List<String> codes = List.of("pinion", "left", "idler", "right");
        Drive drive = new Drive(
                codes.stream().map(InTrainTest::shaft).toList(),
                List.of(wheel("pinion", 10), wheel("left", 30), wheel("idler", 20), wheel("right", rightTeeth)),
                List.of(
                        Meshing.of(MeshKind.EXTERNAL, "pinion", "left"),
                        Meshing.of(MeshKind.EXTERNAL, "pinion", "idler"),
                        Meshing.of(MeshKind.EXTERNAL, "idler", "right")),
                List.of(),
                List.of(),
                Optional.of(new Motor(
                        "pinion",
                        "pinion",
                        Optional.of(90.0),
                        Optional.of(5.0),
                        Optional.of(20.0),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty())),
                Optional.empty());
        return new Machine(
                Stream.of("pinion", "left", "idler", "right")
                        .map(code -> new Component(code, PartType.GEAR, Say.typed(code + " end"), ""))
                        .toList(),
                List.of(),
                Optional.of(drive));
    }

    private static InTrain left(Machine machine) {
        return InTrain.of(machine, Optional.of("left"), 30, 7, Materials.shipped(), 40)
                .orElseThrow();
    }

    @Test
    void aGearOfTheSameSizeThatTurnsTheOtherWayIsItsTwin() {
        InTrain left = left(twoEnds(30));
        assertThat(left.twin()).contains(Say.typed("right end"));
        assertThat(left.rpm().orElseThrow()).isCloseTo(30, within(1e-12));
    }

    @Test
    void oneOfAnotherSizeOrThatTurnsTheSameWayIsNone() {
        assertThat(left(twoEnds(31)).twin()).isEmpty();
        InTrain idler = InTrain.of(twoEnds(30), Optional.of("idler"), 20, 7, Materials.shipped(), 40)
                .orElseThrow();
        assertThat(idler.twin()).isEmpty();
    }
}
