package jordfell.server.history;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import jordfell.core.history.Point;
import jordfell.server.config.JordfellProperties;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.keeping.DataWatch;
import jordfell.server.support.RunningServer;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.boot.context.properties.source.MapConfigurationPropertySource;

/** How much evidence is kept: by age, by size, and what stays whatever the two say. */
class RetentionTest {

    private static final Instant NOW = Instant.parse("2026-03-20T08:00:00Z");
    private static final long SETTLED = 901;
    private static final long UNSETTLED = 902;
    private static final int KB = 1_000;

    private HikariDataSource pool;
    private Jdbc jdbc;

    @BeforeEach
    void open() {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl("jdbc:h2:mem:retention" + System.nanoTime() + ";DB_CLOSE_DELAY=-1");
        config.setMaximumPoolSize(2);
        pool = new HikariDataSource(config);
        Flyway.configure().dataSource(pool).load().migrate();
        jdbc = new Jdbc(pool);
        history(SETTLED, NOW);
        history(UNSETTLED, NOW.minus(Duration.ofDays(30)));
        jdbc.update("set referential_integrity false");
        for (long device : List.of(SETTLED, UNSETTLED)) {
            jdbc.update(
                    "insert into device (id, mac, model_id, site_id, label, enrolled_at, enrolled_by)"
                            + " values (?, ?, 'k', 1, 'desk', ?, 'lena')",
                    device,
                    "024B7A000" + device,
                    NOW);
        }
    }

    @AfterEach
    void close() {
        pool.close();
    }

    private void history(long device, Instant settled) {
        jdbc.update(
                "insert into history (device_id, settled_at, data) values (?, ?, ?)",
                device,
                settled,
                EvidenceJson.write(Point.start(settled)));
    }

    /** So many episodes of about so many bytes, one a minute, the newest a moment; blanks pad what is read as JSON. */
    private void episodes(long device, int count, int bytes, Instant newest) {
        byte[] data = Arrays.copyOf(EvidenceJson.write(List.of()), bytes + 2);
        Arrays.fill(data, 2, data.length, (byte) ' ');
        for (int i = 0; i < count; i++) {
            Instant at = newest.minus(Duration.ofMinutes(i));
            jdbc.update(
                    "insert into episode (device_id, kind, fold_key, first_at, last_at, times, data)"
                            + " values (?, 'config', 'config|f', ?, ?, 1, ?)",
                    device,
                    at,
                    at,
                    data);
        }
    }

    private void tidy(int days, int mb) {
        JordfellProperties properties = new Binder(new MapConfigurationPropertySource(Map.of(
                        "jordfell.data", "mem:retention", "jordfell.evidence-days", days, "jordfell.evidence-mb", mb)))
                .bindOrCreate("jordfell", JordfellProperties.class);
        new Retention(
                        jdbc,
                        new EpisodeStore(jdbc),
                        new HistoryStore(jdbc, new FindingStore(jdbc)),
                        RunningServer.shared().bean(DataWatch.class),
                        () -> NOW,
                        properties)
                .tidy();
    }

    private int left(long device) {
        return jdbc.one("select count(*) n from episode where device_id = ?", row -> row.integer("n"), device)
                .orElseThrow();
    }

    private Instant oldest(long device) {
        return jdbc.one("select min(last_at) m from episode where device_id = ?", row -> row.time("m"), device)
                .orElseThrow();
    }

    @Test
    void whatIsOlderThanItsDaysGoes() {
        episodes(SETTLED, 5, 0, NOW.minus(Duration.ofDays(8)));
        episodes(SETTLED, 7, 0, NOW.minus(Duration.ofDays(6)));
        tidy(7, 10);
        assertThat(left(SETTLED)).isEqualTo(7);
    }

    @Test
    void whatIsTooMuchGoesOldestFirst() {
        // 20 MB of a day, of which ten may stay.
        episodes(SETTLED, 1_000, 20 * KB, NOW.minusSeconds(1));
        tidy(7, 10);
        assertThat(left(SETTLED) * 20L * KB).isBetween(9_000_000L, 10_000_000L);
        assertThat(oldest(SETTLED))
                .as("those that are left are the newest")
                .isEqualTo(NOW.minusSeconds(1).minus(Duration.ofMinutes(left(SETTLED) - 1L)));
    }

    @Test
    void whatFitsStays() {
        episodes(SETTLED, 100, 20 * KB, NOW.minusSeconds(1));
        tidy(7, 10);
        assertThat(left(SETTLED)).isEqualTo(100);
    }

    @Test
    void newEpisodesThatAreStillSmallDoNotHideHowLargeTheOldOnesAre() {
        episodes(SETTLED, 1_000, 30 * KB, NOW.minus(Duration.ofDays(1)));
        episodes(SETTLED, 1_000, 1 * KB, NOW.minusSeconds(1));
        tidy(7, 20);
        assertThat(jdbc.one("select sum(octet_length(data)) s from episode", row -> row.number("s"))
                        .orElseThrow())
                .isLessThan(20_000_000L);
    }

    @Test
    void whatAHistoryStillRestsOnStaysHoweverMuchThereIs() {
        episodes(UNSETTLED, 600, 20 * KB, NOW.minusSeconds(1));
        tidy(7, 10);
        assertThat(left(UNSETTLED)).isEqualTo(600);
    }

    @Test
    void whatShowedAFindingStaysHoweverMuchThereIsAndHoweverOldItIs() {
        Instant told = NOW.minus(Duration.ofDays(20));
        jdbc.update(
                "insert into finding (device_id, cause, variant, line, certainty, sentence, opened_at)"
                        + " values (?, 'STALE', '', 0, 'CERTAIN', 'It.', ?)",
                SETTLED,
                told);
        episodes(SETTLED, 30, 0, told);
        episodes(SETTLED, 1_000, 20 * KB, NOW.minusSeconds(1));
        tidy(7, 10);
        assertThat(oldest(SETTLED)).isEqualTo(told.minus(Duration.ofMinutes(10)));
        assertThat(jdbc.one(
                        "select count(*) n from episode where last_at < ?",
                        row -> row.integer("n"),
                        told.plusSeconds(1)))
                .as("from ten minutes before it was told")
                .hasValue(11);
    }

    @Test
    void howMuchWentAndUntilWhenStandsWithTheDevice() {
        episodes(SETTLED, 5, 0, NOW.minus(Duration.ofDays(8)));
        tidy(7, 10);
        episodes(SETTLED, 3, 0, NOW.minus(Duration.ofDays(8)).plusSeconds(1));
        tidy(7, 10);
        assertThat(new HistoryStore(jdbc, new FindingStore(jdbc)).whatWasLetGo(SETTLED))
                .hasValue(new HistoryStore.LetGo(NOW.minus(Duration.ofDays(8)).plusSeconds(1), 8));
        assertThat(new HistoryStore(jdbc, new FindingStore(jdbc)).whatWasLetGo(UNSETTLED))
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "0, 100, jordfell.evidence-days is 0: it takes 1 to 3650 days",
        "-14, 100, jordfell.evidence-days is -14: it takes 1 to 3650 days",
        "14, 0, jordfell.evidence-mb is 0: it takes 10 to 1000000 MB",
        "14, 2000000, jordfell.evidence-mb is 2000000: it takes 10 to 1000000 MB"
    })
    void aSettingThatWouldLoseWhatIsToBeKeptIsRefusedAtTheStart(int days, int mb, String sentence) {
        assertThatThrownBy(() -> tidy(days, mb)).rootCause().hasMessageContaining(sentence);
    }
}
