package jordfell.server.fleet;

import jordfell.core.path.Stop;
import jordfell.core.path.StopState;
import jordfell.server.problem.RefusedException;
import jordfell.server.release.ReleaseService;
import org.springframework.stereotype.Component;

/** Has phones restart; one that is not registered hears nothing. */
@Component
class Restarts {

    private final DeviceCase cases;
    private final ReleaseService releases;

    Restarts(DeviceCase cases, ReleaseService releases) {
        this.cases = cases;
        this.releases = releases;
    }

    /** Tells the phone to restart; refuses if none of its lines can be told. */
    void restart(long deviceId) {
        DeviceCase.Opened device = cases.open(deviceId).orElseThrow(() -> RefusedException.notFound("device"));
        if (device.device().path().stop(Stop.ACCEPTED).state() != StopState.PASSED) {
            throw RefusedException.field(
                    "/",
                    device.records().device().label() + " is not registered, so that it can’t be told to restart.",
                    "Have somebody unplug it, or see why it is held.");
        }
        releases.restart(device.records().device());
    }
}
