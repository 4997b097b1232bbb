package app.gewerk.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.material.Materials;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Drive;
import app.gewerk.core.train.DriveStudy;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.MeshKind;
import app.gewerk.core.train.Meshing;
import app.gewerk.core.train.Motor;
import app.gewerk.core.train.PartType;
import app.gewerk.core.train.Shaft;
import app.gewerk.core.train.Wheel;
import app.gewerk.core.train.Work;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ClicksTest {
    private static final double SECOND_MS = 1000;

    private static Drive chain(double rpm, int... ratios) {
        List<Shaft> shafts = new ArrayList<>();
        List<Wheel> wheels = new ArrayList<>();
        List<Meshing> meshings = new ArrayList<>();
        for (int i = 0; i <= ratios.length; i++) {
            shafts.add(new Shaft("s" + i, Say.typed("s" + i), false, Optional.empty(), Optional.empty()));
        }
        for (int i = 0; i < ratios.length; i++) {
            wheels.add(Wheel.of("p" + i, i == 0 ? "pinion" : "gear" + (i - 1), "s" + i, 10));
            wheels.add(Wheel.of("g" + i, "gear" + i, "s" + (i + 1), 10 * ratios[i]));
            meshings.add(Meshing.of(MeshKind.EXTERNAL, "p" + i, "g" + i));
        }
        return new Drive(
                shafts,
                wheels,
                meshings,
                List.of(),
                List.of(),
                Optional.of(new Motor(
                        "motor",
                        "s0",
                        Optional.of(rpm),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty())),
                Optional.of(new Work("s" + ratios.length, Work.Does.TURNS, Optional.empty(), Optional.empty())));
    }

    private static Machine machine(Drive drive, int gears) {
        List<Component> parts = new ArrayList<>(List.of(
                new Component("motor", PartType.MOTOR, Say.typed("motor"), ""),
                new Component("pinion", PartType.PINION, Say.typed("pinion"), "")));
        for (int i = 0; i < gears; i++) {
            parts.add(new Component("gear" + i, PartType.GEAR, Say.typed("gear" + i), ""));
        }
        return new Machine(parts, List.of(), Optional.of(drive));
    }

    private static DriveStudy study(Drive drive) {
        return DriveStudy.of(drive, Materials.shipped(), DriveStudy.USUAL_C);
    }

    private static Clicks.Tapped every(double ms, Optional<Integer> skips) {
        List<Double> taps = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            taps.add(i * ms + (i % 2) * 3);
        }
        return new Clicks.Tapped(Rhythm.of(taps), skips, skips.map(any -> 1.0));
    }

    @Test
    void clicksOnceATurnNameTheGearThatTurnsSo() {
        // 240, 60 and 20 turns a minute: 0.25, 1 and 3 s a turn.
        Drive drive = chain(240, 4, 3);
        Clicks clicks = Clicks.of(drive, study(drive), List.of(every(1.02 * SECOND_MS, Optional.empty())), Map.of());
        assertThat(clicks.named().getFirst().part()).isEqualTo("gear0");
        assertThat(clicks.named().getFirst().secondsATurn().orElseThrow()).isCloseTo(1, within(1e-9));
        assertThat(clicks.named().getFirst().probability()).isGreaterThan(0.7);
        assertThat(clicks.named().stream()
                        .mapToDouble(Clicks.Named::probability)
                        .sum())
                .isLessThan(1);
    }

    @Test
    void skipsCountedOverATurnOfTheOutputTellGearsApartWhereTheSpeedIsWrong() {
        Drive drive = chain(240, 4, 3);
        // The motor drags: everything turns at 0.6 of its usual speed, so the time alone fits nothing; three skips a
        // turn fit one.
        Clicks clicks = Clicks.of(drive, study(drive), List.of(every(SECOND_MS / 0.6, Optional.of(3))), Map.of());
        Clicks timeAlone = Clicks.of(drive, study(drive), List.of(every(SECOND_MS / 0.6, Optional.empty())), Map.of());
        assertThat(timeAlone.named().stream()
                        .filter(n -> n.part().equals("gear0"))
                        .mapToDouble(Clicks.Named::probability)
                        .sum())
                .isLessThan(0.5);
        assertThat(clicks.times().get("gear0"))
                .isGreaterThanOrEqualTo(clicks.times().get("gear1"));
    }

    @Test
    void aRhythmThatNoGearHasNamesNone() {
        Drive drive = chain(240, 4, 3);
        Clicks clicks = Clicks.of(drive, study(drive), List.of(every(11 * SECOND_MS, Optional.empty())), Map.of());
        assertThat(clicks.named()).allSatisfy(n -> assertThat(n.probability()).isLessThan(0.3));
    }

    @Test
    void whatIsNamedMovesTheDiagnosisAndIsAmongItsReasons() {
        Drive drive = chain(240, 4, 3);
        Machine machine = machine(drive, 2);
        Clicks clicks = Clicks.of(drive, study(drive), List.of(every(3 * SECOND_MS, Optional.empty())), Map.of());
        Map<String, Answer> nothing = Map.of();
        double before = suspect(new Diagnosis(DiagnosisKnowledge.shipped(), machine, Experience.NONE), nothing);
        Diagnosis heard = new Diagnosis(DiagnosisKnowledge.shipped(), machine, Experience.NONE, clicks);
        assertThat(suspect(heard, nothing)).isGreaterThan(1.5 * before);
        assertThat(heard.standing(nothing, java.util.Set.of())
                        .faults()
                        .getFirst()
                        .component())
                .isEqualTo("gear1");
        assertThat(heard.standing(nothing, java.util.Set.of())
                        .faults()
                        .getFirst()
                        .speaksFor())
                .extracting(r -> r.words().code())
                .contains("clicks.tapped");
    }

    private static double suspect(Diagnosis diagnosis, Map<String, Answer> answers) {
        return diagnosis.standing(answers, java.util.Set.of()).parts().stream()
                .filter(p -> p.component().equals("gear1"))
                .findFirst()
                .orElseThrow()
                .probability();
    }

    /**
     * What the code is not told: a motor off its speed, a hand that is late, skips counted wrong, clicks of something else, two flats.
     * Claimed against right, over machines made at random.
     */
    @Test
    void namesAreRightAboutAsOftenAsTheyClaim() {
        Random random = new Random(4);
        double claimed = 0;
        int right = 0;
        int all = 0;
        for (int n = 0; n < 400; n++) {
            Drive drive = chain(
                    600 + random.nextInt(3000), 2 + random.nextInt(4), 2 + random.nextInt(4), 2 + random.nextInt(3));
            DriveStudy study = study(drive);
            int at = 1 + random.nextInt(3);
            double seconds = study.shafts().get(at).secondsATurn().orElseThrow();
            double dragged = Math.exp(0.1 * random.nextGaussian());
            boolean other = random.nextDouble() < 0.2;
            boolean twice = random.nextDouble() < 0.15;
            double period = other ? Math.exp(random.nextDouble() * 5 - 2.5) : seconds / dragged / (twice ? 2 : 1);
            if (period < 0.12) {
                continue;
            }
            List<Double> taps = new ArrayList<>();
            for (int i = 0; i < 7; i++) {
                taps.add(1000 * i * period + 30 * random.nextGaussian());
            }
            Optional<Integer> skips = Optional.empty();
            if (random.nextBoolean()) {
                double anOutputTurn = study.shafts().getLast().secondsATurn().orElseThrow() / seconds;
                skips = Optional.of((int) Math.round((other ? 10 * random.nextDouble() : anOutputTurn * (twice ? 2 : 1))
                        + 0.4 * random.nextGaussian()));
            }
            Clicks clicks = Clicks.of(
                    drive,
                    study,
                    List.of(new Clicks.Tapped(
                            Rhythm.of(taps.stream().sorted().toList()),
                            skips.filter(s -> s >= 0),
                            skips.filter(s -> s >= 0).map(any -> 1.0))),
                    Map.of());
            if (clicks.named().isEmpty()) {
                continue;
            }
            all++;
            claimed += clicks.named().getFirst().probability();
            String truth = "gear" + (at - 1);
            right += !other && clicks.named().getFirst().part().equals(truth) ? 1 : 0;
        }
        assertThat(all).isGreaterThan(200);
        assertThat(claimed / all).isCloseTo(right / (double) all, within(0.1));
        assertThat(right / (double) all).isGreaterThan(0.5);
    }
}
