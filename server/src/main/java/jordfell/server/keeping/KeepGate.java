package jordfell.server.keeping;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Optional;
import java.util.Set;
import jordfell.server.problem.NotKeptException;
import jordfell.server.security.OnlyTelling;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;

/** Refuses what could not be kept before anything is half done. Signing in and out, and looking, go on. */
@Component
public class KeepGate implements HandlerInterceptor {

    private static final Set<String> OPEN_ALWAYS = Set.of("/api/session", "/api/start", "/api/keeping");

    private final DataWatch watch;

    KeepGate(DataWatch watch) {
        this.watch = watch;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        Optional<Trouble> trouble = watch.present();
        if (trouble.isPresent() && !OPEN_ALWAYS.contains(request.getRequestURI())) {
            boolean isLooking = OnlyTelling.is(request.getMethod(), request.getRequestURI());
            if (!isLooking || !trouble.get().isReadable()) {
                throw new NotKeptException(trouble.get().words());
            }
        }
        return true;
    }
}
