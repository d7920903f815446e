package jordfell.server.release;

import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.LongPredicate;
import jordfell.core.identity.MacAddress;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.ReleaseStore;
import jordfell.server.release.PhoneBell.Called;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Tells phones, one after another in the background, that something waits for them. */
@Component
class Bells {

    private static final Logger log = LoggerFactory.getLogger(Bells.class);

    private final Jdbc jdbc;
    private final ReleaseStore releases;
    private final PhoneBell bell;
    private final ExecutorService ringer = Executors.newSingleThreadExecutor(task -> {
        Thread thread = new Thread(task, "bells");
        thread.setDaemon(true);
        return thread;
    });

    Bells(Jdbc jdbc, ReleaseStore releases, PhoneBell bell) {
        this.jdbc = jdbc;
        this.releases = releases;
        this.bell = bell;
    }

    /** Tells each of these that has something released, once what was written is committed. */
    void ring(List<Long> deviceIds, LongPredicate restart) {
        jdbc.afterCommit(() -> ringer.execute(() -> deviceIds.forEach(id -> ring(id, restart))));
    }

    private void ring(long deviceId, LongPredicate restart) {
        if (ringer.isShutdown()) {
            return; // it ends while it tells a whole fleet: they look by themselves later
        }
        try {
            called(deviceId).ifPresent(called -> bell.ring(called, restart.test(deviceId)));
        } catch (RuntimeException e) {
            log.error("Device {} could not be told of its release", deviceId, e);
        }
    }

    /** It is called by the first number that was released to it, which is what it registers. */
    private Optional<Called> called(long deviceId) {
        return releases.latest(deviceId)
                .flatMap(r -> r.sent().stream().findFirst())
                .flatMap(line -> jdbc.one(
                        """
                        select d.mac, o.name domain from device d join site s on s.id = d.site_id
                        join domain o on o.id = s.domain_id where d.id = ?""",
                        row -> new Called(
                                row.text("domain"),
                                line.number(),
                                row.textIfAny("mac").map(MacAddress::of)),
                        deviceId));
    }

    /** Ends after the device that is being told: the database is about to be closed. */
    @PreDestroy
    void stop() throws InterruptedException {
        ringer.shutdown();
        if (!ringer.awaitTermination(5, TimeUnit.SECONDS)) {
            ringer.shutdownNow();
        }
    }
}
