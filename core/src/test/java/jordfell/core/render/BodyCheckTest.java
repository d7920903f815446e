package jordfell.core.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class BodyCheckTest {

    private static final String SOUND =
            "{{#stations}}{{number}} {{authUser}} {{password}} {{line.registration.registrar}}\n{{/stations}}";

    private static List<BodyProblem> check(String body) {
        return BodyCheck.check(body, Escaping.KEY_VALUE);
    }

    @Test
    void bodyWithAllThatALineNeedsHasNoProblem() {
        assertThat(check("zone = {{setting.clock.zone}}\n" + SOUND)).isEmpty();
    }

    @ParameterizedTest
    @MethodSource("jordfell.core.render.ShippedFamilies#all")
    void shippedBodiesHaveNoProblem(Family family) {
        assertThat(BodyCheck.check(family.body(), family.escaping())).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{{setting.clock.zome}}|There is no “setting.clock.zome” here.|Did you mean setting.clock.zone?",
                "{{password}}|There is no “password” here.|between {{#stations}}",
                "{{caption}}|There is no “caption” here.|between {{#keys}}",
                "{{more}}|There is no “more” here.|",
                "{{#lines}}x{{/lines}}|{{#lines}} is no section.|stations, keys, more",
                "{{#if.screen.language}}x{{/if.screen.language}}|There is no “if.screen.language” here.|",
                "{{>other}}|A body has no parts of its own|Write it out",
                "{{#stations}}x|It can’t be read|needs its {{/section}}",
                "name = {{label|It can’t be read: {{ is not closed.|Every {{ needs its }}.",
                "{{#keys}}{{#stations}}{{/stations}}{{/keys}}|stands within another row|"
            })
    void graveProblemsSayWhatAndWhatWouldBeRight(String line, String what, String hint) {
        List<BodyProblem> grave =
                check(SOUND + line + "\n").stream().filter(BodyProblem::isGrave).toList();
        assertThat(grave).isNotEmpty();
        assertThat(grave.get(0).what()).contains(what);
        assertThat(grave.get(0).hint()).contains(hint == null ? "" : hint);
        assertThat(grave.get(0).line()).isEqualTo(2);
    }

    @Test
    void unescapedSpotsAreWarnedOf() {
        assertThat(check(SOUND + "{{{label}}}\n{{& label}}"))
                .extracting(BodyProblem::line, BodyProblem::isGrave)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple(2, false), org.assertj.core.groups.Tuple.tuple(3, false));
    }

    @ParameterizedTest
    @CsvSource({
        "KEY_VALUE, '# was {{password}}', true",
        "KEY_VALUE, 'secret = {{password}}', false",
        "XML, '<!-- {{password}} -->', true",
        "XML, '<!-- x --><a b=\"{{password}}\"/>', false",
        "JSON, '// {{password}}', true",
        "PERCENT, '# {{password}}', true"
    })
    void secretInARemarkIsWarnedOf(Escaping escaping, String line, boolean warned) {
        String body = SOUND + "{{#stations}}\n" + line + "\n{{/stations}}";
        assertThat(BodyCheck.check(body, escaping))
                .extracting(BodyProblem::what)
                .satisfies(all -> assertThat(all.stream().anyMatch(w -> w.startsWith("A secret stands in a remark")))
                        .isEqualTo(warned));
    }

    @Test
    void whatALineNeedsIsMissed() {
        assertThat(check("{{label}}"))
                .extracting(BodyProblem::what)
                .hasSize(4)
                .allMatch(what -> what.contains("without it no line registers"));
    }

    @Test
    void longBodyIsRefusedByItsLength() {
        assertThat(check("x".repeat(60_001))).singleElement().matches(BodyProblem::isGrave);
    }

    /** Each took minutes when the scanner went back over what it had seen. */
    @ParameterizedTest
    @ValueSource(strings = {"{{ ", "{{", "{{{{ x }", "{{#", "}}", "{{ a", "{ {", "{{\t\n", "{{x}} {{"})
    void whateverIsTypedIsCheckedInNoTime(String piece) {
        String body = piece + " ".repeat(20_000) + piece.repeat(30_000 / piece.length());
        assertThat(assertTimeoutPreemptively(Duration.ofSeconds(5), () -> BodyCheck.check(body, Escaping.KEY_VALUE)))
                .isNotNull();
    }

    @ParameterizedTest
    @ValueSource(strings = {"\ufdd0", "\ufdd1", "\u202e", "\u0007", "a\rb"})
    void charactersThatNobodySeesAreRefused(String odd) {
        assertThat(BodyCheck.check("label = " + odd + "\n", Escaping.KEY_VALUE)).anySatisfy(problem -> {
            assertThat(problem.isGrave()).isTrue();
            assertThat(problem.what()).contains("which nobody sees");
        });
    }
}
