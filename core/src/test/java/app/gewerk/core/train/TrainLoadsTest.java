package app.gewerk.core.train;

import static app.gewerk.core.train.GearTrainTest.external;
import static app.gewerk.core.train.GearTrainTest.on;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.WormSet;
import app.gewerk.core.train.TrainLoads.Efficiency;
import app.gewerk.core.words.Refused;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.hipparchus.fraction.BigFraction;
import org.junit.jupiter.api.Test;

class TrainLoadsTest {
    private static final BigFraction SPEED = new BigFraction(1000);

    @Test
    void anOrdinaryTrainMultipliesTorqueAndEfficiency() {
        GearTrain train = new GearTrain(
                List.of("motor", "middle", "output"),
                List.of(),
                List.of(external("motor", 10, "middle", 40), external("middle", 12, "output", 48)),
                List.of());
        TrainLoads loads = TrainLoads.of(
                train.turned(Map.of("motor", SPEED)),
                Map.of("motor", 3.0),
                "output",
                List.of(Efficiency.both(.95), Efficiency.both(.9)),
                List.of());
        assertThat(loads.torquesNmm().get("output"))
                .as("against its turning")
                .isCloseTo(-3 * 16 * .95 * .9, within(1e-9));
        assertThat(loads.efficiency()).isCloseTo(.855, within(1e-12));
        assertThat(loads.meshes().get(0).driverTorqueNmm()).isCloseTo(3, within(1e-12));
        assertThat(loads.meshes().get(1).driverTorqueNmm()).isCloseTo(3 * 4 * .95, within(1e-12));
        assertThat(loads.meshes().get(0).tangentialForceN(train.meshes().get(0), .5))
                .isCloseTo(2 * 3 / (.5 * 10), within(1e-12));
    }

    @Test
    void drivenFromTheOtherSideTheLossCountsTheOtherWay() {
        GearTrain train = new GearTrain(
                List.of("motor", "output"), List.of(), List.of(external("motor", 10, "output", 40)), List.of());
        TrainLoads loads = TrainLoads.of(
                train.turned(Map.of("output", new BigFraction(-10))),
                Map.of("output", -40.0),
                "motor",
                List.of(Efficiency.both(.9)),
                List.of());
        assertThat(loads.meshes().getFirst().driverGives()).isFalse();
        assertThat(loads.torquesNmm().get("motor")).isCloseTo(-9, within(1e-9));
    }

    /** With the ring held and losses η₀ seen from the carrier: T_c / T_s = 1 + η₀ z_r / z_s (Müller, Die Umlaufgetriebe, from memory). */
    @Test
    void aPlanetSetsLossIsThatOfItsStandingTrain() {
        PlanetSet set = new PlanetSet("sun", 20, "carrier", "case", 80, List.of(30), 3, Optional.of(.5));
        GearTrain train = new GearTrain(List.of("sun", "carrier", "case"), List.of("case"), List.of(), List.of(set));
        Motion motion = train.turned(Map.of("sun", SPEED));
        TrainLoads loads = TrainLoads.of(motion, Map.of("sun", 5.0), "carrier", List.of(), List.of(.94));
        assertThat(loads.torquesNmm().get("carrier")).isCloseTo(-5 * (1 + .94 * 4), within(1e-9));
        assertThat(loads.efficiency()).isCloseTo((1 + .94 * 4) / 5, within(1e-12));
        assertThat(loads.planetSets().getFirst().tangentialForceN(set, .5))
                .isCloseTo(2 * 5 / (.5 * 20 * 3), within(1e-12));
        TrainLoads back = TrainLoads.of(
                train.turned(Map.of("carrier", SPEED)), Map.of("carrier", 24.0), "sun", List.of(), List.of(.94));
        assertThat(back.torquesNmm().get("sun"))
                .as("driven by the carrier: T_s = T_c / (1 + z_r / (z_s η₀))")
                .isCloseTo(-24 / (1 + 4 / .94), within(1e-9));
    }

    @Test
    void aWormThatHoldsByItselfIsNotDrivenBack() {
        Efficiency worm = new Efficiency(WormSet.efficiency(4, .15, 20), WormSet.backEfficiency(4, .15, 20));
        GearTrain train = new GearTrain(
                List.of("motor", "wheel"),
                List.of(),
                List.of(new Mesh(MeshKind.WORM, on("motor", 1), on("wheel", 30))),
                List.of());
        assertThatThrownBy(() -> TrainLoads.of(
                        train.turned(Map.of("wheel", SPEED)),
                        Map.of("wheel", 100.0),
                        "motor",
                        List.of(worm),
                        List.of()))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("holds by itself");
        TrainLoads forward = TrainLoads.of(
                train.turned(Map.of("motor", SPEED)), Map.of("motor", 2.0), "wheel", List.of(worm), List.of());
        assertThat(forward.torquesNmm().get("wheel")).isCloseTo(60 * worm.forward(), within(1e-9));
    }

    @Test
    void aLoadThatGoesTwoWaysCannotBeTold() {
        GearTrain parallel = new GearTrain(
                List.of("a", "b"),
                List.of(),
                List.of(external("a", 20, "b", 40), external("a", 15, "b", 30)),
                List.of());
        assertThatThrownBy(() -> TrainLoads.of(
                        parallel.turned(Map.of("a", SPEED)),
                        Map.of("a", 1.0),
                        "b",
                        List.of(Efficiency.both(1), Efficiency.both(1)),
                        List.of()))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("two ways");
    }
}
