package app.gewerk.core;

import static com.tngtech.archunit.core.domain.JavaCall.Predicates.target;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.type;
import static com.tngtech.archunit.core.domain.properties.HasOwner.Predicates.With.owner;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import app.gewerk.core.words.Refused;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;

@AnalyzeClasses(packages = "app.gewerk.core", importOptions = ImportOption.DoNotIncludeTests.class)
class LayeringTest {
    @ArchTest
    static final ArchRule coreIsPlainJava = classes()
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage(
                    "app.gewerk.core..",
                    "java..",
                    "org.jspecify..",
                    "org.hipparchus..",
                    "de.focus_shift.jollyday..",
                    "org.locationtech.jts..",
                    "com.ibm.icu..",
                    "org.yaml.snakeyaml..",
                    "org.apache.commons.csv..",
                    "javax.xml.stream..");

    @ArchTest
    static final ArchRule coreHasNoClockAndNoConnections = noClasses()
            .should()
            .callMethod(java.time.Instant.class, "now")
            .orShould()
            .callMethod(java.time.LocalDate.class, "now")
            .orShould()
            .dependOnClassesThat()
            .resideInAnyPackage("java.sql..", "java.net..");

    /** What cannot be done so is a refusal; anything else is a bug and says so. */
    @ArchTest
    static final ArchRule whatCannotBeDoneIsARefusal =
            noClasses().should().callConstructorWhere(target(owner(type(IllegalArgumentException.class))));

    /** Where trying is part of the work there are predicates and outcomes. */
    @ArchTest
    static final ArchRule noRefusalIsCaughtInCore = classes().should(new ArchCondition<>("catch no refusal") {
        @Override
        public void check(JavaClass checked, ConditionEvents events) {
            checked.getCodeUnits().stream()
                    .flatMap(unit -> unit.getTryCatchBlocks().stream())
                    .filter(block -> block.getCaughtThrowables().stream()
                            .anyMatch(caught -> caught.isEquivalentTo(Refused.class)))
                    .forEach(block -> events.add(SimpleConditionEvent.violated(
                            checked, "Refused is caught in " + block.getSourceCodeLocation())));
        }
    });

    @ArchTest
    static final ArchRule noCircles =
            slices().matching("app.gewerk.core.(*)..").should().beFreeOfCycles();
}
