package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import jordfell.core.media.Codec;
import jordfell.core.media.SpeechDescription;
import jordfell.core.media.ToneEvent;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.time.Timeline;
import jordfell.lab.watching.Messages.Count;
import jordfell.lab.watching.Watched;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** 2416 has the PIN 4711; what a node sends on to the voicemail, and what comes of it. */
class VoicemailTest {

    private static final Endpoint NODE = new Endpoint("192.0.2.11", 5060);
    private static final Watched BOX = new Watched("v.example", "2416");

    private final Timeline timeline = new Timeline(Instant.parse("2026-03-02T08:00:00Z"));
    private final Network network = new Network(timeline, new Random(1));
    private final List<SipMessage> said = new ArrayList<>();
    private final List<Watched> changed = new ArrayList<>();
    private final Voicemail voicemail = new Voicemail(
            network, (domain, number) -> Optional.of("4711").filter(pin -> number.equals("2416")), changed::add);
    private int cseq;

    VoicemailTest() {
        network.attach(NODE, (from, bytes) -> said.add(((SipReading.Message) SipReader.read(bytes)).message()));
    }

    private SipMessage send(String method, String from, String to, String dialled, String body) {
        said.clear();
        SipMessage request = SipMessage.request(method, "sip:" + dialled + "@v.example")
                .with("Via", "SIP/2.0/UDP " + NODE + ";rport;branch=z9hG4bK" + ++cseq)
                .with("From", "<sip:" + from + "@v.example>;tag=1")
                .with("To", "<sip:" + to + "@v.example>")
                .with("Call-ID", from + to)
                .with("CSeq", cseq + " " + method)
                .with("Contact", "<sip:" + from + "@192.0.2.101>");
        network.send(NODE, Voicemail.ADDRESS, new SipMessage(request.startLine(), request.headers(), body).bytes());
        timeline.run(Duration.ofSeconds(1));
        return said.stream().filter(SipMessage::isResponse).findFirst().orElseThrow();
    }

    private void press(String keys) {
        for (String key : keys.split("")) {
            assertThat(send("INFO", "2416", "*86", "*86", "Signal=" + key + "\r\nDuration=160\r\n")
                            .status())
                    .isEqualTo(200);
        }
    }

    private static final Endpoint MEDIA = new Endpoint("192.0.2.101", 16_384);

    /** The packets of one press, as they arrive. */
    private void event(char key, long begun, int type, int... packets) {
        for (int packet : packets) {
            ToneEvent event = new ToneEvent(key, packet > 0, packet * 400, begun, packet, 7);
            network.send(MEDIA, new Endpoint("192.0.2.8", 16_384), event.packet(type, packet == 0));
        }
        timeline.run(Duration.ofSeconds(1));
    }

    private static String speech(int tones) {
        return SpeechDescription.offer(MEDIA.host(), MEDIA.port(), List.of(Codec.PCMA), tones)
                .write(1);
    }

    private void leave() {
        assertThat(send("INVITE", "2001", "2416", "*86", "").status()).isEqualTo(200);
        send("BYE", "2001", "2416", "*86", "");
    }

    @Test
    void callThatWasSentOnLeavesAMessage() {
        leave();
        leave();
        assertThat(voicemail.of(BOX)).isEqualTo(new Count(2, 0));
        assertThat(changed).containsExactly(BOX, BOX);
    }

    @ParameterizedTest
    @ValueSource(strings = {"4711", "4711#", "1234#4711"})
    void ownerHearsWhatIsThereOnceThePinIsRight(String keys) {
        leave();
        send("INVITE", "2416", "*86", "*86", "");
        press(keys);
        assertThat(voicemail.of(BOX)).isEqualTo(new Count(0, 1));
        send("BYE", "2416", "*86", "*86", "");
        assertThat(voicemail.of(BOX)).as("whoever listened left nothing").isEqualTo(new Count(0, 1));
    }

    @Test
    void threeWrongPinsEndTheCall() {
        leave();
        send("INVITE", "2416", "*86", "*86", "");
        press("0000");
        press("1111");
        assertThat(said).hasSize(1);
        press("2222");
        assertThat(said).extracting(SipMessage::method).containsExactlyInAnyOrder("INFO", "BYE");
        assertThat(voicemail.of(BOX)).isEqualTo(new Count(1, 0));
    }

    @Test
    void keysAreHeardInTheStreamOfSpeechEachOnceHoweverManyOfItsPacketsArrive() {
        leave();
        SipMessage answer = send("INVITE", "2416", "*86", "*86", speech(96));
        assertThat(answer.body()).contains("a=rtpmap:96 telephone-event/8000");
        event('4', 800, 96, 0, 1, 2, 2, 2);
        event('7', 1_600, 96, 2);
        event('1', 2_400, 96, 0);
        assertThat(voicemail.of(BOX)).isEqualTo(new Count(1, 0));
        event('1', 3_200, 96, 0, 2);
        assertThat(voicemail.of(BOX)).isEqualTo(new Count(0, 1));
    }

    @Test
    void keysOfAnotherTypeThanWasAgreedAreNotHeard() {
        leave();
        send("INVITE", "2416", "*86", "*86", speech(96));
        long begun = 0;
        for (char key : "4711".toCharArray()) {
            event(key, begun += 800, 101, 0, 2);
        }
        assertThat(voicemail.of(BOX)).isEqualTo(new Count(1, 0));
    }

    @Test
    void withoutAPinNothingIsHeard() {
        send("INVITE", "2417", "*86", "*86", "");
        assertThat(send("INFO", "2417", "*86", "*86", "#").status()).isEqualTo(200);
        assertThat(changed).isEmpty();
    }

    @Test
    void whatIsNoKeyIsSaidToBeNone() {
        send("INVITE", "2416", "*86", "*86", "");
        assertThat(send("INFO", "2416", "*86", "*86", "hello").status()).isEqualTo(415);
        assertThat(send("INFO", "2001", "*86", "*86", "5").status())
                .as("of no call")
                .isEqualTo(481);
        assertThat(send("SUBSCRIBE", "2416", "*86", "*86", "").status()).isEqualTo(405);
    }
}
