package jordfell.server.outside;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.net.InetSocketAddress;
import jordfell.lab.web.OutsideWeb;
import org.springframework.stereotype.Component;

/** Where requests to the web outside go: the Lab’s stand-in for it, on this machine. */
@Component
public class WayOut {

    private final OutsideWeb web;

    WayOut() throws IOException {
        web = new OutsideWeb();
    }

    /** Of the proxy through which everything goes. */
    public InetSocketAddress address() {
        return web.address();
    }

    /** What is there. */
    public OutsideWeb web() {
        return web;
    }

    @PreDestroy
    void close() {
        web.close();
    }
}
