package jordfell.server.config;

import jakarta.servlet.ServletException;
import java.io.IOException;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/**
 * Closes the connection of a stranger whose body was not read, where the server would wait for its rest: a few hundred half
 * sent ones would keep all its threads.
 */
@Component
class UnreadBodies implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {

    /** The attribute of a request whose rest is not waited for. */
    static final String LEAVE = "jordfell.leave-unread";

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        factory.addEngineValves(new Valve());
    }

    private static final class Valve extends ValveBase {

        Valve() {
            super(true);
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            try {
                getNext().invoke(request, response);
            } finally {
                if (request.getAttribute(LEAVE) != null) {
                    response.finishResponse();
                    request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
                }
            }
        }
    }
}
