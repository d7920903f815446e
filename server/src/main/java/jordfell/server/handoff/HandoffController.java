package jordfell.server.handoff;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Instant;
import java.util.List;
import jordfell.server.records.HandoffStore;
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

    record HandoffOrder(long extensionId, long siteId) {}

    /**
     * A link, told this once.
     *
     * @param path what stands behind this server's address
     * @param qr the whole link as rows of a QR code, 1 for dark
     */
    record Link(long id, long deviceId, String path, Instant expiresAt, List<String> qr) {}

    private final Handoffs handoffs;
    private final HandoffStore store;
    private final OpeningGate gate;

    HandoffController(Handoffs handoffs, HandoffStore store, OpeningGate gate) {
        this.gate = gate;
        this.handoffs = handoffs;
        this.store = store;
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Link make(@RequestBody HandoffOrder wish, HttpServletRequest request) {
        Handoffs.Made made = handoffs.make(wish.extensionId(), wish.siteId());
        String path = "/handoff#" + made.token();
        return new Link(made.id(), made.deviceId(), path, made.expiresAt(), QrCode.rows(whole(request, path)));
    }

    /** With the address by which this server was reached. */
    static String whole(HttpServletRequest request, String path) {
        return request.getScheme() + "://" + request.getServerName() + ":" + request.getServerPort() + path;
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
            @RequestBody OpeningGate.Opening opening,
            @RequestHeader(name = HttpHeaders.USER_AGENT, defaultValue = "") String agent,
            HttpServletRequest request) {
        gate.pass(HandoffStore.Gives.ACCOUNT, request.getRemoteAddr());
        Handoffs.Opened opened = handoffs.open(opening.bounded(), request.getRemoteAddr(), OpeningGate.agent(agent));
        return ResponseEntity.ok().header(HttpHeaders.CACHE_CONTROL, "no-store").body(opened);
    }
}
