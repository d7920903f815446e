package jordfell.server.templates;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;

/** The tray names what waits, and nothing that is back at what it was. */
class FrameTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private String unreleased() {
        return pier.client().get("/api/frame").json().path("unreleased").toString();
    }

    @Test
    void settingIsNamedWhileADeviceWaitsForItAndNotOnceItIsBack() {
        long device = pier.enrolled("02-4B-7A-0E-22-01", "Tray desk", "2237", "");
        pier.release(device);
        RunningServer.until("it is released", () -> !pending(device));
        String path = "/api/settings/DEVICE/" + device + "/screen.backlight";
        pier.client().put(path, Map.of("value", "30"));
        RunningServer.until("it is told", () -> unreleased().contains("of Tray desk"));
        pier.client().delete(path);
        RunningServer.until("it is told no more", () -> !unreleased().contains("of Tray desk"));
        pier.client().put(path, Map.of("value", "40"));
        RunningServer.until("it is told again", () -> unreleased().contains("of Tray desk"));
        pier.release(device);
        RunningServer.until(
                "it is released, and told no more", () -> !unreleased().contains("of Tray desk"));
        assertThat(pending(device)).isFalse();
    }

    private boolean pending(long device) {
        return pier.sheet(device).path("pending").asBoolean();
    }
}
