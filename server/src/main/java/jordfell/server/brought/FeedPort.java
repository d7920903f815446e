package jordfell.server.brought;

import jordfell.server.config.JordfellProperties;
import org.apache.catalina.connector.Connector;
import org.apache.coyote.http11.AbstractHttp11Protocol;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/**
 * A port of its own for programs that feed evidence as it is made: between two packets of a quiet network there may be minutes,
 * and nobody else is given so much time.
 */
@Component
class FeedPort implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {

    private static final int MOST = 8;
    private static final int LONGEST_PAUSE = 15 * 60 * 1_000;

    private final Connector connector = new Connector();

    FeedPort(JordfellProperties properties) {
        connector.setPort(properties.feedPort());
        connector.setProperty("address", "127.0.0.1");
        AbstractHttp11Protocol<?> protocol = (AbstractHttp11Protocol<?>) connector.getProtocolHandler();
        protocol.setConnectionTimeout(LONGEST_PAUSE);
        protocol.setMaxThreads(MOST);
        protocol.setMinSpareThreads(1);
        protocol.setMaxConnections(MOST);
        protocol.setAcceptCount(MOST);
        protocol.setMaxKeepAliveRequests(1);
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        factory.addAdditionalConnectors(connector);
    }

    /** Whether a request came by it. */
    boolean is(int localPort) {
        return localPort == connector.getLocalPort();
    }

    /** Where one piece of evidence is put. */
    String address(long id) {
        return "http://127.0.0.1:" + connector.getLocalPort() + "/feed/" + id;
    }
}
