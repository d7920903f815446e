package jordfell.lab.ntp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.ByteBuffer;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SntpTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "2026-03-02T08:00:00.250Z",
                "2020-01-01T00:00:00Z",
                "2036-02-07T06:28:16.001Z",
                "2050-06-01T12:00:00Z"
            })
    void theTimeComesBackAsItWasTold(String time) {
        byte[] request = Sntp.request(Instant.parse("2020-01-01T00:00:00Z"));
        byte[] reply = Sntp.reply(request, Instant.parse(time)).orElseThrow();
        assertThat(Sntp.time(reply, request).orElseThrow())
                .isCloseTo(Instant.parse(time), within(1, ChronoUnit.MICROS));
    }

    @Test
    void theFieldsStandWhereTheStandardPutsThem() {
        byte[] request = Sntp.request(Instant.EPOCH);
        assertThat(request).hasSize(48);
        assertThat(request[0]).as("version 4, a client").isEqualTo((byte) 0x23);
        assertThat(ByteBuffer.wrap(request).getInt(40)).isEqualTo((int) 2_208_988_800L);
    }

    @Test
    void anAnswerToAnotherQuestionTellsNothing() {
        byte[] one = Sntp.request(Instant.ofEpochSecond(1));
        byte[] other = Sntp.request(Instant.ofEpochSecond(2));
        byte[] reply = Sntp.reply(one, Instant.ofEpochSecond(100)).orElseThrow();
        assertThat(Sntp.time(reply, other)).isEmpty();
        assertThat(Sntp.time(new byte[20], one)).isEmpty();
        assertThat(Sntp.reply(reply, Instant.EPOCH))
                .as("an answer is no question")
                .isEmpty();
    }
}
