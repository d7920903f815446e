package jordfell.server.security;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import jordfell.server.problem.RefusedException;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out. */
@RestController
@RequestMapping(path = "/api/session", produces = "application/json")
class SessionController {

    private static final int TRIES = 8;
    private static final Duration PER = Duration.ofMinutes(1);

    record SignIn(String login, String password) {}

    private final AccountStore accounts;
    private final SecurityContextRepository sessions = new HttpSessionSecurityContextRepository();
    private final LoadingCache<String, Bucket> triesByLogin = Caffeine.newBuilder()
            .maximumSize(10_000)
            .expireAfterAccess(PER.multipliedBy(2))
            .build(login -> Bucket.builder()
                    .addLimit(limit -> limit.capacity(TRIES).refillGreedy(TRIES, PER))
                    .build());

    SessionController(AccountStore accounts) {
        this.accounts = accounts;
    }

    @GetMapping
    SignedIn whoami(@AuthenticationPrincipal SignedIn person) {
        return person;
    }

    @PostMapping
    SignedIn signIn(@RequestBody SignIn body, HttpServletRequest request, HttpServletResponse response) {
        String login = body.login() == null ? "" : body.login().strip().toLowerCase(Locale.ROOT);
        if (!triesByLogin.get(login).tryConsume(1)) {
            throw RefusedException.tooMany("Too many tries for this name. Wait a minute.");
        }
        SignedIn person = accounts.check(login, body.password() == null ? "" : body.password())
                .orElseThrow(() -> RefusedException.field(
                        "/password", "Name and password don’t match.", "Check capitals; names have none."));
        triesByLogin.invalidate(login);
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                person,
                null,
                List.of(new SimpleGrantedAuthority("ROLE_" + person.role().name()))));
        if (request.getSession(false) != null) {
            request.changeSessionId();
        }
        SecurityContextHolder.setContext(context);
        sessions.saveContext(context, request, response);
        return person;
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        var session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }
}
