package jordfell.server.config;

import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** The TCP ports on which Jordfell itself listens for HTTP. */
@Component
public class OwnPorts {

    private final Set<Integer> ports = ConcurrentHashMap.newKeySet();

    @EventListener
    void opened(WebServerInitializedEvent event) {
        ports.add(event.getWebServer().getPort());
    }

    /** One more. */
    public void add(int port) {
        ports.add(port);
    }

    public boolean isOwn(int port) {
        return ports.contains(port);
    }
}
