package jordfell.core.ground;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.DomainRules;
import jordfell.core.roster.PasswordRule;
import org.junit.jupiter.api.Test;

class DomainImpactTest {

    private static final List<String> NUMBERS = List.of("2400", "2401", "2450");

    private static Domain domain(String name, String realm, int usual, Block block, Set<String> reserved) {
        return new Domain(
                1,
                name,
                realm,
                new Domain.Expiry(60, usual, 7_200),
                2,
                List.of(),
                List.of(block),
                new DomainRules(List.of("udp"), PasswordRule.USUAL, 4, reserved, Set.of("112")));
    }

    private static final Block WIDE = new Block(2400, 2499, "");
    private static final Domain BEFORE = domain("a.example", "a.example", 3_600, WIDE, Set.of());

    private static Impact becomes(Domain after) {
        return DomainImpact.of(BEFORE, after, NUMBERS, 40);
    }

    @Test
    void sameDomainTouchesNobody() {
        assertThat(becomes(BEFORE)).isEqualTo(new Impact(0, List.of(), List.of()));
    }

    @Test
    void anotherNameSendsEveryPhoneElsewhere() {
        Impact impact = becomes(domain("b.example", "a.example", 3_600, WIDE, Set.of()));
        assertThat(impact.devices()).isEqualTo(40);
        assertThat(impact.sentences())
                .containsExactly("Every phone gets another registrar: b.example. Each has to be released again.");
    }

    @Test
    void anotherExpiryIsInEveryFile() {
        assertThat(becomes(domain("a.example", "a.example", 1_800, WIDE, Set.of())))
                .isEqualTo(new Impact(40, List.of(), List.of()));
    }

    @Test
    void numbersThatFallOutsideTheBlocksAreNamed() {
        Impact one = becomes(domain("a.example", "a.example", 3_600, new Block(2400, 2449, ""), Set.of()));
        assertThat(one.falling()).containsExactly("2450");
        assertThat(one.sentences()).containsExactly("1 extension falls outside the blocks and stays as it is.");
        Impact all = becomes(domain("a.example", "a.example", 3_600, new Block(3000, 3099, ""), Set.of()));
        assertThat(all.sentences()).containsExactly("3 extensions fall outside the blocks and stay as they are.");
    }

    @Test
    void numbersThatAreReservedThoughTakenAreTold() {
        assertThat(becomes(domain("a.example", "a.example", 3_600, WIDE, Set.of("2401")))
                        .sentences())
                .containsExactly("2401 is taken already, though now reserved.");
        assertThat(becomes(domain("a.example", "a.example", 3_600, WIDE, Set.of("2400", "2450")))
                        .sentences())
                .containsExactly("2400, 2450 are taken already, though now reserved.");
    }

    @Test
    void anotherRealmSpoilsDigestsOfOtherSystems() {
        assertThat(becomes(domain("a.example", "b.example", 3_600, WIDE, Set.of()))
                        .sentences())
                .containsExactly("The realm changes: stored digests of other systems don’t fit any more.");
    }
}
