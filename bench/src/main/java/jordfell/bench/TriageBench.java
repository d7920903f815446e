package jordfell.bench;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.diagnosis.CaseOf;
import jordfell.core.diagnosis.Diagnosis;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.SipSeen;
import jordfell.core.path.DeviceFacts;
import jordfell.core.shared.Factor;
import jordfell.core.shared.Shared;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.server.jdbc.Jdbc;

/** Why many devices are held, and what they share; and how fast Triage shows it. */
final class TriageBench {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
    private static final String PASSWORD = "Quayside-Lantern-7";
    private static final int OTHERS = 9;

    private static final String FORMER = "Former-Harbour-3";

    /**
     * Passwords as they go wrong: cut, with a blank, in capitals, one that it had before. What is looked for in vain is not among
     * them: that takes up to a second each, in a share of the time of its own.
     */
    private static final List<String> USED =
            List.of(PASSWORD.substring(0, 12), PASSWORD + " ", PASSWORD.toUpperCase(java.util.Locale.ROOT), FORMER);

    private static final SecretBook BOOK = new SecretBook() {
        @Override
        public Optional<String> current(String number) {
            return Optional.of(PASSWORD);
        }

        @Override
        public List<String> earlier(String number) {
            return List.of(FORMER);
        }

        @Override
        public Map<String, String> others(String number) {
            return Map.of("2417", "Neighbour-Gangway-5");
        }
    };

    private TriageBench() {}

    /** Seconds to find why so many devices are held, each by a refused password, and what they share against nine times as many. */
    static double findings(int devices) {
        examined(devices); // until all of it is compiled, as it is in a server that has run for a while
        long began = System.nanoTime();
        int found = examined(devices);
        Optional<Shared> shared = Shared.of(
                Collections.nCopies(devices, having("Eskvik Pier", "31")),
                Collections.nCopies(devices * OTHERS, having("Tarnholm Terminal", "30")));
        double seconds = (System.nanoTime() - began) / 1e9;
        if (found < devices || shared.isEmpty()) {
            throw new IllegalStateException("all of them are held, and they share a site: " + found);
        }
        return seconds;
    }

    private static int examined(int devices) {
        DeviceFacts facts = HistoryBench.facts();
        List<List<Observation>> seen = USED.stream().map(TriageBench::refused).toList();
        int found = 0;
        for (int i = 0; i < devices; i++) {
            CaseOf device = CaseOf.of(facts, seen.get(i % seen.size()), BOOK, START.plusSeconds(300));
            found += Diagnosis.of(device).size();
        }
        return found;
    }

    private static Map<Factor.Kind, String> having(String site, String release) {
        Map<Factor.Kind, String> factors = new EnumMap<>(Factor.Kind.class);
        factors.put(Factor.Kind.SITE, site);
        factors.put(Factor.Kind.MODEL, "Korrin K24");
        factors.put(Factor.Kind.RELEASE, release);
        return factors;
    }

    /** It took its file, asked with this password, and was told no. */
    private static List<Observation> refused(String password) {
        String domain = HistoryBench.facts().domain().name();
        DigestAnswer answer = DigestAnswer.to(
                new DigestChallenge(domain, "n", DigestAlgorithm.MD5, false),
                "2416-a",
                password,
                "REGISTER",
                "sip:" + domain,
                "c",
                1);
        String names = "From: <sip:2416@" + domain + ">;tag=f\r\nTo: <sip:2416@" + domain
                + ">\r\nCall-ID: c\r\nCSeq: 2 REGISTER\r\n";
        List<Observation> seen = new ArrayList<>();
        seen.add(new ConfigRequested(
                START.plusSeconds(2),
                "024b7a00531c.kor",
                200,
                HistoryBench.facts().released().orElseThrow().revision().id(),
                "Korrin K24/2.4.1",
                "192.0.2.1"));
        seen.add(SipSeen.of(
                START.plusSeconds(3),
                true,
                "north",
                "192.0.2.1:5060",
                Datagram.of("REGISTER sip:" + domain + " SIP/2.0\r\n" + names + "Authorization: " + answer.header()
                        + "\r\n\r\n")));
        seen.add(SipSeen.of(
                START.plusSeconds(4),
                false,
                "north",
                "192.0.2.1:5060",
                Datagram.of("SIP/2.0 403 Forbidden\r\n" + names + "\r\n")));
        return seen;
    }

    /** So many of the devices are held by one cause. */
    static void hold(BenchServer server, int devices) {
        server.bean(Jdbc.class).update("""
                        update device_state set condition = 'HELD', cause = 'wrong-password', variant = 'held here',
                          sentence = 'It used another password.', since = current_timestamp
                        where device_id in (select id from device order by id limit ?)""", devices);
    }

    /** Seconds until it is told what the held ones share. */
    static double shared(BenchServer server) {
        long began = System.nanoTime();
        server.get("/api/triage/shared?cause=wrong-password&variant=held%20here");
        return (System.nanoTime() - began) / 1e9;
    }
}
