package app.gewerk.core.knowledge;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.caution.Cautions;
import app.gewerk.core.caution.Operation;
import app.gewerk.core.diagnosis.Diagnosis;
import app.gewerk.core.diagnosis.DiagnosisKnowledge;
import app.gewerk.core.diagnosis.Experience;
import app.gewerk.core.knowledge.Knowledge.Change;
import app.gewerk.core.material.Materials;
import app.gewerk.core.reading.Beforehand;
import app.gewerk.core.reading.GearReader;
import app.gewerk.core.reading.Instrument;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.Question;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.Series;
import app.gewerk.core.reading.ToothCount;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refused;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** A shop's own values in the place of shipped ones: each is read, refused with the way out, and reckoned with. */
class OwnKnowledgeTest {
    static Stream<String> files() {
        return Column.files().stream();
    }

    private static Knowledge with(String file, String row, String column, String cell) {
        return Knowledge.with(List.of(Knowledge.read(file, row, Map.of(column, cell))));
    }

    /** What ships would be taken from somebody who typed it, so that every range is wide enough; keys tell rows apart. */
    @ParameterizedTest
    @MethodSource("files")
    void whatIsShippedIsWithinItsOwnRanges(String file) {
        Map<String, Row> rows = Knowledge.shipped().byKey(file);
        assertThat(rows).hasSameSizeAs(app.gewerk.core.KnowledgeFiles.rows(file));
        for (Row row : rows.values()) {
            for (Column column : Column.of(file)) {
                String cell = row.text(column.name());
                assertThat(column.read(cell)).as(column.name()).isEqualTo(new Outcome.Made<>(cell));
            }
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "materials | POM-H | elasticModulusMpa | wide | not a number from 1 to 1000000",
                "materials | POM-H | poissonRatio | 0.6 | from 0 to 0.499",
                "materials | POM-H | strengthAt | 60=1 40=.9 | warmer than the one before",
                "materials | POM-H | strengthAt | 23 | Write 23=1 60=0.85",
                "materials | POM-H | attackedBy | moonlight | Known are",
                "materials | POM-H | code | x | same in every shop",
                "materials | POM-X | yieldMpa | 60 | no row POM-X",
                "nowhere | POM-H | yieldMpa | 60 | no row POM-H",
                "likelihoods | splitHub/any | shows | squeals | name with its share",
                "likelihoods | splitHub/any | shows | squeals=.5 squeals=.6 | name with its share",
                "likelihoods | splitHub/any | shows | squeals=1 | behind its equals sign",
                "ways | glue | undoable | maybe | Choose yes or no"
            })
    void whatCannotBeIsRefusedWithTheWayOut(String file, String row, String column, String cell, String told) {
        Refused refused = catchThrowableOfType(Refused.class, () -> Knowledge.read(file, row, Map.of(column, cell)));
        assertThat(refused.getMessage()).contains(told);
    }

    @Test
    void whatIsTypedAsShippedIsNoChangeAndACommaIsAPoint() {
        assertThat(Knowledge.read("materials", "POM-H", Map.of("yieldMpa", "70", "hottestC", "92,5"))
                        .cells())
                .isEqualTo(Map.of("hottestC", "92.5"));
    }

    /** A change kept by an older Gewerk is left out where the files have moved on, and the rest of it holds. */
    @Test
    void whatFitsNoLongerIsLeftOut() {
        Knowledge knowledge = Knowledge.with(List.of(
                new Change("materials", "POM-H", Map.of("yieldMpa", "61", "gone", "1", "poissonRatio", "7")),
                new Change("materials", "gone", Map.of("yieldMpa", "61")),
                new Change("gone", "POM-H", Map.of("yieldMpa", "61"))));
        assertThat(knowledge.byKey("materials").get("POM-H").own()).isEqualTo(Map.of("yieldMpa", "61"));
        assertThat(knowledge.changed()).isEqualTo(Set.of("materials"));
    }

    @Test
    void aMaterialIsReckonedWithAsTheShopHasIt() {
        Materials own = Materials.of(with("materials", "POM-H", "rootStrengthMpa", "25"));
        assertThat(own.material("POM-H").rootStrengthMpa(23, 1e6)).isCloseTo(25, within(1e-9));
        assertThat(Materials.shipped().material("POM-H").rootStrengthMpa(23, 1e6))
                .isCloseTo(49.9, within(1e-9));
    }

    private static double chanceOf(DiagnosisKnowledge knowledge, String way) {
        Diagnosis diagnosis =
                new Diagnosis(knowledge, DiagnosisKnowledge.shipped().train("spurTrain"), Experience.NONE);
        return diagnosis.standing(Map.of(), Set.of()).faults().stream()
                .filter(f -> f.key().endsWith("/" + way))
                .mapToDouble(f -> f.probability())
                .sum();
    }

    @Test
    void whatIsRarerInThisShopIsLessLikely() {
        DiagnosisKnowledge own = DiagnosisKnowledge.of(with("failureWays", "splitHub", "rate", "0.001"));
        assertThat(chanceOf(own, "splitHub")).isLessThan(0.2 * chanceOf(DiagnosisKnowledge.shipped(), "splitHub"));
    }

    @Test
    void aCautionIsToldAsTheShopWroteIt() {
        Cautions own = Cautions.of(with("cautions", "mains/start", "caution", "Ring the inspector first."));
        assertThat(own.of(Set.of("mains"), EnumSet.of(Operation.START)))
                .anySatisfy(c -> assertThat(english(c.text())).isEqualTo("Ring the inspector first."));
    }

    /** In a shop that mends only inch machines, a span that could be either is read as inch. */
    @Test
    void whatIsCommonHereIsReadSooner() {
        Question question = Question.of(
                new ToothCount.Exactly(24),
                List.of(new Reading(new Measured.TipDiameter(), List.of(13.1), Instrument.CALIPER)),
                false);
        Set<Change> changes = new HashSet<>();
        Knowledge.shipped().byKey("pitches").forEach((key, row) -> {
            if (row.text("system").equals("module")) {
                changes.add(Knowledge.read("pitches", key, Map.of("commonness", "0.0000001")));
            }
        });
        Series own = Series.of(Knowledge.with(List.copyOf(changes)));
        assertThat(english(GearReader.identify(question).candidates().getFirst().name()))
                .contains("module");
        assertThat(english(GearReader.identify(question, Beforehand.after(List.of(), own))
                        .candidates()
                        .getFirst()
                        .name()))
                .contains("pitch");
    }
}
