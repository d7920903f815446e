package jordfell.server.security;

import java.time.Instant;
import java.util.List;
import jordfell.server.jdbc.Jdbc;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What was done and which secrets left, by whom, the latest first. */
@RestController
@RequestMapping(path = "/api/audit", produces = "application/json")
class AuditController {

    private static final int PAGE = 100;

    /**
     * One entry.
     *
     * @param kind ACT, or by which way a secret left
     * @param reason what whoever asked for a secret said; empty where nobody was asked
     */
    record AuditEntry(long id, Instant at, String who, String kind, String what, String reason) {}

    /** @param next the id from which the next page goes on; 0 when there is none */
    record AuditPage(List<AuditEntry> entries, long next) {}

    private final Jdbc jdbc;

    AuditController(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * A page.
     *
     * @param secrets only secrets that left
     * @param before only entries older than this one; 0 for the latest
     */
    @GetMapping
    AuditPage page(
            @RequestParam(defaultValue = "false") boolean secrets, @RequestParam(defaultValue = "0") long before) {
        List<AuditEntry> found = jdbc.list(
                """
                select id, at, who, kind, what, reason from audit
                where (? = 0 or id < ?) and (? = false or kind <> 'ACT') order by id desc limit ?""",
                row -> new AuditEntry(
                        row.number("id"),
                        row.time("at"),
                        row.text("who"),
                        row.text("kind"),
                        row.text("what"),
                        row.text("reason")),
                before,
                before,
                secrets,
                PAGE + 1);
        boolean more = found.size() > PAGE;
        List<AuditEntry> entries = more ? found.subList(0, PAGE) : found;
        return new AuditPage(entries, more ? entries.get(PAGE - 1).id() : 0);
    }
}
