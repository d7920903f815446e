package jordfell.server.brought;

import java.io.IOException;
import java.io.InputStream;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import jordfell.core.capture.Sighting;
import jordfell.core.capture.UnreadableException;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.server.history.EvidenceJson;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Reads a casefile that was made elsewhere: its observations, and what was found there. */
final class CasefileEntries {

    static final int HEAD = 4;

    private static final String MANIFEST = "manifest.json";
    private static final String OBSERVATIONS = "/observations.json";
    private static final String FORMAT = "jordfell-casefile";
    private static final int MOST_ENTRIES = 400;

    /** What a small file may come to when it is unpacked. */
    private static final int MOST_BYTES = 32 << 20;

    private static final int MOST_IN_ALL = 256 << 20;

    private CasefileEntries() {}

    /** Whether a file that begins so may be one. */
    static boolean begins(byte[] head) {
        return head.length == HEAD && head[0] == 'P' && head[1] == 'K' && head[2] == 3 && head[3] == 4;
    }

    static void read(InputStream in, Reading reading) throws IOException, UnreadableException {
        Map<String, MacAddress> macs = new HashMap<>();
        boolean isCasefile = false;
        long all = 0;
        try (ZipInputStream zip = new ZipInputStream(in)) {
            int entries = 0;
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                byte[] bytes = zip.readNBytes(MOST_BYTES + 1);
                all += bytes.length;
                if (++entries > MOST_ENTRIES || bytes.length > MOST_BYTES || all > MOST_IN_ALL) {
                    throw unreadable("It holds more than a casefile does: at most " + MOST_ENTRIES + " files of "
                            + (MOST_BYTES >> 20) + " MB.");
                }
                reading.count(bytes.length);
                if (entry.getName().equals(MANIFEST)) {
                    isCasefile = manifest(bytes, macs, reading);
                } else if (entry.getName().endsWith(OBSERVATIONS) && isCasefile) {
                    String folder = entry.getName().substring(0, entry.getName().length() - OBSERVATIONS.length());
                    observations(bytes, Optional.ofNullable(macs.get(folder)), reading);
                }
            }
        } catch (ZipException | JacksonException | IllegalArgumentException e) {
            throw unreadable("Something in it can’t be read; what stands before that was read.");
        }
        if (!isCasefile) {
            throw unreadable("It is packed and no casefile: unpack it first, and bring what is in it.");
        }
    }

    private static boolean manifest(byte[] bytes, Map<String, MacAddress> macs, Reading reading) {
        JsonNode manifest = JsonMapper.shared().readTree(bytes);
        if (!manifest.path("format").asString("").equals(FORMAT)) {
            return false;
        }
        reading.says(manifest.path("title").asString("") + ", "
                + manifest.path("made").asString(""));
        for (JsonNode device : manifest.path("devices")) {
            if (MacReader.read(device.path("mac").asString("")) instanceof MacReading.Valid valid) {
                macs.put(device.path("folder").asString(""), valid.mac());
            }
            for (JsonNode found : device.path("found")) {
                reading.says("Found there of " + device.path("label").asString("") + ": " + found.asString(""));
            }
        }
        return true;
    }

    private static void observations(byte[] bytes, Optional<MacAddress> mac, Reading reading) {
        List<Observation> all = EvidenceJson.observations(bytes);
        all.forEach(o -> reading.take(new Sighting("", mac, o instanceof SipSeen s ? s.peer() : "", o)));
    }

    private static UnreadableException unreadable(String words) {
        return new UnreadableException(words);
    }
}
