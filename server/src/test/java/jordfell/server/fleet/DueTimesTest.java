package jordfell.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.api.Test;

/** Devices whose time comes. */
class DueTimesTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private final DueTimes due = new DueTimes();

    @Test
    void thoseWhoseTimeHasComeAreTakenOnceInTheirOrder() {
        due.put(1, T.plusSeconds(30));
        due.put(2, T.plusSeconds(10));
        due.put(3, T.plusSeconds(90));
        assertThat(due.take(T)).isEmpty();
        assertThat(due.take(T.plusSeconds(30))).containsExactly(2L, 1L);
        assertThat(due.take(T.plusSeconds(30))).isEmpty();
        assertThat(due.take(T.plusSeconds(100))).containsExactly(3L);
    }

    @Test
    void laterTimeTakesThePlaceOfTheOneBefore() {
        due.put(1, T.plusSeconds(10));
        due.put(1, T.plusSeconds(50));
        assertThat(due.take(T.plusSeconds(20))).isEmpty();
        assertThat(due.take(T.plusSeconds(50))).containsExactly(1L);
    }

    @Test
    void devicesThatAreDueAtOneTimeAreAllTaken() {
        due.put(1, T);
        due.put(2, T);
        assertThat(due.take(T)).containsExactly(1L, 2L);
    }
}
