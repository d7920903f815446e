package jordfell.lab.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import jordfell.lab.net.Endpoint;
import org.junit.jupiter.api.Test;

class RecorderTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");

    private static Captured from(String host, int second, int length) {
        return Captured.whole(
                START.plusSeconds(second),
                new Endpoint(host, 5060),
                new Endpoint("192.0.2.11", 5060),
                new byte[length]);
    }

    @Test
    void theOldestGoesWhenThereAreTooManyOrTheyAreTooLong() {
        Recorder recorder = new Recorder(3, 100);
        for (int second = 0; second < 5; second++) {
            recorder.record(from("198.51.100.7", second, 10));
        }
        assertThat(recorder.since(START, List.of()))
                .extracting(Captured::at)
                .containsExactly(START.plusSeconds(2), START.plusSeconds(3), START.plusSeconds(4));
        recorder.record(from("198.51.100.7", 5, 95));
        assertThat(recorder.since(START, List.of())).hasSize(1);
    }

    @Test
    void whatIsAskedForIsSinceAMomentAndOfSomeAddresses() {
        Recorder recorder = new Recorder(100, 100_000);
        recorder.record(from("198.51.100.7", 0, 1));
        recorder.record(from("198.51.100.8", 1, 1));
        recorder.record(from("198.51.100.7", 2, 1));
        assertThat(recorder.since(START.plusSeconds(1), List.of())).hasSize(2);
        assertThat(recorder.since(START, List.of("198.51.100.7"))).hasSize(2);
        assertThat(recorder.since(START, List.of("192.0.2.11"))).hasSize(3);
    }
}
