package jordfell.server.alarm;

import java.io.IOException;
import java.net.ConnectException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import jordfell.server.config.OwnPorts;
import org.springframework.stereotype.Component;

/** Posts to a web address: for a few seconds at most, and wherever it is redirected to is not gone. */
@Component
class WebhookCaller {

    private static final Duration CONNECT = Duration.ofSeconds(3);
    private static final Duration ANSWER = Duration.ofSeconds(8);
    private static final Set<String> LOOPBACK = Set.of("127.0.0.1", "localhost", "[::1]");

    private final OwnPorts own;
    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(CONNECT)
            .followRedirects(HttpClient.Redirect.NEVER)
            .version(HttpClient.Version.HTTP_1_1)
            .build();

    WebhookCaller(OwnPorts own) {
        this.own = own;
    }

    /** Why it did not arrive; empty if it did. */
    Optional<String> post(String target, String body, Instant at, String signature) {
        URI uri = URI.create(target);
        if (LOOPBACK.contains(uri.getHost()) && own.isOwn(port(uri))) {
            return Optional.of("This is an address of Jordfell itself; nothing is posted there.");
        }
        HttpRequest request = HttpRequest.newBuilder(uri)
                .timeout(ANSWER)
                .header("Content-Type", "application/json")
                .header("Jordfell-Time", Long.toString(at.getEpochSecond()))
                .header("Jordfell-Signature", signature)
                .POST(HttpRequest.BodyPublishers.ofString(body))
                .build();
        try {
            int status =
                    http.send(request, HttpResponse.BodyHandlers.discarding()).statusCode();
            if (status >= 300 && status < 400) {
                return Optional.of("It was answered " + status + ", a redirection, which is not followed.");
            }
            return status >= 200 && status < 300 ? Optional.empty() : Optional.of("It was answered " + status + ".");
        } catch (HttpTimeoutException e) {
            return Optional.of("It was not answered within " + ANSWER.toSeconds() + " s.");
        } catch (ConnectException e) {
            return Optional.of("Nobody listens there.");
        } catch (IOException e) {
            return Optional.of("The connection broke off.");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.of("Jordfell was stopped.");
        }
    }

    private static int port(URI uri) {
        return uri.getPort() > 0 ? uri.getPort() : "https".equals(uri.getScheme()) ? 443 : 80;
    }
}
