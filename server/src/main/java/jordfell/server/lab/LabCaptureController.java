package jordfell.server.lab;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacAddress;
import jordfell.lab.capture.Captured;
import jordfell.lab.capture.Pcapng;
import jordfell.lab.world.LabWorld;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.SiteStore;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What was on the wire of the Lab, as a capture that general tools open. Proofs of passwords are in it: none for viewers. */
@RestController
@RequestMapping("/api/lab/capture")
class LabCaptureController {

    private static final int LONGEST_MINUTES = 24 * 60;
    private static final MediaType PCAPNG = MediaType.parseMediaType("application/x-pcapng");

    private record Recorded(List<Captured> captured, Map<String, String> names, Map<MacAddress, String> phones) {}

    private final LabService lab;
    private final SiteStore sites;
    private final DeviceStore devices;

    LabCaptureController(LabService lab, SiteStore sites, DeviceStore devices) {
        this.lab = lab;
        this.sites = sites;
        this.devices = devices;
    }

    /**
     * The last minutes, as far as they are kept.
     *
     * @param site whose phones’ datagrams are wanted; empty for all of the world’s
     */
    @GetMapping(produces = "application/x-pcapng")
    ResponseEntity<byte[]> capture(
            @RequestParam(defaultValue = "10") int minutes, @RequestParam(defaultValue = "") String site) {
        if (minutes < 1 || minutes > LONGEST_MINUTES) {
            throw RefusedException.field(
                    "/minutes", minutes + " minutes can’t be.", "From 1 to " + LONGEST_MINUTES + ", a day.");
        }
        String token = site.isEmpty() ? "" : token(site);
        Instant since = lab.now().minus(Duration.ofMinutes(minutes));
        Recorded recorded = lab.inWorld(world -> recorded(world, token, since));
        // Outside of the world, which goes on meanwhile: addresses of phones are named by the labels of their devices.
        Map<String, String> names = new HashMap<>(recorded.names());
        recorded.phones().forEach((mac, address) -> devices.byMac(mac).ifPresent(d -> names.put(address, d.label())));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            Pcapng.write(recorded.captured(), names, out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return ResponseEntity.ok()
                .contentType(PCAPNG)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("lab.pcapng")
                                .build()
                                .toString())
                .body(out.toByteArray());
    }

    private String token(String site) {
        return sites.all().stream()
                .filter(s -> s.name().equals(site))
                .map(Site::token)
                .findFirst()
                .orElseThrow(() -> RefusedException.notFound("site"));
    }

    private static Recorded recorded(LabWorld world, String token, Instant since) {
        Collection<String> addresses = token.isEmpty() ? Set.of() : world.addressesOf(token);
        Map<MacAddress, String> phones = new HashMap<>();
        world.phones().forEach(phone -> phones.put(phone.mac(), phone.state().address()));
        return new Recorded(
                token.isEmpty() || !addresses.isEmpty() ? world.captured(since, addresses) : List.of(),
                world.addressNames(),
                phones);
    }
}
