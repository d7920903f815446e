package jordfell.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;

/** A cleared sheet is kept for the days that the screens name, and then goes. */
class ClearedSheetsTest {

    private final RunningServer server = RunningServer.shared();
    private final RunningServer.Client client = server.technician();

    @Test
    void clearedSheetGoesAfterItsTimeAndNotBefore() {
        client.post("/api/intake/sheet/rows", Map.of("text", "024b7a2000c1"));
        client.delete("/api/intake/sheet");
        server.bean(ClearedSheets.class).forget();
        assertThat(canBringBack()).isTrue();
        server.bean(Jdbc.class)
                .update(
                        "update intake_sheet set put_aside_at = ? where put_aside",
                        Instant.now().minus(Duration.ofDays(31)));
        server.bean(ClearedSheets.class).forget();
        assertThat(canBringBack()).isFalse();
    }

    private boolean canBringBack() {
        return client.get("/api/intake/sheet").json().path("canBringBack").asBoolean();
    }
}
