package jordfell.core;

import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Stream;
import jordfell.core.formula.Formula;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacReader;
import jordfell.core.planning.Networks;
import jordfell.core.render.BodyCheck;
import jordfell.core.render.Escaping;
import jordfell.core.roster.ExtensionDetails;
import jordfell.core.roster.OutsideNumber;
import jordfell.core.roster.PasswordRule;
import jordfell.core.roster.PersonRules;
import jordfell.core.settings.SettingNames;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.SipHeaders;
import jordfell.core.table.TableReader;
import jordfell.core.text.PlainText;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Whatever somebody writes, what looks at it is done in a moment: no text pins a core. */
class HostileTextTest {

    /** Many times longer than any of these looks take, and far from what a regular expression that backtracks takes. */
    private static final Duration MOMENT = Duration.ofSeconds(5);

    /** As long as the longest value of a setting; bodies and tables are longer. */
    private static final int LONG = 2_000;

    private static final List<String> PIECES = List.of(
            "a",
            "0",
            " ",
            "-",
            ".",
            ":",
            "@",
            "(",
            "[",
            "{{",
            "{{ ",
            "}}",
            "\"",
            "'",
            ",",
            ";",
            "+",
            "x|",
            "a@",
            "1-",
            "0.",
            "(a+)+",
            "[0-9]*",
            "\\",
            "%",
            "é",
            "\uD83D\uDE00",
            "= 1 +",
            "!",
            "a b",
            "sip:",
            "/");

    /** Each look, with how long a text it is given. */
    private record Look(String name, int longest, Consumer<String> at) {
        @Override
        public String toString() {
            return name;
        }
    }

    private static final List<Look> LOOKS = List.of(
            new Look("a body", 60_000, t -> BodyCheck.check(t, Escaping.XML)),
            new Look("a table", 200_000, t -> TableReader.read(t.getBytes(StandardCharsets.UTF_8))),
            new Look("its readings", 200_000, t -> TableReader.readings(t.getBytes(StandardCharsets.ISO_8859_1))),
            new Look("a formula", LONG, HostileTextTest::formula),
            new Look("every setting", LONG, t -> SettingsCatalogue.all().forEach(s -> s.refuse(t))),
            new Look("a MAC", LONG, MacReader::read),
            new Look("a claim code", LONG, ClaimCode::read),
            new Look("a password", 64, t -> PasswordRule.USUAL.refuse(t, "2417", "2417-a", true)),
            new Look("a network", LONG, t -> Networks.of(t).forEach(Networks::refuse)),
            new Look("an outside number", LONG, OutsideNumber::refuse),
            new Look("a person", LONG, t -> PersonRules.refuse(new PersonRules.Written(t, t, t, t, t, t))),
            new Look(
                    "an extension",
                    LONG,
                    t -> ExtensionDetails.refuse(
                            new ExtensionDetails.Written("2417", t, t, 1, t, t, t), 0, number -> true, name -> false)),
            new Look("plain text", 60_000, PlainText::refuseLines),
            new Look("a SIP URI", 8_000, SipHeaders::uri),
            new Look("a digest", 8_000, t -> DigestAnswer.read("Digest " + t)));

    private static void formula(String text) {
        if (SettingNames.FORMULAS.compile(text) instanceof Formula.Compiled.Good good) {
            good.formula().evaluate(SettingNames.FORMULAS.vocabulary().values(Map.of()));
        }
    }

    static Stream<Arguments> looksAndPieces() {
        return LOOKS.stream().flatMap(look -> PIECES.stream().map(piece -> Arguments.of(look, piece)));
    }

    @ParameterizedTest(name = "{0}: {1}")
    @MethodSource("looksAndPieces")
    void isLookedAtInAMoment(Look look, String piece) {
        String text = piece.repeat(look.longest() / piece.length());
        assertTimeoutPreemptively(MOMENT, () -> {
            look.at().accept(text);
            look.at().accept(text + "!");
            look.at().accept("a" + text + "\u0001");
        });
    }
}
