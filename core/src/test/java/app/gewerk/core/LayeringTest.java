package app.gewerk.core;

import static com.tngtech.archunit.core.domain.JavaCall.Predicates.target;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.type;
import static com.tngtech.archunit.core.domain.properties.HasOwner.Predicates.With.owner;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

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
                    "com.ibm.icu..",
                    "org.apache.commons.csv..");

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

    @ArchTest
    static final ArchRule noCircles =
            slices().matching("app.gewerk.core.(*)..").should().beFreeOfCycles();
}
