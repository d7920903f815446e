package jordfell.server.provision;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import jordfell.server.config.JordfellProperties;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * The address from which phones fetch: {@code /p/<site's part>/<file>}. Limited by source address, by file, and in the
 * size of everything that is read.
 */
@RestController
@RequestMapping("/p")
@Hidden
class ProvisioningController {

    private static final String CHALLENGE = "Basic realm=\"configurations\", charset=\"UTF-8\"";
    private static final int LONGEST_NAME = 80;
    private static final int LONGEST_AGENT = 200;
    private static final int LONGEST_CLAIM = 40;

    /** One phone has no reason to ask for one file more often. */
    private static final int PER_FILE_AND_MINUTE = 60;

    private final Provisioning provisioning;
    private final LoadingCache<String, Bucket> bySource;
    private final LoadingCache<String, Bucket> byFile = buckets(PER_FILE_AND_MINUTE, Duration.ofMinutes(1));

    ProvisioningController(Provisioning provisioning, JordfellProperties properties) {
        this.provisioning = provisioning;
        this.bySource = buckets(properties.fetchesPerSecond(), Duration.ofSeconds(1));
    }

    /**
     * Answers a phone. The response is written by hand: Spring would turn a 200 into a 304 whenever the phone has the
     * revision already, and a re-send must reach the phone all the same.
     */
    @GetMapping("/{site}/{file}")
    void file(
            @PathVariable String site,
            @PathVariable String file,
            @RequestHeader(name = HttpHeaders.IF_NONE_MATCH, defaultValue = "") String has,
            @RequestHeader(name = HttpHeaders.USER_AGENT, defaultValue = "") String userAgent,
            @RequestHeader(name = "Claim-Code", defaultValue = "") String claim,
            @RequestHeader(name = HttpHeaders.AUTHORIZATION, defaultValue = "") String authorization,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        if (site.length() > LONGEST_NAME || file.length() > LONGEST_NAME) {
            response.setStatus(414);
            return;
        }
        String source = request.getRemoteAddr();
        if (!bySource.get(source).tryConsume(1)
                || !byFile.get(source + " " + site + "/" + file).tryConsume(1)) {
            response.setHeader(HttpHeaders.RETRY_AFTER, "10");
            response.setStatus(429);
            return;
        }
        Provisioning.Answer answer = provisioning.answer(Provisioning.Request.byHttp(
                site,
                file,
                has.replace("\"", "").replace("W/", ""),
                agent(userAgent),
                source,
                claim.substring(0, Math.min(LONGEST_CLAIM, claim.length())),
                FetchAccess.Credentials.of(authorization)));
        write(answer, response);
        provisioning.delivered(answer);
    }

    /** The next firmware of a device: 200 with its bytes and version, 204 when it has what it should have. */
    @GetMapping("/{site}/firmware/{mac}")
    void firmware(
            @PathVariable String site,
            @PathVariable String mac,
            @RequestHeader(name = HttpHeaders.USER_AGENT, defaultValue = "") String userAgent,
            @RequestHeader(name = HttpHeaders.AUTHORIZATION, defaultValue = "") String authorization,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        if (site.length() > LONGEST_NAME || mac.length() > LONGEST_NAME) {
            response.setStatus(414);
            return;
        }
        String source = request.getRemoteAddr();
        if (!bySource.get(source).tryConsume(1)
                || !byFile.get(source + " " + site + "/firmware/" + mac).tryConsume(1)) {
            response.setHeader(HttpHeaders.RETRY_AFTER, "10");
            response.setStatus(429);
            return;
        }
        Provisioning.FirmwareAnswer answer = provisioning.firmware(Provisioning.Request.byHttp(
                site, mac, "", agent(userAgent), source, "", FetchAccess.Credentials.of(authorization)));
        response.setStatus(answer.status());
        if (answer.status() == 401) {
            response.setHeader(HttpHeaders.WWW_AUTHENTICATE, CHALLENGE);
        }
        if (answer.file().isPresent()) {
            send(answer.version(), answer.file().get(), response);
        }
    }

    /** Piece by piece: no memory holds a whole file for each of many phones. */
    private static void send(String version, Path file, HttpServletResponse response) throws IOException {
        try (FileChannel firmware = FileChannel.open(file)) {
            response.setHeader("Firmware-Version", version);
            response.setContentType("application/octet-stream");
            response.setContentLengthLong(firmware.size());
            Channels.newInputStream(firmware).transferTo(response.getOutputStream());
        } catch (NoSuchFileException e) { // another one was put in its place at this moment
            response.setHeader(HttpHeaders.RETRY_AFTER, "10");
            response.setStatus(503);
        }
    }

    private static String agent(String userAgent) {
        String plain = userAgent.replaceAll("[^\\x20-\\x7e]", "?");
        return plain.substring(0, Math.min(LONGEST_AGENT, plain.length()));
    }

    private static void write(Provisioning.Answer answer, HttpServletResponse response) throws IOException {
        response.setStatus(answer.status());
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
        if (answer.status() == 401) {
            response.setHeader(HttpHeaders.WWW_AUTHENTICATE, CHALLENGE);
        } else if (answer.status() == 429) {
            response.setHeader(HttpHeaders.RETRY_AFTER, "60");
        }
        if (!answer.tag().isEmpty()) {
            response.setHeader(HttpHeaders.ETAG, "\"" + answer.tag() + "\"");
        }
        if (!answer.body().isEmpty()) {
            byte[] body = answer.body().getBytes(StandardCharsets.UTF_8);
            response.setContentType(answer.contentType());
            response.setContentLength(body.length);
            response.getOutputStream().write(body);
            response.flushBuffer();
        }
    }

    private static LoadingCache<String, Bucket> buckets(int most, Duration per) {
        return Caffeine.newBuilder()
                .maximumSize(100_000)
                .expireAfterAccess(per.multipliedBy(2))
                .build(key -> Bucket.builder()
                        .addLimit(limit -> limit.capacity(most).refillGreedy(most, per))
                        .build());
    }
}
