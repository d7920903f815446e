package jordfell.server.security;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import jordfell.server.jdbc.Jdbc;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;

/** Who did what. Never holds a secret. */
@Component
public class Audit {

    private final Jdbc jdbc;
    private final InstantSource clock;

    Audit(Jdbc jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** By which way a secret left. */
    public enum SecretWay {
        SHOWN,
        CARD,
        HANDOFF,
        EXPORT,
        FETCHED
    }

    /**
     * One entry.
     *
     * @param kind ACT, or by which way a secret left
     * @param reason what whoever asked for a secret said; empty where nobody was asked
     */
    public record AuditEntry(long id, Instant at, String who, String kind, String what, String reason) {}

    /**
     * A page of entries.
     *
     * @param next the id from which the next page goes on; 0 when there is none
     */
    public record AuditPage(List<AuditEntry> entries, long next) {}

    private static final int PAGE = 100;
    private static final int LONGEST = 500;
    private static final int LONGEST_REASON = 200;

    public void record(String what) {
        add("ACT", what, "");
    }

    /**
     * A secret left, by whichever way.
     *
     * @param what whose and which, never the secret itself
     * @param reason why, as whoever asked for it said; empty where nobody was asked
     */
    public void secretLeft(SecretWay way, String what, String reason) {
        add(way.name(), what, reason);
    }

    /**
     * A page, the latest first.
     *
     * @param secrets only secrets that left
     * @param before only entries older than this one; 0 for the latest
     */
    AuditPage page(boolean secrets, long before) {
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

    private void add(String kind, String what, String reason) {
        jdbc.update(
                "insert into audit (at, who, kind, what, reason) values (?, ?, ?, ?, ?)",
                clock.instant(),
                who(),
                kind,
                what.substring(0, Math.min(LONGEST, what.length())),
                reason.substring(0, Math.min(LONGEST_REASON, reason.length())));
    }

    /** The name of whoever is signed in, or of Jordfell itself outside of a request. */
    public static String who() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication != null && authentication.getPrincipal() instanceof SignedIn person
                ? person.name()
                : "Jordfell";
    }
}
