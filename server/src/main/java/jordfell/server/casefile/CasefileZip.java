package jordfell.server.casefile;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import jordfell.core.casefile.Casefile;
import jordfell.core.casefile.SummaryPage;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.evidence.SipSeen;
import jordfell.core.ladder.Ladder;
import jordfell.core.planning.Networks;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.table.TableWriter;
import jordfell.lab.capture.Captured;
import jordfell.lab.capture.Pcapng;
import jordfell.lab.net.Endpoint;
import jordfell.server.casefile.CasefileMaker.Gathered;
import jordfell.server.history.EvidenceJson;
import tools.jackson.databind.json.JsonMapper;

/** Writes a casefile: one ZIP, a page to read in front. */
final class CasefileZip {

    /** In the manifest, for whoever reads it back. */
    static final String FORMAT = "jordfell-casefile";

    static final int VERSION = 1;

    private static final int SIP = 5060;

    private CasefileZip() {}

    static void write(Casefile casefile, List<Gathered> devices, JsonMapper json, OutputStream out) throws IOException {
        try (ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8)) {
            text(zip, "summary.html", SummaryPage.of(casefile));
            text(
                    zip,
                    "manifest.json",
                    json.writerWithDefaultPrettyPrinter().writeValueAsString(manifest(casefile, devices)));
            for (Gathered of : devices) {
                String folder = of.page().folder() + "/";
                text(zip, folder + "configuration.txt", of.released().orElse("Nothing was released.\n"));
                text(zip, folder + "settings.csv", settings(of));
                text(zip, folder + "sip.txt", sip(of));
                bytes(zip, folder + "sip.pcapng", capture(of));
                text(zip, folder + "phone.log", log(of));
                text(zip, folder + "observations.csv", observations(of));
                bytes(zip, folder + "observations.json", EvidenceJson.write(of.seen()));
            }
        }
    }

    private static Map<String, Object> manifest(Casefile casefile, List<Gathered> devices) {
        Map<String, Object> manifest = new LinkedHashMap<>();
        manifest.put("format", FORMAT);
        manifest.put("version", VERSION);
        manifest.put("title", casefile.title());
        manifest.put("made", casefile.made());
        manifest.put("from", casefile.window().from().toString());
        manifest.put("to", casefile.window().to().toString());
        manifest.put("withheld", casefile.withheld());
        manifest.put(
                "devices",
                devices.stream()
                        .map(of -> Map.of(
                                "folder",
                                of.page().folder(),
                                "label",
                                of.device().device().label(),
                                "mac",
                                of.device().device().mac().map(Object::toString).orElse(""),
                                "found",
                                of.page().found().stream()
                                        .map(Casefile.Found::sentence)
                                        .toList()))
                        .toList());
        return manifest;
    }

    private static String settings(Gathered of) {
        List<List<String>> rows = new ArrayList<>();
        of.settings().forEach(f -> {
            String[] parts = f.value().split("\t", 2);
            rows.add(List.of(f.what(), parts[0], parts.length > 1 ? parts[1] : ""));
        });
        return TableWriter.write(List.of("setting", "value", "from"), rows);
    }

    private static String sip(Gathered of) {
        StringBuilder text = new StringBuilder();
        for (Observation o : of.seen()) {
            if (o instanceof SipSeen sip) {
                text.append(sip.at())
                        .append(sip.toNode() ? "  from " + sip.peer() + " to " : "  to " + sip.peer() + " from ")
                        .append(sip.node())
                        .append('\n')
                        .append(sip.datagram().text().replace("\r\n", "\n").strip())
                        .append("\n\n");
            }
        }
        return text.isEmpty() ? "No SIP of it was seen in this time.\n" : text.toString();
    }

    private static byte[] capture(Gathered of) throws IOException {
        Map<String, Endpoint> nodes = new HashMap<>();
        Map<String, String> names = new HashMap<>();
        for (RegistrarNode node : of.device().domain().nodes()) {
            nodes.put(node.name(), new Endpoint(node.address(), node.port()));
            names.put(node.address(), node.name());
        }
        List<Captured> captured = new ArrayList<>();
        for (Observation o : of.seen()) {
            if (o instanceof SipSeen sip) {
                Optional<Endpoint> node =
                        Optional.ofNullable(nodes.get(sip.node())).or(() -> endpoint(sip.node()));
                Optional<Endpoint> peer = endpoint(sip.peer());
                if (node.isPresent() && peer.isPresent()) {
                    captured.add(Captured.whole(
                            sip.at(),
                            sip.toNode() ? peer.get() : node.get(),
                            sip.toNode() ? node.get() : peer.get(),
                            sip.datagram().bytes()));
                }
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Pcapng.write(captured, names, out);
        return out.toByteArray();
    }

    private static Optional<Endpoint> endpoint(String peer) {
        int colon = peer.lastIndexOf(':');
        String host = colon < 0 ? peer : peer.substring(0, colon);
        String port = colon < 0 ? "" : peer.substring(colon + 1);
        return Networks.isAddress(host)
                ? Optional.of(new Endpoint(host, port.matches("[0-9]{1,5}") ? Integer.parseInt(port) : SIP))
                : Optional.empty();
    }

    private static String log(Gathered of) {
        StringBuilder text = new StringBuilder();
        for (Observation o : of.seen()) {
            if (o instanceof Logged l) {
                text.append(l.at())
                        .append(' ')
                        .append(l.severity())
                        .append(' ')
                        .append(l.subject())
                        .append(' ')
                        .append(l.text())
                        .append('\n');
            }
        }
        return text.isEmpty() ? "It wrote nothing down in this time.\n" : text.toString();
    }

    private static String observations(Gathered of) {
        List<List<String>> rows = new ArrayList<>();
        for (Observation o : of.seen()) {
            Instant at = o.at();
            Ladder.of(of.device().facts(), List.of(new Episode("one|", at, at, 1, List.of(o))))
                    .exchanges()
                    .forEach(e -> e.steps()
                            .forEach(s -> rows.add(List.of(
                                    s.at().toString(),
                                    s.from().name(),
                                    s.to().name(),
                                    s.label(),
                                    s.bad() ? "yes" : ""))));
        }
        return TableWriter.write(List.of("at", "from", "to", "what", "trouble"), rows);
    }

    private static void text(ZipOutputStream zip, String name, String text) throws IOException {
        bytes(zip, name, text.getBytes(StandardCharsets.UTF_8));
    }

    private static void bytes(ZipOutputStream zip, String name, byte[] bytes) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        zip.putNextEntry(entry);
        zip.write(bytes);
        zip.closeEntry();
    }
}
