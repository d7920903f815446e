package jordfell.core.sip;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SipReaderTest {

    private static final String REGISTER = """
            REGISTER sip:voice.tarnholm.example SIP/2.0
            Via: SIP/2.0/UDP 192.0.2.101:5060;rport;branch=z9hG4bK1
            Max-Forwards: 70
            f: "Window 4" <sip:2416@voice.tarnholm.example>;tag=a1
            To: <sip:2416@voice.tarnholm.example>
            i: c1@192.0.2.101
            CSeq: 7 REGISTER
            Subject: folded
              over two lines
            m: <sip:2416@192.0.2.101:5060>;expires=120;+sip.instance="<urn:uuid:00000000-0000-1000-8000-024b7a00531c>"
            m: *
            X-Unknown: kept as it is
            Content-Length: 0

            """.replace("\n", "\r\n");

    private static SipMessage message(String text) {
        return ((SipReading.Message) SipReader.read(text.getBytes(StandardCharsets.UTF_8))).message();
    }

    @Test
    void readsARequestWithCompactNamesAndFoldedLines() {
        SipMessage m = message(REGISTER);
        assertThat(m.method()).isEqualTo("REGISTER");
        assertThat(m.requestUri()).isEqualTo("sip:voice.tarnholm.example");
        assertThat(m.first("Call-ID")).hasValue("c1@192.0.2.101");
        assertThat(m.first("subject")).hasValue("folded over two lines");
        assertThat(m.first("X-Unknown")).hasValue("kept as it is");
        assertThat(m.status()).isZero();
    }

    @Test
    void readsStructuredHeaders() {
        SipMessage m = message(REGISTER);
        assertThat(SipHeaders.from(m)).hasValueSatisfying(a -> {
            assertThat(a.aor()).isEqualTo("2416@voice.tarnholm.example");
            assertThat(a.param("tag")).hasValue("a1");
        });
        assertThat(SipHeaders.topVia(m)).hasValueSatisfying(via -> {
            assertThat(via.host()).isEqualTo("192.0.2.101");
            assertThat(via.wantsRport()).isTrue();
            assertThat(via.branch()).isEqualTo("z9hG4bK1");
        });
        assertThat(SipHeaders.contacts(m)).hasSize(2);
        assertThat(SipHeaders.contacts(m).get(0).param("expires")).hasValue("120");
        assertThat(InstanceId.macIn(SipHeaders.contacts(m).get(0)))
                .hasValueSatisfying(mac -> assertThat(mac).hasToString("02-4B-7A-00-53-1C"));
        assertThat(SipHeaders.contacts(m).get(1).host()).isEqualTo("*");
        assertThat(SipHeaders.cseq(m)).isEqualTo(7);
    }

    @Test
    void whatIsWrittenIsReadAgain() {
        SipMessage m = message(REGISTER);
        assertThat(message(m.text()).text()).isEqualTo(m.text());
        SipMessage withBody = new SipMessage("SIP/2.0 200 OK", m.headers(), "Grüße");
        assertThat(message(withBody.text()).body()).isEqualTo("Grüße");
    }

    @ParameterizedTest
    @CsvSource({"SIP/2.0 200 OK, 200", "SIP/2.0 404 Not Found, 404", "SIP/2.0 486, 486"})
    void readsStatusLines(String line, int status) {
        SipMessage m = message(line + "\r\nCSeq: 1 INVITE\r\n\r\n");
        assertThat(m.isResponse()).isTrue();
        assertThat(m.status()).isEqualTo(status);
        assertThat(m.method()).isEqualTo("INVITE");
    }

    @ParameterizedTest
    @ValueSource(strings = {"\r\n\r\n", "\r\n", "\0", "   "})
    void keepAlivesAreNoMessages(String text) {
        assertThat(SipReader.read(text.getBytes(StandardCharsets.UTF_8))).isInstanceOf(SipReading.KeepAlive.class);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    GET / HTTP/1.1~Host: x~~                              | line 1 is neither
                    REGISTER sip:x SIP/3.0~~                              | line 1 is neither
                    REGISTER sip:x SIP/2.0~Via: y                         | truncated
                    REGISTER sip:x SIP/2.0~no colon here~~                | line 2 has no header name
                    REGISTER sip:x SIP/2.0~: empty name~~                 | line 2 has no header name
                    REGISTER sip:x SIP/2.0~Content-Length: 99~~short      | Content-Length says 99, the body has 5
                    REGISTER sip:x SIP/2.0~Content-Length: many~~         | Content-Length is not a number
                    SIP/2.0 999 Nine~~                                    | line 1 is neither
                    """)
    void saysWhatIsBrokenAndWhere(String text, String reason) {
        assertThat(SipReader.read(text.replace("~", "\r\n").getBytes(StandardCharsets.UTF_8)))
                .isInstanceOfSatisfying(
                        SipReading.Broken.class, b -> assertThat(b.reason()).contains(reason));
    }

    @Test
    void refusesWhatIsTooLarge() {
        byte[] large = (REGISTER + "x".repeat(SipMessage.LARGEST)).getBytes(StandardCharsets.UTF_8);
        assertThat(SipReader.read(large)).isInstanceOf(SipReading.Broken.class);
        assertThat(SipMessage.LARGEST).isEqualTo(8192);
    }

    @Test
    void refusesTooManyHeaders() {
        String many = "OPTIONS sip:x SIP/2.0\r\n" + "A: b\r\n".repeat(300) + "\r\n";
        assertThat(SipReader.read(many.getBytes(StandardCharsets.UTF_8))).isInstanceOf(SipReading.Broken.class);
    }

    @Test
    void noGarbageThrows() {
        Random random = new Random(11);
        byte[] good = REGISTER.getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < 3_000; i++) {
            byte[] bytes = good.clone();
            for (int hits = 1 + random.nextInt(20); hits > 0; hits--) {
                bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            }
            if (SipReader.read(bytes) instanceof SipReading.Message read) {
                SipHeaders.from(read.message());
                SipHeaders.to(read.message());
                SipHeaders.contacts(read.message());
                SipHeaders.topVia(read.message());
                SipHeaders.cseq(read.message());
                assertThat(read.message().method()).isNotNull();
            }
        }
    }

    @Test
    void unreadableHeadersAreEmptyNotErrors() {
        SipMessage m = message("OPTIONS sip:x SIP/2.0\r\nVia: %%%\r\nTo: <<>>\r\nContact: \"\r\nCSeq: x\r\n\r\n");
        assertThat(SipHeaders.topVia(m)).isEmpty();
        assertThat(SipHeaders.to(m)).isEmpty();
        assertThat(SipHeaders.contacts(m)).isEmpty();
        assertThat(SipHeaders.cseq(m)).isEqualTo(-1);
    }

    @Test
    void headersAreChangedInPlace() {
        SipMessage m = message(REGISTER)
                .replacing("Max-Forwards", "69")
                .onTop("Via", "top")
                .withoutFirst("Contact");
        assertThat(m.headers().get(0).value()).isEqualTo("top");
        assertThat(m.first("Max-Forwards")).hasValue("69");
        assertThat(m.all("Contact")).containsExactly("*");
    }
}
