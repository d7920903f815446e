package jordfell.core.media;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ToneEventTest {

    /** By the layout of RFC 4733 §2.3 behind that of RFC 3550 §5.1: 9, pressed at 11200, and let go after 1600 units. */
    @Test
    void aPressIsWrittenAsTheRfcLaysItOut() {
        assertThat(HexFormat.of().formatHex(new ToneEvent('9', false, 400, 11_200, 24, 0x5678).packet(97, true)))
                .isEqualTo("80e100180000" + "2bc0" + "00005678" + "090a0190");
        assertThat(HexFormat.of().formatHex(new ToneEvent('9', true, 1_600, 11_200, 28, 0x5678).packet(97, false)))
                .isEqualTo("8061001c0000" + "2bc0" + "00005678" + "098a0640");
    }

    @Test
    void everyKeyIsReadAsItWasWritten() {
        for (char key : "0123456789*#".toCharArray()) {
            ToneEvent event = new ToneEvent(key, true, 65_535, 0xFFFF_FFFFL, 65_535, 0x8000_0000L);
            assertThat(ToneEvent.isKey(key)).isTrue();
            assertThat(ToneEvent.read(event.packet(101, false), 101)).contains(event);
            assertThat(ToneEvent.read(event.packet(101, false), 100)).isEmpty();
        }
        assertThat(ToneEvent.isKey('x')).isFalse();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "80650001",
                "0065000100000001000000010a0a0000",
                "90650001000000010000000105050000",
                "806500010000000100000001100a0000",
                "81650001000000010000000105050000"
            })
    void whatIsNoPressIsNotReadAsOne(String packet) {
        assertThat(ToneEvent.read(HexFormat.of().parseHex(packet), 101)).isEmpty();
    }

    @Test
    void sourcesThatWereMixedAreReadOver() {
        byte[] packet = HexFormat.of().parseHex("816500010000000100000002" + "00000003" + "050a0001");
        assertThat(ToneEvent.read(packet, 101)).contains(new ToneEvent('5', false, 1, 1, 1, 2));
    }

    @Test
    void nothingThatArrivesBreaksIt() {
        Random random = new Random(4);
        for (int i = 0; i < 20_000; i++) {
            byte[] bytes = new byte[random.nextInt(40)];
            random.nextBytes(bytes);
            ToneEvent.read(bytes, bytes.length > 1 ? bytes[1] & 0x7F : 0)
                    .ifPresent(event -> assertThat(ToneEvent.isKey(event.key())).isTrue());
        }
    }

    @Test
    void aDescriptionOffersPressedKeysAndIsAnsweredByTheSameType() {
        SpeechDescription offer = SpeechDescription.offer("192.0.2.1", 4_000, List.of(Codec.PCMA), 96);
        String body = offer.write(1);
        assertThat(body).contains("m=audio 4000 RTP/AVP 8 96\r\n", "a=rtpmap:96 telephone-event/8000\r\n");
        SpeechDescription read = SpeechDescription.read(body).orElseThrow();
        assertThat(read.tones()).isEqualTo(96);
        assertThat(read.codecs()).as("a key is no codec").containsExactly(Codec.PCMA);
        assertThat(SpeechDescription.answer(read, "192.0.2.2", 5_000, List.of(Codec.PCMA))
                        .orElseThrow()
                        .tones())
                .isEqualTo(96);
    }
}
