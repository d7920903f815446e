package jordfell.server.start;

import java.net.BindException;
import jordfell.server.config.CannotStartException;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.SpringBootExceptionReporter;
import org.springframework.boot.web.server.PortInUseException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;

/**
 * Says in one sentence why the server can't start, where that is known; everything else is told with its stack trace.
 *
 * <p>Stands in {@code META-INF/spring.factories}.
 */
@Order(Ordered.HIGHEST_PRECEDENCE)
public final class StartTrouble implements SpringBootExceptionReporter {

    @Override
    public boolean reportException(Throwable failure) {
        for (Throwable at = failure; at != null; at = at.getCause()) {
            String sentence = sentence(at);
            if (sentence != null) {
                System.err.println("jordfell: " + sentence);
                return true;
            }
        }
        return false;
    }

    private static @Nullable String sentence(Throwable failure) {
        if (failure instanceof CannotStartException e) {
            return e.getMessage();
        }
        if (failure instanceof PortInUseException e) {
            return "Port " + e.getPort()
                    + " (HTTP) is taken by another program. Choose another with JORDFELL_HTTP_PORT.";
        }
        return failure instanceof BindException
                ? "A port is taken by another program. Choose others with JORDFELL_SIP_PORT and JORDFELL_TFTP_PORT."
                : null;
    }
}
