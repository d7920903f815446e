package jordfell.core.settings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SettingTypeTest {

    private static final SettingType EXPIRY = new SettingType.Whole(60, 3600, "s");
    private static final SettingType HOST = new SettingType.Host();

    @ParameterizedTest
    @ValueSource(strings = {"60", "3600", "0120"})
    void takesNumbersInRange(String value) {
        assertThat(EXPIRY.refuse(value)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    59            | 59 is outside the range; 60 to 3600 s is allowed.
                    3601          | 3601 is outside the range; 60 to 3600 s is allowed.
                    -60           | -60 is outside the range; 60 to 3600 s is allowed.
                    soon          | “soon” is not a whole number; 60 to 3600 s is.
                    12.5          | “12.5” is not a whole number; 60 to 3600 s is.
                    ''            | “” is not a whole number; 60 to 3600 s is.
                    99999999999999| “99999999999999” is not a whole number; 60 to 3600 s is.
                    """)
    void refusesOtherNumbersNamingTheRange(String value, String reason) {
        assertThat(EXPIRY.refuse(value)).hasValue(reason);
    }

    @ParameterizedTest
    @ValueSource(strings = {"voice.tarnholm.example", "north", "192.0.2.11", "a-b.example", "x1"})
    void takesHosts(String value) {
        assertThat(HOST.refuse(value)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    http://voice.tarnholm.example     | “http://” does not belong here; write the name alone: voice.tarnholm.example.
                    sip://voice.tarnholm.example:5060 | “sip://” does not belong here; write the name alone: voice.tarnholm.example.
                    voice.tarnholm.example:5060       | The port does not belong here; write the name alone: voice.tarnholm.example.
                    voice.tarnholm.example/sip        | This is an address with a path or user; write the host alone: voice.tarnholm.example.
                    2416@voice.tarnholm.example       | This is an address with a path or user; write the host alone: voice.tarnholm.example.
                    'voice.tarnholm.example '         | There is a blank after it; write the name alone: voice.tarnholm.example.
                    ' voice.tarnholm.example'         | There is a blank before it; write the name alone: voice.tarnholm.example.
                    'sip:voice.tarnholm.example'      | “sip:” does not belong here; write the name alone: voice.tarnholm.example.
                    'SIPS:2417@voice.tarnholm.example:5061;lr' | “SIPS:” does not belong here; write the name alone: voice.tarnholm.example.
                    'voice tarnholm'                  | A host has no blanks; write one name alone, such as voice.example.
                    ''                                | There is no host; write its name, such as voice.example.
                    -voice.example                    | “-voice.example” is not a host name: letters, digits, hyphens and dots are.
                    voice..example                    | “voice..example” is not a host name: letters, digits, hyphens and dots are.
                    vöice.example                     | “vöice.example” is not a host name: letters, digits, hyphens and dots are.
                    """)
    void refusesWhatIsPastedIntoHostFields(String value, String reason) {
        assertThat(HOST.refuse(value)).hasValue(reason);
    }

    @Test
    void otherTypesNameWhatTheyOffer() {
        assertThat(new SettingType.Choice(List.of("24", "12")).refuse("13"))
                .hasValue("“13” is not offered; choose 24, 12.");
        assertThat(new SettingType.Choice(List.of("24", "12")).refuse("12")).isEmpty();
        assertThat(new SettingType.YesNo().refuse("on")).hasValue("“on” is neither yes nor no.");
        assertThat(new SettingType.YesNo().refuse("yes")).isEmpty();
        assertThat(new SettingType.Zone().refuse("Etc/GMT-1")).isEmpty();
        assertThat(new SettingType.Zone().refuse("Tarnholm"))
                .hasValueSatisfying(r -> assertThat(r).startsWith("“Tarnholm” is not a time zone"));
        assertThat(new SettingType.Text(4).refuse("five!")).hasValue("It has 5 characters; at most 4 fit.");
        assertThat(new SettingType.Text(9).refuse("a\nb"))
                .hasValueSatisfying(r -> assertThat(r).contains("line break"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '§',
            value = {
                "list opus|g722§opus,g722§",
                "list opus|g722§opus, g722§“ g722” is not offered",
                "list opus|g722§opus,opus§“opus” stands there twice",
                "url§https://pbx.example/book.xml§",
                "url§pbx.example§does not begin with http",
                "url§https://a b/§is no address",
                "url§http:///x§names no host",
                "digitmap§[2-4]xxx|0xxxx.T|112§",
                "digitmap§(x.T)§",
                "digitmap§[2-4§At character 1: “[” does not belong here",
                "digitmap§12|§Nothing stands after the last",
                "digitmap§|12§At character 1: nothing stands before",
                "digitmap§(12§is not closed",
                "version§5.2.10§",
                "version§v5§“v5” is not a version",
                "secret 4§abc§",
                "secret 4§abcde§It has 5 characters; at most 4 fit."
            })
    void typesTakeWhatTheySayAndNothingElse(String type, String value, String complaint) {
        assertThat(SettingType.of(type).refuse(value).orElse(""))
                .contains(complaint == null ? "" : complaint)
                .matches(reason -> complaint != null || reason.isEmpty());
    }

    @Test
    void catalogueHasAHundredSettingsInPlainGroups() {
        assertThat(SettingsCatalogue.all()).hasSizeGreaterThanOrEqualTo(100);
        assertThat(SettingsCatalogue.all()).extracting(Setting::group).contains(SettingGroup.values());
        assertThat(SettingsCatalogue.all())
                .allSatisfy(s -> assertThat(s.purpose()).as(s.key()).endsWith("."));
    }

    @Test
    void everySettingsUsualValueIsOneItTakes() {
        assertThat(SettingsCatalogue.all())
                .allSatisfy(setting -> assertThat(setting.usual().flatMap(setting::refuse))
                        .as(setting.key())
                        .isEqualTo(Optional.empty()));
    }

    @Test
    void keysAreUniqueAndDotted() {
        assertThat(SettingsCatalogue.all())
                .extracting(Setting::key)
                .doesNotHaveDuplicates()
                .allMatch(key -> key.matches("[a-z]+\\.[a-z-]+"));
    }
}
