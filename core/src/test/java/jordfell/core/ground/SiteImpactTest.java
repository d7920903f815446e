package jordfell.core.ground;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class SiteImpactTest {

    private static final Site OPEN = Site.fresh(1, "t");

    private static Site site(boolean behindNat, int portBase) {
        return new Site(0, 1, "", "t", false, "", behindNat, "", 60, Site.Learns.OPTION_66, portBase, OPEN.access(), 0);
    }

    private static List<String> sentences(Site after, String... numbers) {
        return SiteImpact.of(OPEN, after, false, List.of(numbers), 12).sentences();
    }

    @Test
    void clockAndPortsAreInEveryFileAndNothingElseIs() {
        assertThat(SiteImpact.of(OPEN, OPEN, false, List.of("2400"), 12).devices())
                .isZero();
        assertThat(SiteImpact.of(OPEN, OPEN, true, List.of("2400"), 12).devices())
                .isEqualTo(12);
        assertThat(SiteImpact.of(OPEN, site(true, 20_000), false, List.of("2400"), 12)
                        .devices())
                .isEqualTo(12);
        assertThat(SiteImpact.of(OPEN, site(true, 0), false, List.of("2400"), 12)
                        .devices())
                .isZero();
    }

    @Test
    void behindARouterARuleIsProposed() {
        assertThat(sentences(site(true, 0), "2400", "2401"))
                .containsExactly(
                        "Without a rule its phones share one local port behind the router. 20000 + extension works.");
    }

    @Test
    void ruleThatDoesNotFitIsToldWithOneThatDoes() {
        assertThat(sentences(site(true, 14_500), "2400"))
                .containsExactly(
                        "By the rule 14500 + 2400 its local port would be 16900, where media travels (16384–19999).",
                        "With 20000 + extension every line has a port of its own.");
    }

    @Test
    void ruleThatFitsNeedsNoWords() {
        assertThat(sentences(site(true, 20_000), "2400")).isEmpty();
    }

    @Test
    void sevenDigitsFitNoBase() {
        assertThat(sentences(site(true, 20_000), "1000000"))
                .last()
                .isEqualTo("No base of full thousands works for all extensions here.");
    }
}
