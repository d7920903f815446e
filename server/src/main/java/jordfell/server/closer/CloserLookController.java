package jordfell.server.closer;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.server.closer.CloserLookStore.Raised;
import jordfell.server.closer.CloserLookStore.Similar;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Has a device write down all that it can for a while. */
@RestController
@RequestMapping(path = "/api/devices/{id}/closer-look", produces = "application/json")
class CloserLookController {

    private static final int LEAST_MINUTES = 5;
    private static final int MOST_MINUTES = 24 * 60;

    record LookForm(int minutes, @Nullable Boolean similar) {}

    /**
     * How it stands.
     *
     * @param until when it is put back; absent where it is as usual
     * @param similar labels of some like it that work
     * @param refused why it can’t be raised; empty if it can
     * @param logTarget who is sent what it writes down; empty for nobody
     */
    record LookView(
            @Nullable Instant until,
            @Nullable Instant began,
            String who,
            List<String> similar,
            String refused,
            String logTarget) {}

    record LookedAt(int devices) {}

    private final CloserLooks looks;

    CloserLookController(CloserLooks looks) {
        this.looks = looks;
    }

    @GetMapping
    LookView stands(@PathVariable long id) {
        CloserLooks.Standing stands = looks.of(id);
        Optional<Raised> raised = stands.raised().stream().findFirst();
        return new LookView(
                raised.map(Raised::until).orElse(null),
                raised.map(Raised::began).orElse(null),
                raised.map(Raised::who).orElse(""),
                stands.similar().stream().map(Similar::label).toList(),
                stands.refused().orElse(""),
                stands.logTarget());
    }

    /** Releases to it, and to those that are like it if that is wanted. */
    @PostMapping
    LookedAt raise(@PathVariable long id, @RequestBody LookForm form) {
        if (form.minutes() < LEAST_MINUTES || form.minutes() > MOST_MINUTES) {
            throw RefusedException.field(
                    "/minutes",
                    form.minutes() + " minutes can’t be.",
                    "From " + LEAST_MINUTES + " to " + MOST_MINUTES + ", which is a day.");
        }
        return new LookedAt(looks.raise(id, Duration.ofMinutes(form.minutes()), Boolean.TRUE.equals(form.similar())));
    }

    /** Puts it back before its time is over. */
    @DeleteMapping
    void putBack(@PathVariable long id) {
        if (looks.of(id).raised().isEmpty()) {
            throw RefusedException.gone("It is as usual already.");
        }
        looks.putBack(id);
    }
}
