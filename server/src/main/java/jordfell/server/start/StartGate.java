package jordfell.server.start;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import jordfell.server.config.Gate;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Asks people and phones to come again until the start is over; the page itself and how far it is are given. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class StartGate extends OncePerRequestFilter implements Gate {

    static final String OPEN_ALWAYS = "/api/start";
    private static final int SOON = 2;

    private final StartProgress progress;

    StartGate(StartProgress progress) {
        this.progress = progress;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        StartProgress.Start start = progress.present();
        String path = request.getRequestURI();
        if (start.ready() || path.equals(OPEN_ALWAYS) || !path.startsWith("/api/") && !path.startsWith("/p/")) {
            chain.doFilter(request, response);
            return;
        }
        int wait = start.secondsLeft() == null ? SOON : Math.max(SOON, start.secondsLeft());
        response.setStatus(HttpServletResponse.SC_SERVICE_UNAVAILABLE);
        response.setHeader("Retry-After", Integer.toString(wait));
        byte[] body = ("{\"status\":503,\"title\":\"Starting\",\"detail\":\"Jordfell is starting, " + start.step()
                        + " of " + start.of() + ": " + start.what() + ".\",\"fields\":[]}")
                .getBytes(StandardCharsets.UTF_8);
        response.setContentType("application/problem+json");
        response.setContentLength(body.length);
        response.getOutputStream().write(body);
    }
}
