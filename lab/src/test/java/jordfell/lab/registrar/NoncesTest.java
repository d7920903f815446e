package jordfell.lab.registrar;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Random;
import jordfell.lab.registrar.Nonces.Standing;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A nonce is used once for each count, however many there are. */
class NoncesTest {

    private static final Instant NOW = Instant.parse("2026-11-12T09:00:00Z");
    private static final Duration LIFETIME = Duration.ofMinutes(5);

    private final Nonces nonces = new Nonces(LIFETIME, new Random(3));

    @Test
    void isFreshUntilItIsOver() {
        String nonce = nonces.issue(NOW);
        assertThat(nonces.judge(nonce, NOW.plus(LIFETIME).minusMillis(1))).isEqualTo(Standing.FRESH);
        assertThat(nonces.judge(nonce, NOW.plus(LIFETIME))).isEqualTo(Standing.STALE);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "x", "!", "AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA"})
    void whatWasNotIssuedIsForeign(String nonce) {
        assertThat(nonces.judge(nonce, NOW)).isEqualTo(Standing.FOREIGN);
    }

    @Test
    void usesAreRememberedUntilNobodyCanUseItAnyMore() {
        String nonce = nonces.issue(NOW);
        assertThat(nonces.use(nonce, "00000001", NOW)).isTrue();
        nonces.forgetStale(NOW.plus(LIFETIME).minusMillis(1));
        assertThat(nonces.use(nonce, "00000001", NOW)).isFalse();
        assertThat(nonces.use(nonce, "00000002", NOW)).isTrue();
    }

    @Test
    void whoseUseIsForgottenForWantOfRoomIsAskedAnewAndCannotUseItTwice() {
        String first = nonces.issue(NOW);
        String goesOn = nonces.issue(NOW);
        assertThat(nonces.use(first, "00000001", NOW)).isTrue();
        Instant later = NOW.plusSeconds(1);
        for (int i = 0; i < Nonces.MOST; i++) {
            assertThat(nonces.use(nonces.issue(later), "00000001", later)).isTrue();
            if (i == Nonces.MOST / 2) {
                assertThat(nonces.use(goesOn, "00000001", later)).isTrue();
            }
        }
        assertThat(nonces.judge(first, later)).isEqualTo(Standing.STALE);
        assertThat(nonces.judge(goesOn, later)).isEqualTo(Standing.FRESH);
        assertThat(nonces.use(goesOn, "00000002", later)).isTrue();
        assertThat(nonces.judge(nonces.issue(later.plusMillis(1)), later)).isEqualTo(Standing.FRESH);
    }
}
