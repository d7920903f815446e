package jordfell.server.history;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.core.history.Act;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;

/** What was done last to a device: a finding that ends is said to have ended after it. */
class LastActsTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private String last(long device) {
        return pier.server().bean(LastActs.class).of(device).map(Act::what).orElse("");
    }

    @Test
    void newPasswordIsAnActOnItsOwnDevicesAndOnNoneWhoseKeysFollowTheRoster() {
        long own = pier.enrolled("02-4B-7A-0E-27-01", "Own desk", "2116", "");
        long beside = pier.enrolled("02-4B-7A-0E-27-02", "Lamp desk", "2117", "");
        Map<String, Object> fill = Map.of("position", 6, "kind", "BLF", "order", "NAME");
        assertThat(pier.client()
                        .put("/api/keys/DEVICE/" + beside, Map.of("version", 0, "wishes", List.of(fill)))
                        .status())
                .isEqualTo(200);
        String before = last(beside);
        assertThat(before).contains("laid out the keys");
        assertThat(pier.client()
                        .post("/api/extensions/" + pier.extensionId("2116") + "/password", Map.of())
                        .status())
                .isLessThan(300);
        RunningServer.until("the act is noted", () -> last(own).contains("a new password for 2116"));
        assertThat(last(beside)).isEqualTo(before);
    }

    @Test
    void reSendIsAnActAfterWhichAFindingMayHaveEnded() {
        long device = pier.enrolled("02-4B-7A-0E-27-03", "Sent desk", "2120", "");
        pier.release(device);
        assertThat(pier.client()
                        .post("/api/devices/" + device + "/resend", Map.of())
                        .status())
                .isLessThan(300);
        RunningServer.until(
                "the re-send is noted", () -> last(device).contains("re-sent the configuration of Sent desk"));
    }
}
