package jordfell.server.directory;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ProxySelector;
import java.net.URI;
import java.net.UnknownHostException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicReference;
import jordfell.server.contacts.ContactFile;

/**
 * Fetches a file from outside, by the way out alone: bounded in size and in time, however slowly it comes, and followed where it
 * points to three times, never to this machine.
 */
final class OutsideFetch implements AutoCloseable {

    private static final int MOST_REDIRECTS = 3;
    private static final Duration CONNECTING = Duration.ofSeconds(5);

    /** What came back. */
    sealed interface Fetched {}

    /** It came to its end. */
    static final class Came implements Fetched {

        private final byte[] bytes;
        private final String tag;

        Came(byte[] bytes, String tag) {
            this.bytes = bytes;
            this.tag = tag;
        }

        byte[] bytes() {
            return bytes;
        }

        /** What the address calls it; empty for nothing. */
        String tag() {
            return tag;
        }
    }

    /** It is as it was. */
    record Unchanged() implements Fetched {}

    /** @param why in a sentence */
    record Failed(String why) implements Fetched {}

    private final HttpClient client;
    private final Duration patience;
    private final ExecutorService fetching = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "outside-lists");
        thread.setDaemon(true);
        return thread;
    });

    /** @param wayOut the proxy through which everything goes */
    OutsideFetch(InetSocketAddress wayOut, Duration patience) {
        this.client = HttpClient.newBuilder()
                .proxy(ProxySelector.of(wayOut))
                .connectTimeout(CONNECTING)
                .followRedirects(HttpClient.Redirect.NEVER)
                .version(HttpClient.Version.HTTP_1_1)
                .build();
        this.patience = patience;
    }

    /** @param tag what the address called what is there already; empty for nothing */
    Fetched fetch(String address, String tag) {
        AtomicReference<Optional<InputStream>> body = new AtomicReference<>(Optional.empty());
        Future<Fetched> coming = fetching.submit(() -> follow(address, tag, body));
        try {
            return coming.get(patience.toMillis(), TimeUnit.MILLISECONDS);
        } catch (TimeoutException e) {
            coming.cancel(true);
            body.get().ifPresent(OutsideFetch::leave);
            return new Failed("It had not come to its end after " + patience.toSeconds() + " s.");
        } catch (ExecutionException e) {
            return new Failed("It can’t be fetched: " + reason(e) + ".");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return new Failed("The server stopped meanwhile.");
        }
    }

    private static String reason(ExecutionException e) {
        Throwable cause = e.getCause() == null ? e : e.getCause();
        return Optional.ofNullable(cause.getMessage()).orElse(cause.getClass().getSimpleName());
    }

    /** What is not read to its end is not waited for. */
    private static void leave(InputStream body) {
        try {
            body.close();
        } catch (IOException e) {
            // it is over in any case
        }
    }

    private Fetched follow(String first, String tag, AtomicReference<Optional<InputStream>> open)
            throws IOException, InterruptedException {
        String address = first;
        for (int hop = 0; hop <= MOST_REDIRECTS; hop++) {
            Optional<String> refused = refuse(address);
            if (refused.isPresent()) {
                return new Failed(refused.get());
            }
            HttpRequest.Builder get =
                    HttpRequest.newBuilder(URI.create(address)).timeout(patience);
            if (!tag.isEmpty()) {
                get.header("If-None-Match", tag);
            }
            HttpResponse<InputStream> response = client.send(get.build(), HttpResponse.BodyHandlers.ofInputStream());
            try (InputStream body = response.body()) {
                open.set(Optional.of(body));
                int status = response.statusCode();
                Optional<String> onward = response.headers().firstValue("Location");
                if (status / 100 == 3 && status != 304 && onward.isPresent()) {
                    address = URI.create(address).resolve(onward.get()).toString();
                    continue;
                }
                return status == 304
                        ? new Unchanged()
                        : status == 200 ? came(response, body) : new Failed("It is answered with " + status + ".");
            }
        }
        return new Failed("It points on more than " + MOST_REDIRECTS + " times.");
    }

    private static Fetched came(HttpResponse<InputStream> response, InputStream body) throws IOException {
        byte[] bytes = body.readNBytes(ContactFile.MOST_BYTES + 1);
        return bytes.length > ContactFile.MOST_BYTES
                ? new Failed("It has more than " + ContactFile.MOST_BYTES / 1024 / 1024 + " MB.")
                : new Came(bytes, response.headers().firstValue("ETag").orElse(""));
    }

    /** Why nothing is fetched from there; empty if it may be. */
    private static Optional<String> refuse(String address) {
        URI uri;
        try {
            uri = URI.create(address);
        } catch (IllegalArgumentException e) {
            return Optional.of("It points to “" + address + "”, which is no address.");
        }
        String scheme = Optional.ofNullable(uri.getScheme()).orElse("").toLowerCase(Locale.ROOT);
        if (!scheme.equals("http") && !scheme.equals("https") || uri.getHost() == null) {
            return Optional.of("It points to " + address + ", which is no address of the web.");
        }
        return isThisMachine(uri.getHost())
                ? Optional.of(
                        "It points to " + uri.getHost() + ", which is this machine: nothing is fetched from there.")
                : Optional.empty();
    }

    /** Names are looked up by whoever stands at the way out; an address is told by itself. */
    private static boolean isThisMachine(String host) {
        String bare = host.replaceAll("[\\[\\]]", "").toLowerCase(Locale.ROOT);
        if (bare.equals("localhost") || bare.endsWith(".localhost")) {
            return true;
        }
        if (!bare.matches("[0-9.]+|[0-9a-f:.]*:[0-9a-f:.]*|0x[0-9a-f]+")) {
            return false;
        }
        try {
            InetAddress is = InetAddress.getByName(bare);
            return is.isLoopbackAddress() || is.isAnyLocalAddress() || is.isLinkLocalAddress();
        } catch (UnknownHostException e) {
            return true; // digits that are no address are nobody else’s either
        }
    }

    @Override
    public void close() {
        fetching.shutdownNow();
    }
}
