package jordfell.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.SipSeen;
import jordfell.core.history.History;
import jordfell.core.history.Records;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.Standing;
import jordfell.core.release.Revision;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
import jordfell.server.history.EvidenceJson;

/** Stepping histories: with however much behind them, and anew out of a day’s evidence as it lies in the database. */
final class HistoryBench {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
    private static final String DOMAIN = "v.example";
    private static final Revision REVISION = new Revision("aaaa000011112222");
    private static final int STEPS = 20_000;
    private static final int HOURS = 24;

    private static final SecretBook NOBODYS = new SecretBook() {
        @Override
        public Optional<String> current(String number) {
            return Optional.empty();
        }

        @Override
        public List<String> earlier(String number) {
            return List.of();
        }

        @Override
        public Map<String, String> others(String number) {
            return Map.of();
        }
    };

    private final Records records = new Records(facts(), NOBODYS, Optional.empty(), true);

    /** A phone with one line, released to. */
    static DeviceFacts facts() {
        return new DeviceFacts(
                1,
                Optional.of(MacAddress.of("02-4B-7A-00-53-1C")),
                Optional.empty(),
                Standing.IN_USE,
                "Window 4",
                new DeviceModel("k", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 6, 12, 32, 20),
                "Pier",
                START,
                "Lena Ravn",
                new Domain(
                        1,
                        DOMAIN,
                        DOMAIN,
                        new Domain.Expiry(60, 1_800, 3_600),
                        2,
                        List.of(new RegistrarNode("north", "n.v.example", "192.0.2.11", 5060, 10, 1)),
                        List.of()),
                List.of(new DeviceFacts.LineFacts(
                        1, Optional.of(new DeviceFacts.ExtensionFacts(1, "2416", "2416-a", "W4")), DOMAIN, 1_800)),
                List.of(),
                Optional.of(REVISION),
                Optional.of(new DeviceFacts.ReleaseFacts(1, REVISION, START, "Lena Ravn", List.of())),
                Optional.empty(),
                Duration.ofMinutes(15),
                false,
                DeviceFacts.Beside.NOTHING,
                DeviceFacts.KeyFacts.NONE,
                List.of());
    }

    /** Microseconds for one step of a phone that carries, after so many observations. */
    double step(int past) {
        History history = History.begin(START);
        Instant now = START;
        for (int i = 0; i < past / 8 + 1; i++) {
            now = now.plusSeconds(60);
            history = history.step(records, minute(now, i == 0), now).history();
        }
        long began = System.nanoTime();
        for (int i = 0; i < STEPS; i++) {
            now = now.plusSeconds(60);
            history = history.step(records, List.of(new Pinged(now, "2416", true)), now)
                    .history();
            if (i % 20 == 0) {
                history = history.step(records, refresh(now, false), now).history();
            }
        }
        return (System.nanoTime() - began) / 1_000.0 / STEPS;
    }

    /** Seconds to read the evidence of a day and to step so many histories through it. */
    double rebuilt(int devices) {
        List<byte[]> rows = new ArrayList<>();
        for (int hour = 0; hour < HOURS; hour++) {
            Instant at = START.plusSeconds(hour * 3_600L + 1);
            rows.add(EvidenceJson.write(List.of(config(at))));
            rows.add(EvidenceJson.write(sip(at)));
            rows.add(EvidenceJson.write(List.of(binding(at, hour == 0))));
            rows.add(EvidenceJson.write(List.of(new Pinged(at, "2416", true))));
        }
        Instant end = START.plusSeconds(HOURS * 3_600L);
        long began = System.nanoTime();
        int open = 0;
        for (int device = 0; device < devices; device++) {
            List<Observation> seen = new ArrayList<>();
            for (byte[] row : rows) {
                seen.addAll(EvidenceJson.observations(row));
            }
            open += History.begin(Instant.EPOCH)
                    .step(records, seen, end)
                    .history()
                    .present()
                    .lives()
                    .size();
        }
        if (open < 0) {
            throw new IllegalStateException("never: keeps the work from being left out");
        }
        return (System.nanoTime() - began) / 1e9;
    }

    private static List<Observation> minute(Instant at, boolean first) {
        List<Observation> seen = new ArrayList<>(refresh(at, first));
        seen.add(config(at));
        seen.add(new Pinged(at, "2416", true));
        return seen;
    }

    private static List<Observation> refresh(Instant at, boolean first) {
        List<Observation> seen = new ArrayList<>(sip(at));
        seen.add(binding(at, first));
        return seen;
    }

    private static Observation config(Instant at) {
        return new ConfigRequested(at, "f", 200, REVISION.id(), "Korrin K24/2.4.1", "192.0.2.1");
    }

    private static Observation binding(Instant at, boolean first) {
        return new BindingChanged(
                at,
                "2416",
                first ? BindingChanged.Change.ADDED : BindingChanged.Change.REFRESHED,
                "sip:2416@192.0.2.1",
                "north",
                "192.0.2.1:5060",
                at.plusSeconds(7_200));
    }

    private static List<Observation> sip(Instant at) {
        long n = at.getEpochSecond();
        return List.of(
                message(at, n, true, "REGISTER sip:" + DOMAIN + " SIP/2.0", ""),
                message(
                        at,
                        n,
                        false,
                        "SIP/2.0 401 Unauthorized",
                        "WWW-Authenticate: Digest realm=\"v\", nonce=\"n\"\r\n"),
                message(
                        at,
                        n + 1,
                        true,
                        "REGISTER sip:" + DOMAIN + " SIP/2.0",
                        "Authorization: Digest username=\"x\"\r\n"),
                message(at, n + 1, false, "SIP/2.0 200 OK", "Contact: <sip:2416@192.0.2.1>;expires=1800\r\n"));
    }

    private static SipSeen message(Instant at, long cseq, boolean toNode, String start, String more) {
        return SipSeen.of(
                at,
                toNode,
                "north",
                "192.0.2.1:5060",
                Datagram.of(start + "\r\nVia: SIP/2.0/UDP 192.0.2.1:5060;rport;branch=z9hG4bK" + cseq
                        + "\r\nMax-Forwards: 70\r\nFrom: <sip:2416@v.example>;tag=f\r\nTo: <sip:2416@v.example>\r\nCall-ID: c"
                        + "\r\nCSeq: " + cseq + " REGISTER\r\n" + more + "Content-Length: 0\r\n\r\n"));
    }
}
