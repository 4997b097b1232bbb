package app.gewerk.server;

import static com.tngtech.archunit.core.domain.JavaCall.Predicates.target;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.type;
import static com.tngtech.archunit.core.domain.properties.HasOwner.Predicates.With.owner;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noMethods;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.core.importer.Location;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import org.springframework.context.annotation.Conditional;
import org.springframework.transaction.annotation.Transactional;

@AnalyzeClasses(
        packages = "app.gewerk.server",
        importOptions = {ImportOption.DoNotIncludeTests.class, LayeringTest.Written.class})
class LayeringTest {
    /** Not what the build makes of it for a quicker start. */
    static final class Written implements ImportOption {
        @Override
        public boolean includes(Location location) {
            return !location.contains("__") && !location.contains("$$");
        }
    }

    /** The build asks what a condition says, with none of what a start is told. */
    @ArchTest
    static final ArchRule noBeanIsThereOnCondition = noClasses().should().beMetaAnnotatedWith(Conditional.class);

    @ArchTest
    static final ArchRule noBeanIsMadeOnCondition = noMethods().should().beMetaAnnotatedWith(Conditional.class);

    @ArchTest
    static final ArchRule onlyStoresTouchTheDatabase = noClasses()
            .that()
            .haveNameNotMatching(".*Store(\\$.*)?")
            .and()
            .resideOutsideOfPackage("app.gewerk.server.db..")
            .and()
            .doNotHaveFullyQualifiedName("app.gewerk.server.job.JobService")
            .and()
            // A command of its own, beside the application.
            .doNotHaveFullyQualifiedName("app.gewerk.server.ProveDatabase")
            .and()
            // It tells a lost connection from a wrong statement.
            .doNotHaveFullyQualifiedName("app.gewerk.server.http.Problems")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.jooq..", "app.gewerk.server.db..", "java.sql..");

    /** The journal keeps before and after as JSON; the service hands jOOQ's JSON type over and nothing else of it. */
    @ArchTest
    static final ArchRule jobServiceKnowsOnlyTheJsonType = noClasses()
            .that()
            .haveFullyQualifiedName("app.gewerk.server.job.JobService")
            .should()
            .dependOnClassesThat(com.tngtech.archunit.base.DescribedPredicate.describe(
                    "are of jOOQ but its JSON type",
                    c -> c.getPackageName().startsWith("org.jooq")
                            && !c.getSimpleName().equals("JSONB")));

    /** Drawing takes long; a connection of the database is not kept meanwhile. */
    @ArchTest
    static final ArchRule pagesAreDrawnOutsideTransactions = noMethods()
            .that()
            .areDeclaredInClassesThat(com.tngtech.archunit.base.DescribedPredicate.describe(
                    "draw pages",
                    c -> c.getDirectDependenciesFromSelf().stream()
                            .anyMatch(d -> d.getTargetClass().getSimpleName().equals("PdfPage"))))
            .should()
            .beAnnotatedWith(Transactional.class);

    @ArchTest
    static final ArchRule controllersAreUsedByNobody = noClasses()
            .should()
            .dependOnClassesThat()
            .haveSimpleNameEndingWith("Controller")
            .andShould()
            .haveSimpleNameNotEndingWith("Controller");

    @ArchTest
    static final ArchRule controllersLeaveStoresToServices = noClasses()
            .that()
            .haveSimpleNameEndingWith("Controller")
            .should()
            .dependOnClassesThat()
            .haveSimpleNameEndingWith("Store");

    /** The keys of saves are everybody's. */
    @ArchTest
    static final ArchRule storesStayInTheirFeature = classes()
            .that()
            .haveSimpleNameEndingWith("Store")
            .and()
            .doNotHaveSimpleName("SavedOnceStore")
            .should(new ArchCondition<>("be used in their own package only") {
                @Override
                public void check(JavaClass store, ConditionEvents events) {
                    store.getDirectDependenciesToSelf().stream()
                            .filter(d -> !d.getOriginClass().getPackageName().equals(store.getPackageName()))
                            .forEach(d -> events.add(SimpleConditionEvent.violated(store, d.getDescription())));
                }
            });

    /** What cannot be done so is a refusal; anything else is a bug and says so. */
    @ArchTest
    static final ArchRule whatCannotBeDoneIsARefusal =
            noClasses().should().callConstructorWhere(target(owner(type(IllegalArgumentException.class))));

    @ArchTest
    static final ArchRule featuresFormNoCircle =
            slices().matching("app.gewerk.server.(*)..").should().beFreeOfCycles();
}
