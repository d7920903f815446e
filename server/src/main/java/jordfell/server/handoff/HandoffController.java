package jordfell.server.handoff;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.bucket4j.Bucket;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.HandoffStore;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/**
 * Links that hand a softphone's credentials over. The secret part of a link stands behind its {@code #}, which browsers
 * do not send: it reaches no log. Looking at the page opens nothing, so that whoever previews links in a mail spends none.
 */
@RestController
@RequestMapping(path = "/api/handoffs", produces = "application/json")
class HandoffController {

    private static final int OPENINGS_PER_MINUTE = 10;
    private static final int LONGEST_TOKEN = 64;
    private static final int LONGEST_AGENT = 200;

    record HandoffOrder(long extensionId, long siteId) {}

    /**
     * A link, told this once.
     *
     * @param path what stands behind this server's address
     * @param qr the whole link as rows of a QR code, 1 for dark
     */
    record Link(long id, long deviceId, String path, Instant expiresAt, List<String> qr) {}

    record Opening(@Nullable String token) {}

    private final Handoffs handoffs;
    private final HandoffStore store;
    private final LoadingCache<String, Bucket> openings = Caffeine.newBuilder()
            .maximumSize(10_000)
            .expireAfterAccess(Duration.ofMinutes(2))
            .build(source -> Bucket.builder()
                    .addLimit(limit -> limit.capacity(OPENINGS_PER_MINUTE)
                            .refillGreedy(OPENINGS_PER_MINUTE, Duration.ofMinutes(1)))
                    .build());

    HandoffController(Handoffs handoffs, HandoffStore store) {
        this.handoffs = handoffs;
        this.store = store;
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Link make(@RequestBody HandoffOrder wish, HttpServletRequest request) {
        Handoffs.Made made = handoffs.make(wish.extensionId(), wish.siteId());
        String path = "/handoff#" + made.token();
        String whole = request.getScheme() + "://" + request.getServerName() + ":" + request.getServerPort() + path;
        return new Link(made.id(), made.deviceId(), path, made.expiresAt(), QrCode.rows(whole));
    }

    @GetMapping("/of/{deviceId}")
    List<HandoffStore.Handoff> ofDevice(@PathVariable long deviceId) {
        return store.ofDevice(deviceId);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable long id) {
        handoffs.revoke(id);
    }

    /** Opens a link; for whoever has it, signed in or not. */
    @PostMapping("/open")
    ResponseEntity<Handoffs.Opened> open(
            @RequestBody Opening opening,
            @RequestHeader(name = HttpHeaders.USER_AGENT, defaultValue = "") String agent,
            HttpServletRequest request) {
        if (!openings.get(request.getRemoteAddr()).tryConsume(1)) {
            throw RefusedException.tooMany("Too many tries. Wait a minute.");
        }
        String token = opening.token() == null ? "" : opening.token();
        Handoffs.Opened opened = handoffs.open(
                token.substring(0, Math.min(LONGEST_TOKEN, token.length())),
                request.getRemoteAddr(),
                agent.replaceAll("[^\\x20-\\x7e]", "?").substring(0, Math.min(LONGEST_AGENT, agent.length())));
        return ResponseEntity.ok().header(HttpHeaders.CACHE_CONTROL, "no-store").body(opened);
    }
}
