package jordfell.server.history;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.SipSeen;
import jordfell.core.history.History;
import jordfell.core.history.Point;
import jordfell.core.identity.MacAddress;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.Condition;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.PathComputer;
import jordfell.server.device.FactsAssembler;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.traffic.TrafficBook;
import org.junit.jupiter.api.Test;

/** What stays of a device when its evidence is let go, when the server starts anew, and when something comes late. */
class HistoriesTest {

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

    private final Pier pier = new Pier(RunningServer.shared());
    private final ObservationLog log = pier.server().bean(ObservationLog.class);
    private final EpisodeStore episodes = pier.server().bean(EpisodeStore.class);
    private final HistoryStore store = pier.server().bean(HistoryStore.class);

    private long proven(String mac, String label, String number) {
        long device = pier.enrolled(mac, label, number, "");
        RunningServer.until(
                "told that it is not released", () -> !findings(device).isEmpty());
        pier.release(device);
        pier.unbox(mac);
        RunningServer.untilLong("registered", () -> pier.rail(device).startsWith("ppppppp"));
        Instant now = Instant.now();
        log.observed(
                Pier.DOMAIN,
                Optional.of(MacAddress.of(mac)),
                new Observation.BindingChanged(
                        now,
                        number,
                        Observation.BindingChanged.Change.REFRESHED,
                        "sip:" + number + "@192.0.2.4",
                        "north",
                        "192.0.2.4:5060",
                        now.plusSeconds(600)));
        log.flush();
        pier.client().post("/api/devices/" + device + "/test-call", Map.of());
        RunningServer.until("proven", () -> pier.rail(device).equals("ppppppppp"));
        return device;
    }

    private List<String> findings(long device) {
        return pier.server()
                .bean(Jdbc.class)
                .list(
                        "select * from finding where device_id = ? order by id",
                        row -> row.text("cause") + " " + row.text("opened_at") + " " + row.text("closed_at") + " "
                                + row.text("closing"),
                        device);
    }

    private DeviceFacts facts(long device) {
        return pier.server()
                .bean(FactsAssembler.class)
                .assemble(device)
                .orElseThrow()
                .facts();
    }

    /** The histories of a server that starts on these data. */
    private Histories afterAStart() {
        return new Histories(
                store,
                pier.server().bean(FindingStore.class),
                episodes,
                pier.server().bean(LastActs.class),
                pier.server().bean(TrafficBook.class),
                java.time.InstantSource.system());
    }

    private Condition condition(History history, long device) {
        Instant now = Instant.now();
        return PathComputer.compute(facts(device), history.present().reached(), now)
                .condition();
    }

    @Test
    void whatEvidenceCameToStaysWhenItIsLetGoAndAfterAStart() {
        long device = proven("02-4B-7A-0E-24-01", "Kept desk", "2215");
        Instant later = Instant.now().plus(20, ChronoUnit.MINUTES);
        // Twenty quiet minutes later all of it is settled.
        History quiet = afterAStart().look(facts(device), NOBODYS, later.plus(10, ChronoUnit.MINUTES));
        store.keep(device, quiet.settled(), List.of());
        int before = episodes.newest(device).size();
        assertThat(before).isPositive();
        Retention retention = pier.server().bean(Retention.class);
        retention.letGoBefore(later, Integer.MAX_VALUE);
        assertThat(episodes.newest(device))
                .as("what was seen while a finding was told is pinned")
                .isNotEmpty();
        pier.server().bean(Jdbc.class).update("delete from finding where device_id = ?", device);
        // Should its path have moved meanwhile, what is settled was written anew.
        RunningServer.until("let go", () -> {
            store.keep(device, quiet.settled(), List.of());
            return retention.letGoBefore(later, Integer.MAX_VALUE) > 0;
        });
        assertThat(episodes.newest(device)).hasSizeLessThan(before);
        assertThat(pier.sheet(device).path("letGo").path("episodes").asInt()).isPositive();
        assertThat(condition(afterAStart().look(facts(device), NOBODYS, Instant.now()), device))
                .isEqualTo(Condition.PROVEN);
    }

    @Test
    void aServerThatStartsAnewKnowsTheSame() {
        long device = proven("02-4B-7A-0E-24-02", "Woken desk", "2216");
        History known = pier.server().bean(Histories.class).look(facts(device), NOBODYS, Instant.now());
        History read = afterAStart().look(facts(device), NOBODYS, Instant.now());
        assertThat(read.present().reached().line("2216"))
                .isEqualTo(known.present().reached().line("2216"));
        assertThat(read.present().reached().calls())
                .isEqualTo(known.present().reached().calls());
        assertThat(condition(read, device)).isEqualTo(Condition.PROVEN);
    }

    @Test
    void whatComesFarTooLateLandsWhereItBelongsAllTheSame() {
        String mac = "02-4B-7A-0E-24-03";
        long device = proven(mac, "Late desk", "2217");
        Histories histories = pier.server().bean(Histories.class);
        long before = histories.tooLate();
        Instant hourAgo = Instant.now().minus(1, ChronoUnit.HOURS);
        log.observed(
                "",
                Optional.of(MacAddress.of(mac)),
                new ConfigRequested(hourAgo, "late.korrin", 404, "", "Korrin K24/2.4.1", "192.0.2.4"));
        log.flush();
        RunningServer.until("taken", () -> histories.tooLate() > before);
        assertThat(episodes.of(device).list(ConfigRequested.class, r -> r.at().equals(hourAgo)))
                .hasSize(1);
        assertThat(pier.rail(device)).as("an old request changes nothing now").isEqualTo("ppppppppp");
    }

    @Test
    void aFindingThatIsOverStandsOnTheSheetWithWhatWasDoneBefore() {
        String mac = "02-4B-7A-0E-24-04";
        long device = pier.enrolled(mac, "Mended desk", "2218", "");
        pier.release(device);
        pier.unbox(mac);
        RunningServer.untilLong("registered", () -> pier.rail(device).startsWith("ppppppp"));
        pier.client().post("/api/extensions/" + pier.extensionId("2218") + "/password", Map.of());
        pier.client().post("/api/lab/phones/" + mac + "/restart", Map.of());
        RunningServer.until("told", () -> pier.sentence(device).equals("It used the password that 2218 had before."));
        pier.release(device);
        RunningServer.untilLong("registered again", () -> pier.rail(device).startsWith("ppppppp"));
        RunningServer.until("over", () -> !pier.sheet(device).path("past").isEmpty());
        assertThat(pier.sheet(device).at("/past/0/sentence").asString())
                .as(findings(device).toString())
                .isEqualTo("It used the password that 2218 had before.");
        assertThat(pier.sheet(device).at("/past/0/closing").asString())
                .as("who released")
                .contains("released");
    }

    @Test
    void aBrokenDatagramIsKeptAsItCame() {
        String mac = "02-4B-7A-0E-24-05";
        long device = pier.enrolled(mac, "Garbled desk", "2219", "");
        Datagram garbled = Datagram.of(new byte[] {'R', 'E', 'G', 0, (byte) 0xff, '\r', '\n'});
        log.observed(
                "",
                Optional.of(MacAddress.of(mac)),
                SipSeen.of(Instant.now(), true, "north", "192.0.2.7:5060", garbled));
        log.flush();
        assertThat(episodes.of(device).last(SipSeen.Broken.class, b -> true))
                .get()
                .returns(garbled, SipSeen.Broken::datagram);
        assertThat(pier.sheet(device).at("/seen/0/what").asString()).isEqualTo("No SIP → north, from 192.0.2.7:5060");
    }

    @Test
    void everyKindOfObservationIsReadAsItWasWritten() {
        Instant now = Instant.now();
        List<Observation> all = List.of(
                new ConfigRequested(now, "f", 304, "aa", "K/1", "192.0.2.1"),
                new Observation.FirmwareAsked(now, "1", "2", "", "192.0.2.1"),
                new Observation.NameLookedUp(now, "v.example", "A", List.of("192.0.2.1")),
                new Observation.NameLookedUp(now, "v.example", "A", List.of(), "SERVFAIL"),
                new Observation.Leased(now, "192.0.2.1", "192.0.2.67", 66, "http://files.example/p/pier/"),
                new Observation.Logged(now, 3, "TLS", "no", "192.0.2.1"),
                new Observation.TlsRefused(now, "n", "p", "unknown_ca", 1),
                new Observation.AddressBanned(now, "n", "192.0.2.1", "2416", 3, now),
                SipSeen.of(now, true, "n", "p", Datagram.of("REGISTER sip:v SIP/2.0\r\nTo: <sip:1@v>\r\n\r\n")),
                SipSeen.of(now, false, "n", "p", Datagram.of("SIP/2.0 200 OK\r\nTo: <sip:1@v>\r\n\r\n")),
                SipSeen.of(now, true, "n", "p", Datagram.of(new byte[] {1, 2, (byte) 0x80})),
                new Observation.BindingChanged(
                        now, "1", Observation.BindingChanged.Change.ADDED, "sip:1@v", "n", "p", now),
                new Observation.Pinged(now, "1", true),
                new Observation.TestCalled(now, "1", true, false, "486 Busy Here"),
                new Observation.NotKept(now, 3, "why"));
        assertThat(EvidenceJson.observations(EvidenceJson.write(all))).isEqualTo(all);
        assertThat(all.stream().map(Object::getClass).distinct()).hasSize(14);
    }

    @Test
    void whatWasWrittenBeforeSomethingWasToldIsReadWithoutIt() {
        Instant now = Instant.ofEpochSecond(1_700_000_000);
        Point written = new Point(
                now,
                Milestones.of(List.of(
                        SipSeen.of(
                                now,
                                true,
                                "n",
                                "p",
                                Datagram.of(
                                        "REGISTER sip:v SIP/2.0\r\nTo: <sip:1@v>\r\nCall-ID: a\r\nCSeq: 1 REGISTER\r\n\r\n")),
                        new Observation.NameLookedUp(now, "v.example", "A", List.of()))),
                List.of(),
                Condition.UNDER_WAY,
                Set.of(),
                List.of(),
                Optional.empty());
        String older = new String(EvidenceJson.write(written), StandardCharsets.UTF_8)
                .replaceAll("\"turnedBack\":[0-9]+,?", "")
                .replaceAll(",?\"status\":\"[A-Z]*\"", "");
        assertThat(older).doesNotContain("turnedBack").doesNotContain("NXDOMAIN");
        assertThat(EvidenceJson.point(older.getBytes(StandardCharsets.UTF_8))).isEqualTo(written);
    }
}
