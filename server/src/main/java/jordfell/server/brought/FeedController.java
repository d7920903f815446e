package jordfell.server.brought;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Takes evidence from a program that has its key, as it is made: {@code tcpdump -U -w - … | curl -T - …}. */
@RestController
class FeedController {

    private final BroughtReadings readings;
    private final FeedKeys keys;

    FeedController(BroughtReadings readings, FeedKeys keys) {
        this.readings = readings;
        this.keys = keys;
    }

    @PutMapping("/feed/{id}")
    ResponseEntity<byte[]> feed(
            @PathVariable long id,
            @RequestHeader(name = "Jordfell-Feed", defaultValue = "") String key,
            HttpServletRequest request)
            throws IOException {
        if (!keys.use(id, key)) {
            return words(
                    HttpStatus.FORBIDDEN,
                    "This key opens nothing: it was used, is older than 12 hours, or is another one’s.");
        }
        Brought end = readings.read(id, request.getInputStream());
        return words(
                HttpStatus.OK,
                String.format(
                        Locale.ROOT,
                        "%s: %,d packets, %,d SIP messages. %s",
                        end.name(),
                        end.packets(),
                        end.sip(),
                        end.trouble()));
    }

    private static ResponseEntity<byte[]> words(HttpStatus status, String text) {
        return ResponseEntity.status(status)
                .contentType(new MediaType(MediaType.TEXT_PLAIN, StandardCharsets.UTF_8))
                .body((text.strip() + "\n").getBytes(StandardCharsets.UTF_8));
    }
}
