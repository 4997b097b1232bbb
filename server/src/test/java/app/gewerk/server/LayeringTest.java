package app.gewerk.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noMethods;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import org.springframework.transaction.annotation.Transactional;

@AnalyzeClasses(packages = "app.gewerk.server", importOptions = ImportOption.DoNotIncludeTests.class)
class LayeringTest {
    @ArchTest
    static final ArchRule onlyStoresTouchTheDatabase = noClasses()
            .that()
            .haveSimpleNameNotEndingWith("Store")
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
    static final ArchRule storesStayInTheirFeature = noClasses()
            .that()
            .haveSimpleNameEndingWith("Controller")
            .should()
            .dependOnClassesThat()
            .haveSimpleNameEndingWith("Store");

    @ArchTest
    static final ArchRule featuresFormNoCircle =
            slices().matching("app.gewerk.server.(*)..").should().beFreeOfCycles();
}
