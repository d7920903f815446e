package jordfell.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** Core is plain Java: no framework, no I/O, no clock, no randomness of its own. */
@AnalyzeClasses(packages = "jordfell.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArrowsTest {

    @ArchTest
    static final ArchRule knowsNeitherLabNorServer =
            noClasses().should().dependOnClassesThat().resideInAnyPackage("jordfell.lab..", "jordfell.server..");

    @ArchTest
    static final ArchRule knowsNoFramework = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "org.springframework..", "java.sql..", "javax.sql..", "java.net.http..", "java.nio.file..")
            .orShould()
            .dependOnClassesThat()
            .haveNameMatching("java\\.net\\.(.*Socket.*|InetAddress|URLConnection)");

    @ArchTest
    static final ArchRule readsNoClock = noClasses()
            .should()
            .callMethod(java.time.Instant.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis")
            .orShould()
            .callMethod(System.class, "nanoTime")
            .because("time is an argument");

    @ArchTest
    static final ArchRule hasNoRandomnessOfItsOwn = noClasses()
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.security.SecureRandom")
            .orShould()
            .callConstructor(java.util.Random.class);

    @ArchTest
    static final ArchRule rulesDoNotKnowThePagesThatShowThem = noClasses()
            .that()
            .resideInAPackage("jordfell.core.path..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("jordfell.core.diagnosis..");
}
