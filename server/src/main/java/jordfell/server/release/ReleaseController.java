package jordfell.server.release;

import java.time.Instant;
import java.util.List;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.FieldProblem;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The tray: what is changed and not on the phones, and its release. */
@RestController
@RequestMapping(path = "/api/releases", produces = "application/json")
class ReleaseController {

    private static final int MOST_AT_ONCE = 2_000;

    /**
     * A device with changes that were not released.
     *
     * @param ready its configuration can be made; otherwise {@code obstacle} says why not
     * @param first nothing was ever released to it
     * @param registered it is told at once; others take the release when they next ask
     */
    record PendingDevice(
            long id,
            String label,
            String mac,
            String site,
            String model,
            boolean ready,
            boolean first,
            boolean registered,
            String obstacle,
            List<String> changes) {}

    record ReleaseWish(List<Long> deviceIds, @Nullable String reason) {}

    record Released(long id, int devices) {}

    record PastRelease(long id, Instant at, String by, String reason, int devices) {}

    private final Jdbc jdbc;
    private final ReleaseService releases;

    ReleaseController(Jdbc jdbc, ReleaseService releases) {
        this.jdbc = jdbc;
        this.releases = releases;
    }

    @GetMapping("/pending")
    List<PendingDevice> pending() {
        return jdbc.list(
                """
                select d.id, d.label, coalesce(d.mac, 'claim ' || d.claim_code, '') mac, s.name site, m.maker || ' ' || m.name model, t.releasable, t.condition,
                       t.word,
                       exists (select 1 from release_item i where i.device_id = d.id) released
                from device_state t join device d on d.id = t.device_id
                join site s on s.id = d.site_id join model m on m.id = d.model_id
                where t.pending order by s.name, d.label limit 500""",
                row -> new PendingDevice(
                        row.number("id"),
                        row.text("label"),
                        row.text("mac"),
                        row.text("site"),
                        row.text("model"),
                        row.yes("releasable"),
                        !row.yes("released"),
                        List.of("CARRYING", "PROVEN").contains(row.text("condition")),
                        row.yes("releasable") ? "" : row.text("word"),
                        row.yes("releasable") ? releases.changedKeys(row.number("id")) : List.of()));
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Released release(@RequestBody ReleaseWish wish) {
        if (wish.deviceIds() == null || wish.deviceIds().isEmpty()) {
            throw RefusedException.field("/deviceIds", "No device is chosen.", "Choose at least one.");
        }
        if (wish.deviceIds().size() > MOST_AT_ONCE) {
            throw RefusedException.field(
                    "/deviceIds",
                    wish.deviceIds().size() + " devices are too many for one release.",
                    "At most " + MOST_AT_ONCE + " go at once.");
        }
        String reason = wish.reason() == null ? "" : wish.reason().strip();
        if (reason.length() > 500) {
            throw RefusedException.fields(
                    List.of(new FieldProblem("/reason", "The reason is too long.", "At most 500 characters fit.")));
        }
        return new Released(
                releases.release(wish.deviceIds(), reason), wish.deviceIds().size());
    }

    @GetMapping
    List<PastRelease> past() {
        return jdbc.list(
                """
                select r.*, (select count(*) from release_item i where i.release_id = r.id) devices
                from release r order by r.id desc limit 50""",
                row -> new PastRelease(
                        row.number("id"),
                        row.time("made_at"),
                        row.text("made_by"),
                        row.text("reason"),
                        row.integer("devices")));
    }
}
