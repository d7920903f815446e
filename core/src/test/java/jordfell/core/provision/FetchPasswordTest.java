package jordfell.core.provision;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import jordfell.core.roster.SipPassword;
import org.junit.jupiter.api.Test;

class FetchPasswordTest {

    private static byte[] seal(long seed) {
        byte[] bytes = new byte[32];
        new Random(seed).nextBytes(bytes);
        return bytes;
    }

    @Test
    void sameSealGivesTheSamePasswordAndAnotherAnother() {
        assertThat(FetchPassword.of(7, seal(1))).isEqualTo(FetchPassword.of(7, seal(1)));
        assertThat(FetchPassword.of(7, seal(1)).password())
                .isNotEqualTo(FetchPassword.of(7, seal(2)).password());
    }

    @Test
    void everyDialectCanWriteItAndNothingShowsIt() {
        FetchPassword made = FetchPassword.of(12, seal(3));
        assertThat(made.user()).isEqualTo("phone-12");
        assertThat(made.password()).hasSize(20).matches("[" + SipPassword.ALPHABET + "]+");
        assertThat(made.toString()).doesNotContain(made.password());
    }
}
