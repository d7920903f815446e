package jordfell.server.history;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.server.jdbc.Jdbc;
import org.h2.jdbcx.JdbcDataSource;
import org.junit.jupiter.api.Test;

/** Pings that only go on wait to be written, and are written a little at a time. */
class EpisodeBookTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final int PHONES = 1_200;

    /** Rows in memory, and how many were written over at once. */
    private static final class Rows extends EpisodeStore {

        private final List<Integer> updates = new ArrayList<>();
        private long made;

        Rows() {
            super(new Jdbc(new JdbcDataSource()));
        }

        @Override
        List<Long> insert(List<Long> devices, List<Episode> episodes) {
            return LongStream.range(0, devices.size()).map(i -> ++made).boxed().toList();
        }

        @Override
        void update(List<Stored> changed) {
            if (!changed.isEmpty()) {
                updates.add(changed.size());
            }
        }

        @Override
        void delete(List<Long> ids) {}

        @Override
        List<Stored> since(long device, Instant moment) {
            return List.of();
        }
    }

    private final Rows rows = new Rows();
    private final EpisodeBook book = new EpisodeBook(rows);

    private void ping(Instant at) {
        Map<Long, List<Observation>> seen = new HashMap<>();
        for (long device = 1; device <= PHONES; device++) {
            seen.put(device, List.of(new Pinged(at, "2416", true)));
        }
        book.take(seen, at);
    }

    private int writtenAt(Instant now) {
        List<Long> some = book.writeSome(now);
        book.written(some);
        return some.size();
    }

    @Test
    void whatOnlyGoesOnWaitsAndThenIsWrittenALittleAtATime() {
        ping(T);
        ping(T.plusSeconds(60));
        ping(T.plusSeconds(120));
        assertThat(writtenAt(T.plusSeconds(121))).isZero();
        Instant later = T.plusSeconds(60).plus(Duration.ofMinutes(5));
        assertThat(List.of(writtenAt(later), writtenAt(later), writtenAt(later), writtenAt(later)))
                .containsExactly(500, 500, 200, 0);
        assertThat(rows.updates).containsExactly(500, 500, 200);
    }

    @Test
    void whatCouldNotBeKeptIsWrittenOnceMore() {
        ping(T);
        ping(T.plusSeconds(60));
        Instant later = T.plusSeconds(60).plus(Duration.ofMinutes(5));
        List<Long> first = book.writeSome(later); // and its transaction fails
        assertThat(book.writeSome(later)).isEqualTo(first);
    }

    @Test
    void atTheEndAllThatWaitsIsWritten() {
        ping(T);
        ping(T.plusSeconds(60));
        book.writeWaiting();
        assertThat(rows.updates).containsExactly(PHONES);
        assertThat(writtenAt(T.plus(Duration.ofHours(1)))).isZero();
    }
}
