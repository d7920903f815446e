package jordfell.core.capture;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.SipSeen;

/** Reads something whole, in pieces of a size. */
final class Brought {

    static final Instant NOW = Instant.parse("2026-03-02T12:00:00Z");
    static final Nodes NORTH =
            (host, port) -> host.equals("192.0.2.11") ? Optional.of("north") : Optional.<String>empty();

    final List<Sighting> seen = new ArrayList<>();
    final EvidenceReader reader = new EvidenceReader(NORTH, List.of(new SentLogs()), NOW, ZoneOffset.UTC, seen::add);
    String trouble = "";

    static Brought read(byte[] bytes) {
        return read(bytes, Math.max(1, bytes.length));
    }

    static Brought read(byte[] bytes, int piece) {
        Brought brought = new Brought();
        try {
            for (int at = 0; at < bytes.length; at += piece) {
                brought.reader.take(bytes, at, Math.min(piece, bytes.length - at));
            }
            brought.reader.end();
        } catch (UnreadableException e) {
            brought.trouble = e.getMessage();
        }
        return brought;
    }

    List<SipSeen> sip() {
        return seen.stream()
                .filter(s -> s.observation() instanceof SipSeen)
                .map(s -> (SipSeen) s.observation())
                .toList();
    }

    /** Each message’s start line, with from whom to whom. */
    List<String> told() {
        return sip().stream()
                .map(s -> (s.toNode() ? s.peer() + " → " + s.node() : s.node() + " → " + s.peer()) + ": "
                        + s.datagram().text().lines().findFirst().orElse(""))
                .toList();
    }
}
