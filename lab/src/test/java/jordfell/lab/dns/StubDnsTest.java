package jordfell.lab.dns;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.fault.Faults;
import jordfell.lab.net.Network;
import jordfell.lab.time.Timeline;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.Type;

class StubDnsTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");

    private final Timeline timeline = new Timeline(START);
    private final Faults faults = new Faults(timeline, new Network(timeline, new Random(1)), new Random(2));
    private final StubDns dns = new StubDns(faults.names());

    private static Domain domain(String address) {
        return new Domain(
                1,
                "v.example",
                "v.example",
                new Domain.Expiry(60, 120, 3600),
                2,
                List.of(new RegistrarNode("n", "n.v.example", address, 5060, 10, 1)),
                List.of(new Block(20, 29, "people")));
    }

    private StubDns.Answer ask(String name, int type) throws IOException {
        Message query = Message.newQuery(Record.newRecord(Name.fromString(name + "."), type, DClass.IN));
        return dns.answer(query.toWire()).orElseThrow();
    }

    private void begin(FaultKind kind) {
        faults.add(new Fault(1, kind, "v.example", 0, timeline.now(), Optional.empty()));
        timeline.run(Duration.ofSeconds(1));
    }

    @Test
    void aDomainIsFoundByNaptrThenServiceThenAddress() throws IOException {
        dns.follow(List.of(domain("192.0.2.11")));
        assertThat(ask("v.example", Type.NAPTR).found().get(0)).contains("SIP+D2U", "_sip._udp.v.example.");
        assertThat(ask("_sip._udp.v.example", Type.SRV).found()).containsExactly("n.v.example:5060");
        assertThat(ask("n.v.example", Type.A).found()).containsExactly("192.0.2.11");
    }

    @Test
    void thatThereIsNoNameIsSaidOtherwiseThanThatItHasNoSuchRecord() throws IOException {
        dns.follow(List.of(domain("192.0.2.11")));
        assertThat(ask("elsewhere.v.example", Type.A).status()).isEqualTo("NXDOMAIN");
        StubDns.Answer none = ask("n.v.example", Type.AAAA);
        assertThat(none.status()).isEqualTo("NOERROR");
        assertThat(none.found()).isEmpty();
    }

    @Test
    void aServiceThatFailsSaysSoAndOneThatIsSilentSaysNothing() throws IOException {
        dns.follow(List.of(domain("192.0.2.11")));
        begin(FaultKind.NAME_FAILS);
        assertThat(ask("n.v.example", Type.A).status()).isEqualTo("SERVFAIL");
        faults.remove(1);
        begin(FaultKind.NAME_SILENT);
        assertThat(ask("n.v.example", Type.A).status()).isEmpty();
        assertThat(ask("n.v.example", Type.A).wire()).isEmpty();
    }

    @Test
    void staleNamesLeadWhereTheyLedWhenThatBegan() throws IOException {
        dns.follow(List.of(domain("192.0.2.11")));
        begin(FaultKind.NAME_STALE);
        dns.follow(List.of(domain("192.0.2.77")));
        assertThat(ask("n.v.example", Type.A).found()).containsExactly("192.0.2.11");
        faults.remove(1);
        assertThat(ask("n.v.example", Type.A).found()).containsExactly("192.0.2.77");
    }

    @Test
    void aZoneFileThatSomebodyGaveStandsInPlaceOfTheDomainsOwn() throws Exception {
        dns.follow(List.of(domain("192.0.2.11")));
        dns.give("V.example", Optional.of(Zone.read("""
                $ORIGIN v.example.
                $TTL 60
                _sip._udp IN SRV 10 1 5080 elsewhere
                elsewhere IN A 192.0.2.99
                elsewhere IN AAAA 2001:db8::99
                """)));
        assertThat(ask("_sip._udp.v.example", Type.SRV).found()).containsExactly("elsewhere.v.example:5080");
        assertThat(ask("elsewhere.v.example", Type.AAAA).found()).containsExactly("2001:db8:0:0:0:0:0:99");
        assertThat(ask("n.v.example", Type.A).status()).isEqualTo("NXDOMAIN");
        dns.give("v.example", Optional.empty());
        assertThat(ask("n.v.example", Type.A).found()).containsExactly("192.0.2.11");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            v.example. 60 IN A 192.0.2.300          | 2
            v.example. 60 IN SRV ten 1 5060 n       | 2
            v.example. 60 IN MX 10 mail.v.example.  | 2
            $INCLUDE /etc/passwd                    | 2
            v.example. 60 IN A                      | 2
            relative 60 IN A 192.0.2.1              | 2
            """)
    void whatIsWrongWithAZoneFileIsNamedByItsLine(String line, int at) {
        Zone.Unreadable wrong = catchThrowableOfType(
                Zone.Unreadable.class, () -> Zone.read("; the first line is good\n" + line + "\n"));
        assertThat(wrong.line()).isEqualTo(at);
        assertThat(wrong).hasMessageMatching("(?s).{5,}");
    }

    @Test
    void whateverIsAskedIsAnsweredOrNotAndNothingBreaks() throws IOException {
        dns.follow(List.of(domain("192.0.2.11")));
        byte[] good = Message.newQuery(Record.newRecord(Name.fromString("v.example."), Type.SRV, DClass.IN))
                .toWire();
        Random random = new Random(5);
        for (int i = 0; i < 20_000; i++) {
            byte[] bytes = i % 2 == 0 ? good.clone() : new byte[random.nextInt(600)];
            if (i % 2 == 1) {
                random.nextBytes(bytes);
            }
            for (int flips = 1 + random.nextInt(4); flips > 0 && bytes.length > 0; flips--) {
                bytes[random.nextInt(bytes.length)] = (byte) random.nextInt();
            }
            dns.answer(bytes)
                    .ifPresent(answer -> assertThat(answer.wire().length).isLessThan(65_536));
        }
        assertThat(ask("n.v.example", Type.A).found()).containsExactly("192.0.2.11");
    }

    @Test
    void moreRecordsThanADomainHasAreNotRead() {
        String many = "v.example. 60 IN A 192.0.2.1\n".repeat(Zone.MOST + 1);
        assertThat(catchThrowableOfType(Zone.Unreadable.class, () -> Zone.read(many)))
                .hasMessageContaining("2000 records");
    }
}
