package app.gewerk.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.diagnosis.Answer;
import app.gewerk.core.diagnosis.Diagnosis;
import app.gewerk.core.diagnosis.DiagnosisKnowledge;
import app.gewerk.core.diagnosis.Experience;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.reading.GearReader;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.ToothCount;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.PartType;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class BudgetTest {
    private final AtomicLong clock = new AtomicLong();

    @AfterEach
    void withoutBudget() {
        Budget.end();
    }

    @Test
    void timeCountsFromTheFirstPieceOfWork() {
        new Budget(100, clock::get, clock::get, () -> false).begin();
        clock.set(5000);
        Budget.spend();
        clock.set(5100);
        Budget.spend();
        clock.set(5101);
        assertThatThrownBy(Budget::spend)
                .isInstanceOfSatisfying(
                        Budget.UsedUp.class,
                        stopped -> assertThat(stopped.why()).isEqualTo(Budget.Why.TIME));
    }

    @Test
    void onABusyMachineTheTimeThatOthersTookIsNotHeldAgainstIt() {
        AtomicLong worked = new AtomicLong();
        new Budget(100, clock::get, worked::get, () -> false).begin();
        Budget.spend();
        clock.set(350);
        worked.set(90);
        assertThatCode(Budget::spend).doesNotThrowAnyException();
        worked.set(101);
        assertThatThrownBy(Budget::spend).isInstanceOf(Budget.UsedUp.class);
        worked.set(90);
        clock.set(404);
        assertThatThrownBy(Budget::spend).as("but somebody waits for it").isInstanceOf(Budget.UsedUp.class);
    }

    @Test
    void workStopsWhenNobodyWaitsForIt() {
        new Budget(Long.MAX_VALUE, clock::get, clock::get, () -> true).begin();
        Budget.spend();
        clock.set(60_000_000);
        assertThatThrownBy(Budget::spend)
                .isInstanceOfSatisfying(
                        Budget.UsedUp.class,
                        stopped -> assertThat(stopped.why()).isEqualTo(Budget.Why.GONE));
    }

    @Test
    void withoutABudgetNothingIsStopped() {
        assertThatCode(Budget::spend).doesNotThrowAnyException();
        new Budget(0, clock::incrementAndGet, clock::get, () -> false).begin();
        Budget.end();
        assertThatCode(Budget::spend).doesNotThrowAnyException();
    }

    static Stream<Runnable> computations() {
        Machine machine = new Machine(List.of(new Component("g", PartType.GEAR, Say.typed("gear"), "")), List.of());
        return Stream.of(
                () -> GearReader.identify(
                        new ToothCount.Exactly(24), List.of(Reading.caliper(new Measured.TipDiameter(), 13.0)), false),
                () -> new Diagnosis(DiagnosisKnowledge.shipped(), machine, Experience.NONE)
                        .standing(Map.<String, Answer>of(), Set.of()),
                () -> Outline.of(CylindricalGear.spur(1, 40, 0, BasicRack.ISO_53_A), 0.01));
    }

    /** Every computation whose length depends on what was asked can be stopped on its way. */
    @ParameterizedTest
    @MethodSource("computations")
    void computationsSpendTheirBudget(Runnable computation) {
        new Budget(3, clock::incrementAndGet, clock::get, () -> false).begin();
        assertThatThrownBy(computation::run).isInstanceOf(Budget.UsedUp.class);
    }
}
