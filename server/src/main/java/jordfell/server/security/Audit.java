package jordfell.server.security;

import java.time.InstantSource;
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
