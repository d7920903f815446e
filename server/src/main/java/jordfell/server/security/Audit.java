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

    public void record(String what) {
        jdbc.update(
                "insert into audit (at, who, what) values (?, ?, ?)",
                clock.instant(),
                who(),
                what.substring(0, Math.min(500, what.length())));
    }

    /** The name of whoever is signed in, or of Jordfell itself outside of a request. */
    public static String who() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication != null && authentication.getPrincipal() instanceof SignedIn person
                ? person.name()
                : "Jordfell";
    }
}
