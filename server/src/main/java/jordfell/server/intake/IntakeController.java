package jordfell.server.intake;

import java.util.List;
import java.util.Optional;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.intake.IntakeRow;
import jordfell.core.intake.IntakeVerdict;
import jordfell.server.events.EventHub;
import jordfell.server.problem.RefusedException;
import jordfell.server.roster.DomainStore;
import jordfell.server.roster.Site;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The grid of what is to be enrolled, and the knocks beside it. */
@RestController
@RequestMapping(path = "/api", produces = "application/json")
class IntakeController {

    private static final int MOST_ROWS = 1_000;

    record RowWish(
            @Nullable String mac,
            @Nullable String model,
            @Nullable String label,
            @Nullable String person,
            @Nullable String extension,
            @Nullable String secondExtension) {
        IntakeRow toRow() {
            return new IntakeRow(
                    text(mac), text(model), text(label), text(person), text(extension), text(secondExtension));
        }

        private static String text(@Nullable String value) {
            return value == null ? "" : value.strip();
        }
    }

    record Grid(long siteId, @Nullable Long templateId, List<RowWish> rows) {}

    record ProblemView(String field, String reason, String hint, long deviceId, List<String> offers) {}

    record VerdictView(IntakeVerdict.State state, String mac, List<ProblemView> problems) {}

    record Enrolled(List<Long> deviceIds) {}

    private final Intake intake;
    private final KnockStore knocks;
    private final DomainStore domains;
    private final EventHub events;

    IntakeController(Intake intake, KnockStore knocks, DomainStore domains, EventHub events) {
        this.intake = intake;
        this.knocks = knocks;
        this.domains = domains;
        this.events = events;
    }

    @PostMapping("/intake/check")
    List<VerdictView> check(@RequestBody Grid grid) {
        return intake.check(site(grid), rows(grid)).stream()
                .map(IntakeController::view)
                .toList();
    }

    @PostMapping("/intake")
    @ResponseStatus(HttpStatus.CREATED)
    Enrolled enrol(@RequestBody Grid grid) {
        List<Long> ids = intake.enrol(site(grid), Optional.ofNullable(grid.templateId()), rows(grid));
        events.publish(EventHub.Topic.KNOCKS, 0);
        events.publish(EventHub.Topic.ROSTER, 0);
        return new Enrolled(ids);
    }

    @GetMapping("/knocks")
    List<KnockStore.Knock> knocks() {
        return knocks.open();
    }

    @DeleteMapping("/knocks/{mac}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void ignore(@PathVariable String mac) {
        if (MacReader.read(mac) instanceof MacReading.Refused refused) {
            throw RefusedException.field("/mac", refused.reason(), refused.hint());
        }
        knocks.ignore(MacAddress.of(mac));
        events.publish(EventHub.Topic.KNOCKS, 0);
    }

    private Site site(Grid grid) {
        return domains.site(grid.siteId())
                .orElseThrow(() -> RefusedException.field("/siteId", "There is no such site.", "Choose a site."));
    }

    private static List<IntakeRow> rows(Grid grid) {
        if (grid.rows() == null || grid.rows().isEmpty()) {
            throw RefusedException.field("/rows", "There is no row.", "Scan, paste or type a MAC first.");
        }
        if (grid.rows().size() > MOST_ROWS) {
            throw RefusedException.field(
                    "/rows", "There are " + grid.rows().size() + " rows.", "At most " + MOST_ROWS + " go at once.");
        }
        return grid.rows().stream().map(RowWish::toRow).toList();
    }

    private static VerdictView view(IntakeVerdict verdict) {
        return new VerdictView(
                verdict.state(),
                verdict.mac().map(MacAddress::toString).orElse(""),
                verdict.problems().stream()
                        .map(p -> new ProblemView(
                                p.field(), p.reason(), p.hint(), p.deviceId().orElse(0L), p.offers()))
                        .toList());
    }
}
