package jordfell.lab.phone;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Base64;
import java.util.function.Consumer;

/** Fetches files over HTTP from the running server. */
public final class HttpConfigSource implements ConfigSource {

    private static final Duration TIMEOUT = Duration.ofSeconds(5);

    private final HttpClient client =
            HttpClient.newBuilder().connectTimeout(TIMEOUT).build();
    private final URI base;
    private final String way;

    /**
     * @param base where provisioning begins, such as {@code http://127.0.0.1:8080/p/}
     * @param way what has the server believe who asks, as it does no stranger
     */
    public HttpConfigSource(URI base, String way) {
        this.base = base;
        this.way = way;
    }

    @Override
    public void fetchFirmware(Request request, String mac, Consumer<FirmwareAnswer> taker) {
        HttpRequest.Builder get = asking(request, request.site() + "/firmware/" + mac);
        var unused = client.sendAsync(get.build(), HttpResponse.BodyHandlers.ofByteArray())
                .handle((response, failure) -> {
                    taker.accept(
                            failure != null
                                    ? new FirmwareAnswer(0, "", 0)
                                    : new FirmwareAnswer(
                                            response.statusCode(),
                                            response.headers()
                                                    .firstValue("Firmware-Version")
                                                    .orElse(""),
                                            response.body().length));
                    return null;
                });
    }

    private HttpRequest.Builder asking(Request request, String path) {
        HttpRequest.Builder get = HttpRequest.newBuilder(base.resolve(path))
                .timeout(TIMEOUT)
                .header("User-Agent", request.userAgent())
                .header("Forwarded", "for=" + request.from() + ";secret=" + way);
        if (!request.user().isEmpty()) {
            byte[] pair = (request.user() + ":" + request.password()).getBytes(StandardCharsets.UTF_8);
            get.header("Authorization", "Basic " + Base64.getEncoder().encodeToString(pair));
        }
        return get;
    }

    @Override
    public void fetch(Request request, Consumer<Answer> taker) {
        HttpRequest.Builder get = asking(request, request.site() + "/" + request.file());
        if (!request.revision().isEmpty()) {
            get.header("If-None-Match", "\"" + request.revision() + "\"");
        }
        if (!request.claim().isEmpty()) {
            get.header("Claim-Code", request.claim());
        }
        var unused = client.sendAsync(get.build(), HttpResponse.BodyHandlers.ofString())
                .handle((response, failure) -> {
                    taker.accept(
                            failure != null
                                    ? new Answer(0, "", "")
                                    : new Answer(
                                            response.statusCode(),
                                            response.headers()
                                                    .firstValue("ETag")
                                                    .orElse("")
                                                    .replace("\"", ""),
                                            response.body()));
                    return null;
                });
    }
}
