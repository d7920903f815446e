package jordfell.server.lab;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.core.device.Device;
import jordfell.core.identity.MacAddress;
import jordfell.lab.capture.Captured;
import jordfell.lab.capture.Pcapng;
import jordfell.lab.capture.Summary;
import jordfell.lab.world.Plots;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What goes on in the Lab’s world: how much of it, and what is on the wire. No line of it holds a secret. */
@RestController
@RequestMapping(path = "/api/lab", produces = "application/json")
class LabTrafficController {

    private static final int MOST_LINES = 200;
    private static final int LARGEST_CAPTURE = 8 << 20;
    private static final Duration LATELY = Duration.ofMinutes(5);

    /**
     * A node as it is just now.
     *
     * @param waiting how many requests wait there
     * @param banned the addresses from which it hears nothing
     */
    record NodeLoad(String host, int waiting, List<String> banned) {}

    /** @param pieceSeconds the length of each piece; where nothing went on there is none */
    record LabPlots(Instant now, long pieceSeconds, List<Plots.Piece> pieces, List<NodeLoad> nodes) {}

    /** What was sent, in a line. */
    record WireLine(Instant at, String from, String to, String protocol, String text, boolean troubled) {}

    private record Heard(List<Captured> captured, Map<String, String> names, Map<MacAddress, String> phones) {}

    private final LabService lab;
    private final DeviceStore devices;

    LabTrafficController(LabService lab, DeviceStore devices) {
        this.lab = lab;
        this.devices = devices;
    }

    @GetMapping("/plots")
    LabPlots plots() {
        return lab.inWorld(world -> {
            Map<String, List<String>> banned = world.banned();
            return new LabPlots(
                    lab.now(),
                    Plots.PIECE.toSeconds(),
                    world.plots(),
                    world.waiting().entrySet().stream()
                            .map(node -> new NodeLoad(
                                    node.getKey(), node.getValue(), banned.getOrDefault(node.getKey(), List.of())))
                            .toList());
        });
    }

    /** The newest of what was on the wire, the newest first. */
    @GetMapping("/wire")
    List<WireLine> wire() {
        Heard heard = lab.inWorld(world -> {
            Map<MacAddress, String> phones = new HashMap<>();
            world.phones()
                    .forEach(phone -> phones.put(phone.mac(), phone.state().address()));
            List<Captured> all = world.captured(lab.now().minus(LATELY), List.of());
            return new Heard(
                    all.subList(Math.max(0, all.size() - MOST_LINES), all.size()), world.addressNames(), phones);
        });
        Map<String, String> names = new HashMap<>(heard.names());
        heard.phones()
                .forEach((mac, address) ->
                        names.put(address, devices.byMac(mac).map(Device::label).orElse(mac.toString())));
        return lines(heard.captured(), names);
    }

    /** What is in a capture that somebody has: the last lines of it, the newest first. */
    @PostMapping(path = "/wire", consumes = "application/octet-stream")
    List<WireLine> read(@RequestBody byte[] capture) {
        if (capture.length > LARGEST_CAPTURE) {
            throw RefusedException.field(
                    "/",
                    "It has " + capture.length / 1_000_000 + " MB.",
                    "At most " + LARGEST_CAPTURE / 1_000_000 + " MB.");
        }
        try {
            List<Captured> all = Pcapng.read(new ByteArrayInputStream(capture));
            return lines(all.subList(Math.max(0, all.size() - MOST_LINES), all.size()), Map.of());
        } catch (IOException e) {
            throw RefusedException.field("/", String.valueOf(e.getMessage()), "A capture in the pcapng format.");
        }
    }

    private static List<WireLine> lines(List<Captured> captured, Map<String, String> names) {
        List<WireLine> lines = new ArrayList<>(captured.stream()
                .map(c -> {
                    Summary.Line line = Summary.of(c);
                    return new WireLine(
                            c.at(),
                            names.getOrDefault(c.from().host(), c.from().host()),
                            names.getOrDefault(c.to().host(), c.to().host()),
                            line.protocol(),
                            line.text(),
                            line.troubled());
                })
                .toList());
        Collections.reverse(lines);
        return lines;
    }
}
