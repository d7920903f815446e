package jordfell.server.history;

import static org.assertj.core.api.Assertions.assertThat;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import jordfell.core.evidence.Observation.NotKept;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.keeping.DataWatch;
import jordfell.server.records.DeviceStateStore;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.RunningServer;
import jordfell.server.traffic.TrafficBook;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What can't be kept is told on the device it was of, and counted. */
class NotKeptTest {

    private static final Instant NOW = Instant.parse("2026-03-20T08:00:00Z");
    private static final long DEVICE = 7;
    private static final int ROOM = 100;

    private HikariDataSource pool;
    private Jdbc jdbc;
    private EpisodeStore episodes;

    @BeforeEach
    void open() {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl("jdbc:h2:mem:notkept" + System.nanoTime() + ";DB_CLOSE_DELAY=-1");
        config.setMaximumPoolSize(2);
        pool = new HikariDataSource(config);
        Flyway.configure().dataSource(pool).load().migrate();
        jdbc = new Jdbc(pool);
        episodes = new EpisodeStore(jdbc);
    }

    @AfterEach
    void close() {
        pool.close();
    }

    private ObservationLog log(InstantSource clock) {
        Histories histories = new Histories(
                new HistoryStore(jdbc, new FindingStore(jdbc)),
                new FindingStore(jdbc),
                episodes,
                RunningServer.shared().bean(LastActs.class),
                RunningServer.shared().bean(TrafficBook.class),
                clock);
        Owners owners = new Owners(
                RunningServer.shared().bean(DeviceStore.class),
                RunningServer.shared().bean(DomainStore.class),
                RunningServer.shared().bean(ExtensionStore.class),
                histories,
                RunningServer.shared().bean(AdoptedStrays.class),
                RunningServer.shared().bean(DeviceStateStore.class));
        return new ObservationLog(
                new SeenQueue(ROOM),
                new EpisodeBook(episodes),
                episodes,
                owners,
                strays -> {},
                histories,
                jdbc,
                RunningServer.shared().bean(DataWatch.class),
                clock);
    }

    private Optional<NotKept> told() {
        return episodes.of(DEVICE).last(NotKept.class, gap -> true);
    }

    private static Pinged ping(long device, int second) {
        return new Pinged(NOW.plusSeconds(second), Long.toString(device), true);
    }

    @Test
    void whatThereIsNoRoomForIsToldOnTheDeviceItWasOf() throws Exception {
        CountDownLatch written = new CountDownLatch(1);
        CountDownLatch busy = new CountDownLatch(1);
        ObservationLog log = log(() -> {
            busy.countDown();
            try {
                written.await();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            return NOW;
        });
        // What writes has its hands full before anything comes, and then a hundred find room of 130.
        busy.await();
        for (int i = 0; i < 130; i++) {
            log.ofDevice(DEVICE, ping(DEVICE, i));
        }
        assertThat(log.lost()).isEqualTo(30);
        written.countDown();
        log.flush();
        RunningServer.until("told", () -> told().isPresent());
        assertThat(told()).get().returns(30, NotKept::times);
        assertThat(episodes.newest(DEVICE).stream()
                        .filter(e -> e.kind().equals("ping"))
                        .mapToInt(e -> e.times())
                        .sum())
                .isEqualTo(ROOM);
        log.close();
    }

    @Test
    void whatTheDatabaseRefusesIsToldOnTheDeviceItWasOf() throws Exception {
        ObservationLog log = log(() -> NOW);
        jdbc.update("alter table episode rename to episode_away");
        log.ofDevice(DEVICE, ping(DEVICE, 1));
        log.ofDevice(DEVICE, ping(DEVICE, 2));
        log.flush();
        assertThat(log.lost()).isEqualTo(2);
        jdbc.update("alter table episode_away rename to episode");
        RunningServer.until("told", () -> told().isPresent());
        assertThat(told()).get().returns(2, NotKept::times);
        log.close();
    }

    @Test
    void howManyDevicesCanMissSomethingAtOnceIsBounded() {
        SeenQueue queue = new SeenQueue(1);
        for (long device = 0; device < 20_000; device++) {
            queue.lose(new SeenQueue.Seen("", Optional.empty(), Optional.of(device), ping(1, 1)));
        }
        assertThat(queue.lost()).isEqualTo(20_000);
        assertThat(queue.takeMissed()).hasSize(10_000);
        assertThat(queue.takeMissed()).isEmpty();
    }
}
