package jordfell.server.casefile;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Notes down what somebody does to have a trouble happen, while they do it. */
@RestController
@RequestMapping(path = "/api/devices/{id}/issue", produces = "application/json")
class IssueController {

    private static final int LONGEST = 500;
    private static final int MOST_MARKS = 100;

    record MarkForm(@Nullable String words) {}

    record IssueMarkView(Instant at, String words) {}

    /** @param id 0 where nothing was ever noted down of the device */
    record IssueView(
            long id,
            String who,
            @Nullable Instant started,
            @Nullable Instant ended,
            List<IssueMarkView> marks) {}

    private final IssueStore issues;
    private final DeviceStore devices;
    private final InstantSource clock;

    IssueController(IssueStore issues, DeviceStore devices, InstantSource clock) {
        this.issues = issues;
        this.devices = devices;
        this.clock = clock;
    }

    @GetMapping
    IssueView newest(@PathVariable long id) {
        return issues.newest(id)
                .map(i -> new IssueView(
                        i.id(),
                        i.who(),
                        i.started(),
                        i.ended().orElse(null),
                        i.marks().stream()
                                .map(m -> new IssueMarkView(m.at(), m.words()))
                                .toList()))
                .orElseGet(() -> new IssueView(0, "", null, null, List.of()));
    }

    @PostMapping("/start")
    void start(@PathVariable long id) {
        if (devices.find(id).isEmpty()) {
            throw RefusedException.notFound("device");
        }
        if (open(id).isPresent()) {
            throw RefusedException.overtaken("Something is being noted down of it already; end that first.");
        }
        issues.start(id, Audit.who(), clock.instant());
    }

    @PostMapping("/mark")
    void mark(@PathVariable long id, @RequestBody MarkForm form) {
        String words = Optional.ofNullable(form.words()).orElse("").strip();
        if (words.isEmpty() || words.length() > LONGEST) {
            throw RefusedException.field(
                    "/words",
                    words.isEmpty() ? "It says nothing." : "It has " + words.length() + " characters.",
                    "Up to " + LONGEST + ", such as: pressed line 2, no dial tone.");
        }
        IssueStore.Issue issue =
                open(id).orElseThrow(() -> RefusedException.gone("Nothing is being noted down of it."));
        if (issue.marks().size() >= MOST_MARKS) {
            throw RefusedException.field("/words", MOST_MARKS + " are noted down.", "End it, and begin another one.");
        }
        issues.mark(issue.id(), issue.marks().size(), clock.instant(), words);
    }

    @PostMapping("/end")
    void end(@PathVariable long id) {
        IssueStore.Issue issue =
                open(id).orElseThrow(() -> RefusedException.gone("Nothing is being noted down of it."));
        issues.end(issue.id(), clock.instant());
    }

    private Optional<IssueStore.Issue> open(long device) {
        return issues.newest(device).filter(i -> i.ended().isEmpty());
    }
}
