package jordfell.lab.web;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import jordfell.core.release.Revision;

/**
 * Stands in for the web outside: a proxy on this machine (RFC 9110 §7.6) behind which there is nothing but these pages. Whoever
 * fetches a list from elsewhere goes through it, by real HTTP.
 */
public final class OutsideWeb implements AutoCloseable {

    /** Where the harbours are. */
    public static final String HARBOURS = "http://lists.example/harbours.xml";

    private static final int MOST_PAGES = 50;
    private static final byte[] FLOOD = new byte[64 * 1024];

    private final HttpServer server;
    private final ExecutorService answering = Executors.newFixedThreadPool(4, task -> {
        Thread thread = new Thread(task, "outside-web");
        thread.setDaemon(true);
        return thread;
    });
    private final Map<String, Page> pages = new ConcurrentHashMap<>();

    /** Opens it on any free port, with a list of harbours to begin with. */
    public OutsideWeb() throws IOException {
        pages.put(HARBOURS, new Page(HARBOURS, Page.Manner.SENDS, "application/xml", harbours()));
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(answering);
        server.createContext("/", this::answer);
        server.start();
    }

    /** Where it listens. */
    public InetSocketAddress address() {
        return server.getAddress();
    }

    /** Puts a page in place of the one at its address; false if there are too many. */
    public boolean put(Page page) {
        if (!pages.containsKey(page.address()) && pages.size() >= MOST_PAGES) {
            return false;
        }
        pages.put(page.address(), page);
        return true;
    }

    /** All of them by their addresses. */
    public List<Page> pages() {
        return pages.values().stream()
                .sorted(Comparator.comparing(Page::address))
                .toList();
    }

    @Override
    public void close() {
        server.stop(0);
        answering.shutdownNow();
    }

    private static String harbours() throws IOException {
        try (InputStream in = OutsideWeb.class.getResourceAsStream("harbours.xml")) {
            if (in == null) {
                throw new IllegalStateException("harbours.xml is not on the class path");
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            Page page = pages.get(exchange.getRequestURI().toString());
            if (page == null || page.manner() == Page.Manner.GONE) {
                exchange.sendResponseHeaders(404, -1);
                return;
            }
            switch (page.manner()) {
                case POINTS -> {
                    exchange.getResponseHeaders().set("Location", page.text());
                    exchange.sendResponseHeaders(302, -1);
                }
                case EMPTY -> exchange.sendResponseHeaders(200, -1);
                case DRIPS -> drip(exchange);
                case FLOODS -> flood(exchange);
                default -> send(exchange, page);
            }
        }
    }

    private static void send(HttpExchange exchange, Page page) throws IOException {
        byte[] body = page.text().getBytes(StandardCharsets.UTF_8);
        String tag = "\"" + Revision.of(page.text()).id() + "\"";
        exchange.getResponseHeaders().set("Content-Type", page.contentType());
        exchange.getResponseHeaders().set("ETag", tag);
        if (tag.equals(exchange.getRequestHeaders().getFirst("If-None-Match"))) {
            exchange.sendResponseHeaders(304, -1);
            return;
        }
        exchange.sendResponseHeaders(200, body.length == 0 ? -1 : body.length);
        if (body.length > 0) {
            exchange.getResponseBody().write(body);
        }
    }

    private static void drip(HttpExchange exchange) throws IOException {
        exchange.sendResponseHeaders(200, 0);
        try (OutputStream out = exchange.getResponseBody()) {
            while (!Thread.currentThread().isInterrupted()) {
                out.write(' ');
                out.flush();
                Thread.sleep(1_000);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static void flood(HttpExchange exchange) throws IOException {
        exchange.sendResponseHeaders(200, 0);
        try (OutputStream out = exchange.getResponseBody()) {
            while (!Thread.currentThread().isInterrupted()) {
                out.write(FLOOD);
            }
        }
    }
}
