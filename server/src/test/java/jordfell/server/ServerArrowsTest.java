package jordfell.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** Arrows go one way: server → lab → core, server → core. */
@AnalyzeClasses(packages = "jordfell", importOptions = ImportOption.DoNotIncludeTests.class)
class ServerArrowsTest {

    @ArchTest
    static final ArchRule labKnowsCoreAlone = noClasses()
            .that()
            .resideInAPackage("jordfell.lab..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("jordfell.server..", "org.springframework..", "java.sql..");

    @ArchTest
    static final ArchRule sqlIsRunInOnePlace = noClasses()
            .that()
            .resideInAPackage("jordfell.server..")
            .and()
            .resideOutsideOfPackage("jordfell.server.jdbc..")
            .should()
            .dependOnClassesThat()
            .haveNameMatching("java\\.sql\\.(Connection|PreparedStatement|Statement|ResultSet|DriverManager)")
            .orShould()
            .dependOnClassesThat()
            .resideInAPackage("org.springframework.jdbc..");

    @ArchTest
    static final ArchRule controllersAreNobodysBusiness = classes()
            .that()
            .areAnnotatedWith(org.springframework.web.bind.annotation.RestController.class)
            .should()
            .notBePublic();

    @ArchTest
    static final ArchRule nobodyReadsTheClockBesideTheWorld = noClasses()
            .that()
            .resideOutsideOfPackages("jordfell.lab.time..", "jordfell.server.config..", "jordfell.server.demo..")
            .and()
            .doNotHaveFullyQualifiedName("jordfell.server.Startup")
            .should()
            .callMethod(java.time.Instant.class, "now");
}
