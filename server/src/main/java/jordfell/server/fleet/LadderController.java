package jordfell.server.fleet;

import jordfell.core.ladder.Ladder;
import jordfell.server.ladder.LadderView;
import jordfell.server.problem.RefusedException;
import jordfell.server.security.SignedIn;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What went to and fro between a device and everybody else, and each message in words. */
@RestController
@RequestMapping(path = "/api/devices/{id}/ladder", produces = "application/json")
class LadderController {

    private final DeviceCase cases;

    LadderController(DeviceCase cases) {
        this.cases = cases;
    }

    @GetMapping
    LadderView ladder(@PathVariable long id) {
        return LadderView.of(ladder(open(id)));
    }

    /**
     * One of its messages.
     *
     * @param key of its exchange
     * @param step its place there, from 0
     */
    @GetMapping("/message")
    LadderView.MessageView message(
            @PathVariable long id,
            @RequestParam String key,
            @RequestParam int step,
            @AuthenticationPrincipal SignedIn who) {
        DeviceCase.Opened device = open(id);
        return LadderView.message(
                        ladder(device),
                        key,
                        step,
                        device.device().facts(),
                        device.device().secrets())
                .map(message -> message.shownTo(who))
                .orElseThrow(() -> RefusedException.gone(
                        "This message is kept no more: newer ones of the same kind took its place."));
    }

    private DeviceCase.Opened open(long id) {
        return cases.open(id).orElseThrow(() -> RefusedException.notFound("device"));
    }

    private static Ladder ladder(DeviceCase.Opened device) {
        return Ladder.of(device.device().facts(), device.episodes());
    }
}
