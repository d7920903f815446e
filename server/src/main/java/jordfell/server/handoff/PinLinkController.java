package jordfell.server.handoff;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Instant;
import java.util.List;
import jordfell.server.records.HandoffStore;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Links that tell a voicemail PIN once; the secret part stands behind the {@code #}, as a handoff’s does. */
@RestController
@RequestMapping(path = "/api/pin-links", produces = "application/json")
class PinLinkController {

    record PinLinkOrder(long extensionId) {}

    /**
     * A link, told this once.
     *
     * @param path what stands behind this server's address
     * @param qr the whole link as rows of a QR code, 1 for dark
     */
    record PinLink(long id, String path, Instant expiresAt, List<String> qr) {}

    private final PinLinks links;
    private final OpeningGate gate;

    PinLinkController(PinLinks links, OpeningGate gate) {
        this.links = links;
        this.gate = gate;
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    PinLink make(@RequestBody PinLinkOrder order, HttpServletRequest request) {
        PinLinks.Made made = links.make(order.extensionId(), PinLinks.LIFE);
        String path = "/pin#" + made.token();
        return new PinLink(made.id(), path, made.expiresAt(), QrCode.rows(HandoffController.whole(request, path)));
    }

    /** Opens a link; for whoever has it, signed in or not. */
    @PostMapping("/open")
    ResponseEntity<PinLinks.OpenedPin> open(
            @RequestBody OpeningGate.Opening opening,
            @RequestHeader(name = HttpHeaders.USER_AGENT, defaultValue = "") String agent,
            HttpServletRequest request) {
        gate.pass(HandoffStore.Gives.PIN, request.getRemoteAddr());
        PinLinks.OpenedPin opened = links.open(opening.bounded(), request.getRemoteAddr(), OpeningGate.agent(agent));
        return ResponseEntity.ok().header(HttpHeaders.CACHE_CONTROL, "no-store").body(opened);
    }
}
