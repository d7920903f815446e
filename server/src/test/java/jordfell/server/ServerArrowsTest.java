package jordfell.server;

import static com.tngtech.archunit.base.DescribedPredicate.not;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaField;
import com.tngtech.archunit.core.domain.JavaType;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

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
    static final ArchRule controllersAreNobodysBusiness =
            classes().that().areAnnotatedWith(RestController.class).should().notBePublic();

    @ArchTest
    static final ArchRule controllersRunNoSql = noClasses()
            .that()
            .areAnnotatedWith(RestController.class)
            .should()
            .dependOnClassesThat()
            .haveFullyQualifiedName("jordfell.server.jdbc.Jdbc");

    @ArchTest
    static final ArchRule nobodyReadsTheClockBesideTheWorld = noClasses()
            .that()
            .resideOutsideOfPackages("jordfell.lab.time..", "jordfell.server.config..", "jordfell.server.demo..")
            .and()
            .doNotHaveFullyQualifiedName("jordfell.server.Startup")
            .should()
            .callMethod(java.time.Instant.class, "now");

    @ArchTest
    static final ArchRule packagesKnowEachOtherOneWay =
            slices().matching("jordfell.server.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule recordsKnowNothingAboveThem = noClasses()
            .that()
            .resideInAPackage("jordfell.server.records..")
            .should()
            .dependOnClassesThat(resideInAPackage("jordfell.server..")
                    .and(not(resideInAnyPackage(
                            "jordfell.server.records..",
                            "jordfell.server.jdbc..",
                            "jordfell.server.problem..",
                            "jordfell.server.security..",
                            "jordfell.server.config.."))));

    /** The API document names types by their simple names alone, and would merge two that share one. */
    @ArchTest
    static void typesOfTheApiHaveNamesOfTheirOwn(JavaClasses all) {
        Deque<JavaType> open = new ArrayDeque<>(all.stream()
                .filter(c -> c.isAnnotatedWith(RestController.class))
                .flatMap(c -> c.getMethods().stream())
                .filter(m -> m.isMetaAnnotatedWith(RequestMapping.class))
                .flatMap(m -> Stream.concat(Stream.of(m.getReturnType()), m.getParameterTypes().stream()))
                .toList());
        Set<JavaClass> spoken = new HashSet<>();
        while (!open.isEmpty()) {
            for (JavaClass one : open.remove().getAllInvolvedRawTypes()) {
                // An enumeration is written out where it stands and needs no name.
                if (one.getPackageName().startsWith("jordfell.") && !one.isEnum() && spoken.add(one)) {
                    one.getFields().stream()
                            .filter(f ->
                                    !f.getModifiers().contains(com.tngtech.archunit.core.domain.JavaModifier.STATIC))
                            .map(JavaField::getType)
                            .forEach(open::add);
                }
            }
        }
        TreeMap<String, Set<String>> byName = new TreeMap<>();
        spoken.forEach(c ->
                byName.computeIfAbsent(c.getSimpleName(), k -> new TreeSet<>()).add(c.getFullName()));
        byName.values().removeIf(names -> names.size() == 1);
        assertThat(spoken.size()).isGreaterThan(100);
        assertThat(byName).isEmpty();
    }
}
