package jordfell.server.remedy;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.diagnosis.Remedy;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.Standing;
import jordfell.core.roster.Domain;
import jordfell.server.remedy.RemedyAct.Consent;
import jordfell.server.remedy.RemedyAct.Task;
import org.junit.jupiter.api.Test;

/** One remedy for a whole group: what mends a target for all of them is done once. */
class RemedyActTest {

    private static Task task(long device, String target) {
        DeviceFacts facts = new DeviceFacts(
                device,
                Optional.empty(),
                Optional.empty(),
                Standing.IN_USE,
                "Window " + device,
                new DeviceModel("k", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 2, 12, 32, 20),
                "Eskvik Pier",
                Instant.EPOCH,
                "Lena Ravn",
                new Domain(1, "v.example", "v.example", new Domain.Expiry(60, 120, 600), 2, List.of(), List.of()),
                List.of(),
                List.of(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Duration.ofMinutes(5),
                false,
                DeviceFacts.Beside.NOTHING,
                DeviceFacts.KeyFacts.NONE,
                List.of());
        Remedy remedy = new Remedy(Remedy.Action.UNBAN, "Have south hear it again", 0, target, "It is heard again.");
        return new Task(facts, remedy, new Consent(false, false));
    }

    private static final List<Task> THREE =
            List.of(task(1, "south 192.0.2.1"), task(2, "south 192.0.2.1"), task(3, "north 192.0.2.1"));

    @Test
    void aTargetThatSeveralHaveIsMendedOnce() {
        List<Long> done = new ArrayList<>();
        RemedyAct.ofTarget(Remedy.Action.UNBAN, task -> done.add(task.device())).performAll(THREE);
        assertThat(done).containsExactly(1L, 3L);
    }

    @Test
    void whatIsOfADeviceIsDoneForEach() {
        List<Long> done = new ArrayList<>();
        RemedyAct.of(Remedy.Action.UNBAN, task -> done.add(task.device())).performAll(THREE);
        assertThat(done).containsExactly(1L, 2L, 3L);
    }
}
