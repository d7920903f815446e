package jordfell.server.calls;

import java.time.InstantSource;
import java.util.Optional;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.CallStop;
import jordfell.core.calls.Ringing;
import jordfell.core.roster.OutsideNumber;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.OutsideNumberStore.Did;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What rings when a number is called? */
@RestController
@RequestMapping(path = "/api/calls", produces = "application/json")
class CallPathController {

    private static final int LONGEST = 40;

    record TrialWish(long domainId, @Nullable String number) {}

    private final RecordedGround ground;
    private final OutsideNumberStore outside;
    private final DomainStore domains;
    private final RingTrials trials;
    private final Audit audit;
    private final InstantSource clock;

    CallPathController(
            RecordedGround ground,
            OutsideNumberStore outside,
            DomainStore domains,
            RingTrials trials,
            Audit audit,
            InstantSource clock) {
        this.clock = clock;
        this.ground = ground;
        this.outside = outside;
        this.domains = domains;
        this.trials = trials;
        this.audit = audit;
    }

    /** @param number an outside number with its country code, or one of the domain */
    @GetMapping("/path")
    CallPathView path(@RequestParam long domainId, @RequestParam String number) {
        String written = Fields.needed(number, "number", "number", LONGEST).replaceAll("[\\s-]", "");
        if (written.startsWith("+") || written.length() > Extension.LONGEST_NUMBER) {
            return outside(domainId, written);
        }
        return inside("", "", dialled(written), domainId);
    }

    private static String dialled(String written) {
        if (!written.matches("[0-9*#]+")) {
            throw RefusedException.field(
                    "/number", "“" + written.strip() + "” is no number.", "Such as 2413 or +999 5501 2413.");
        }
        return written;
    }

    /** Calls the number, to see whether what rings is what is foretold: real phones ring. */
    @PostMapping("/trials")
    @ResponseStatus(HttpStatus.ACCEPTED)
    RingTrials.RingTrialView call(@RequestBody TrialWish wish) {
        String written =
                Fields.needed(wish.number(), "number", "number", LONGEST).replaceAll("[\\s-]", "");
        String domain = domains.get(wish.domainId()).name();
        RecordedGround.Look look = ground.of(wish.domainId());
        boolean isOutside = written.startsWith("+");
        Optional<Did> did = isOutside ? Optional.of(did(wish.domainId(), written)) : Optional.empty();
        String number = did.map(Did::e164).orElseGet(() -> dialled(written));
        CallStop first =
                did.map(d -> outside.path(d, clock.instant(), look)).orElseGet(() -> CallPath.of(number, look));
        audit.record("called " + number + " to see what rings");
        return trials.begin(domain, number, Ringing.of(first));
    }

    @GetMapping("/trials/{id}")
    RingTrials.RingTrialView trial(@PathVariable long id) {
        return trials.find(id).orElseThrow(() -> RefusedException.notFound("call"));
    }

    private CallPathView outside(long domainId, String written) {
        Did did = did(domainId, written);
        RecordedGround.Look look = ground.of(domainId);
        CallStop first = outside.path(did, clock.instant(), look);
        return CallPathView.of(OutsideNumber.show(did.e164()), did.prefix(), first, look.unreleased());
    }

    private Did did(long domainId, String written) {
        return outside.byNumber(OutsideNumber.normalise(written))
                .filter(d -> d.domainId() == domainId)
                .orElseThrow(() -> RefusedException.field(
                        "/number",
                        written + " is no outside number of this domain.",
                        "Add it in the Roster, or choose another domain."));
    }

    private CallPathView inside(String outside, String prefix, String number, long domainId) {
        RecordedGround.Look look = ground.of(domainId);
        CallStop first = CallPath.of(number, look);
        return CallPathView.of(outside, prefix, first, look.unreleased());
    }
}
