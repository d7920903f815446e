package jordfell.server.fleet;

import java.util.Arrays;
import java.util.List;
import jordfell.core.path.Standing;
import jordfell.server.answer.ActDone;
import jordfell.server.problem.RefusedException;
import jordfell.server.release.ReleaseService;
import jordfell.server.release.ReleaseService.Consents;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What is done with a device: given its configuration, restarted, called, replaced, taken out of use. */
@RestController
@RequestMapping(path = "/api/devices/{id}", produces = "application/json")
class DeviceActController {

    record MacWish(@Nullable String mac) {}

    record StandingWish(Standing standing) {}

    /**
     * What is agreed to.
     *
     * @param supersede the device may leave the wave of another release in which it waits or was held back
     * @param unfit it may have, or be given, firmware that is not to be relied on
     */
    record SingleRelease(
            @Nullable Boolean supersede, @Nullable Boolean unfit) {}

    private final DeviceCase cases;
    private final ReleaseService releases;
    private final TestCalls testCalls;
    private final DeviceLife life;
    private final Restarts restarts;

    DeviceActController(
            DeviceCase cases, ReleaseService releases, TestCalls testCalls, DeviceLife life, Restarts restarts) {
        this.cases = cases;
        this.releases = releases;
        this.testCalls = testCalls;
        this.life = life;
        this.restarts = restarts;
    }

    @PostMapping("/release")
    void release(@PathVariable long id, @RequestBody(required = false) @Nullable SingleRelease wish) {
        releases.release(
                List.of(id),
                "",
                ReleaseService.ALL_AT_ONCE,
                wish == null ? Consents.NONE : Consents.of(wish.supersede(), wish.unfit()));
    }

    @PostMapping("/resend")
    void resend(@PathVariable long id) {
        releases.resend(id);
    }

    @PostMapping("/restart")
    void restart(@PathVariable long id) {
        restarts.restart(id);
    }

    @PostMapping("/test-call")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void testCall(@PathVariable long id) {
        testCalls.call(cases.open(id)
                .orElseThrow(() -> RefusedException.notFound("device"))
                .records());
    }

    /** Another box takes this one's place; the record keeps everything but the MAC. */
    @PostMapping("/replace")
    ActDone replace(@PathVariable long id, @RequestBody MacWish wish) {
        return new ActDone(life.replace(id, wish.mac() == null ? "" : wish.mac()));
    }

    /** A new claim code for a device that has no MAC yet. */
    @PostMapping("/claim")
    ActDone claim(@PathVariable long id) {
        return new ActDone(life.giveClaim(id));
    }

    @PutMapping("/standing")
    ActDone setStanding(@PathVariable long id, @RequestBody StandingWish wish) {
        if (wish.standing() == null) {
            throw RefusedException.field(
                    "/standing", "No standing is named.", Arrays.toString(Standing.values()) + ".");
        }
        return new ActDone(wish.standing() == Standing.IN_USE ? life.bringBack(id) : life.takeOut(id, wish.standing()));
    }
}
