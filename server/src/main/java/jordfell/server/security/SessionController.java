package jordfell.server.security;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.server.problem.RefusedException;
import org.springframework.http.HttpHeaders;
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

    /** Longer than any name there is. */
    private static final int LONGEST_LOGIN = 100;

    record SignIn(String login, String password) {}

    private final AccountStore accounts;
    private final SecurityContextRepository sessions = new HttpSessionSecurityContextRepository();
    private final SignInWatch watch;
    private final KnownBrowser browsers;

    SessionController(AccountStore accounts, SignInWatch watch, KnownBrowser browsers) {
        this.accounts = accounts;
        this.watch = watch;
        this.browsers = browsers;
    }

    @GetMapping
    SignedIn whoami(@AuthenticationPrincipal SignedIn person) {
        return person;
    }

    @PostMapping
    SignedIn signIn(@RequestBody SignIn body, HttpServletRequest request, HttpServletResponse response) {
        String login = body.login() == null ? "" : body.login().strip().toLowerCase(Locale.ROOT);
        if (login.length() > LONGEST_LOGIN) {
            throw RefusedException.field(
                    "/login", "The name has " + login.length() + " characters.", "Yours is shorter.");
        }
        SignInWatch.Trier trier =
                new SignInWatch.Trier(login, request.getRemoteAddr(), browsers.isKnown(request, login));
        Duration left = watch.left(trier);
        if (!left.isZero()) {
            long seconds = left.toSeconds() + 1;
            response.setHeader(HttpHeaders.RETRY_AFTER, Long.toString(seconds));
            throw RefusedException.tooMany("Too many wrong tries. Wait " + seconds
                    + (seconds == 1 ? " second" : " seconds") + ", then try again.");
        }
        Optional<SignedIn> found = accounts.check(login, body.password() == null ? "" : body.password());
        if (found.isEmpty()) {
            watch.wrong(trier);
            throw RefusedException.field(
                    "/password", "Name and password don’t match.", "Check capitals; names have none.");
        }
        SignedIn person = found.get();
        watch.right(trier);
        browsers.remember(response, login);
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
