package jordfell.server.keeping;

import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/** Whether what is done can be kept. */
@Component("data")
class DataHealth implements HealthIndicator {

    private final DataWatch watch;

    DataHealth(DataWatch watch) {
        this.watch = watch;
    }

    @Override
    public Health health() {
        return watch.present()
                .map(t -> Health.down().withDetail(t.kind().name(), t.words()).build())
                .orElseGet(() -> Health.up().build());
    }
}
