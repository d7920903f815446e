package jordfell.core.ground;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SiteWishTest {

    private static final Site PIER = Site.fresh(3, "token");

    /** A site with these fields, by their names; all others as they usually are. */
    private static SiteWish wish(Map<String, String> fields, boolean hasPassword) {
        return new SiteWish(
                fields.getOrDefault("name", "Pier"),
                true,
                fields.getOrDefault("subnets", ""),
                false,
                fields.getOrDefault("publicAddress", ""),
                Integer.parseInt(fields.getOrDefault("natTimeout", "60")),
                null,
                Integer.parseInt(fields.getOrDefault("portBase", "0")),
                fields.getOrDefault("fetchUser", ""),
                fields.get("fetchPassword"),
                hasPassword,
                fields.getOrDefault("fetchFrom", ""),
                fields.getOrDefault("zone", ""),
                fields.getOrDefault("timeServer", ""));
    }

    private static Site kept(SiteWish wish) {
        return ((Checked.Good<Site>) wish.checked(PIER, 9)).value();
    }

    private static List<FieldProblem> problems(SiteWish wish) {
        return ((Checked.Bad<Site>) wish.checked(PIER, 9)).problems();
    }

    @Test
    void whatIsNotWrittenStaysAndListsAreKeptInOneForm() {
        Site site = kept(wish(
                Map.of("name", " Pier ", "subnets", "198.51.100.0/25,  198.51.100.128/26", "fetchFrom", "192.0.2.0/24"),
                false));
        assertThat(site.name()).isEqualTo("Pier");
        assertThat(site.domainId()).isEqualTo(3);
        assertThat(site.token()).isEqualTo("token");
        assertThat(site.subnets()).isEqualTo("198.51.100.0/25 198.51.100.128/26");
        assertThat(site.access()).isEqualTo(new Site.Access("", "192.0.2.0/24"));
        assertThat(site.learns()).isEqualTo(Site.Learns.OPTION_66);
        assertThat(site.version()).isEqualTo(9);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            name          | '  '                 | /name          | The name is missing.
            subnets       | 198.51.100.0         | /subnets       | “198.51.100.0” is no range.
            subnets       | 198.51.999.0/24      | /subnets       | “198.51.999.0/24” is no range.
            subnets       | 198.51.100.0/33      | /subnets       | is no range.
            fetchFrom     | everywhere           | /fetchFrom     | “everywhere” is no range.
            publicAddress | 203.0.113.400        | /publicAddress | “203.0.113.400” is no address.
            natTimeout    | 9                    | /natTimeout    | The timeout can’t be 9.
            portBase      | 1023                 | /portBase      | 1023 is no base for ports.
            portBase      | 65536                | /portBase      | 65536 is no base for ports.
            fetchUser     | phones               | /fetchPassword | The name has no password.
            fetchPassword | elevenchars          | /fetchPassword | It has 11 characters.
            zone          | Middle/Nowhere       | /zone          | is not a time zone
            timeServer    | two words            | /timeServer    | A host has no blanks; write one name alone
            """)
    void whatIsWrongIsToldAtItsFieldWithWhatWouldBeRight(String field, String text, String at, String reason) {
        assertThat(problems(wish(Map.of(field, text), false))).singleElement().satisfies(problem -> {
            assertThat(problem.pointer()).isEqualTo(at);
            assertThat(problem.reason()).contains(reason);
            // What a setting can’t be is told with what it can, in one.
            assertThat(problem.hint().isEmpty()).isEqualTo(field.equals("zone") || field.equals("timeServer"));
        });
    }

    @Test
    void nameNeedsNoPasswordAnewWhereThereIsOne() {
        assertThat(kept(wish(Map.of("fetchUser", "phones"), true)).access().user())
                .isEqualTo("phones");
    }

    @Test
    void clockIsSaidByTheSitesLayer() {
        @Nullable SiteWish wish = wish(Map.of("zone", " Etc/UTC "), false);
        assertThat(wish.settings())
                .isEqualTo(Map.of(SettingsCatalogue.ZONE, "Etc/UTC", SettingsCatalogue.TIME_SERVER, ""));
    }
}
