package jordfell.core.media;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Offers and answers, RFC 3264's own among them. */
class SpeechDescriptionTest {

    /** RFC 3264 §10.1. */
    private static final String ALICE = """
            v=0
            o=alice 2890844526 2890844526 IN IP4 host.anywhere.com
            s=
            c=IN IP4 host.anywhere.com
            t=0 0
            m=audio 49170 RTP/AVP 0
            a=rtpmap:0 PCMU/8000
            m=video 51372 RTP/AVP 31
            a=rtpmap:31 H261/90000
            m=video 53000 RTP/AVP 32
            a=rtpmap:32 MPV/90000
            """;

    /** RFC 3264 §10.2. */
    private static final String ONE_OF_MANY = """
            v=0
            o=alice 2890844526 2890844526 IN IP4 host.anywhere.com
            s=
            c=IN IP4 host.anywhere.com
            t=0 0
            m=audio 62986 RTP/AVP 0 4 18
            a=rtpmap:0 PCMU/8000
            a=rtpmap:4 G723/8000
            a=rtpmap:18 G729/8000
            a=inactive
            """;

    private static SpeechDescription read(String body) {
        return SpeechDescription.read(body).orElseThrow();
    }

    private static String audio(String rest) {
        return "v=0\r\nc=IN IP4 192.0.2.1\r\nm=audio 4000 RTP/AVP " + rest.replace("|", "\r\n") + "\r\n";
    }

    @Test
    void theBasicExchangeIsReadAndItsVideoRefusedAtItsPlace() {
        SpeechDescription offer = read(ALICE);
        assertThat(offer.address()).isEqualTo("host.anywhere.com");
        assertThat(offer.port()).isEqualTo(49_170);
        assertThat(offer.codecs()).containsExactly(Codec.PCMU);
        SpeechDescription answer = SpeechDescription.answer(
                        offer, "host.example.com", 49_920, List.of(Codec.PCMU, Codec.PCMA))
                .orElseThrow();
        assertThat(answer.write(7))
                .contains("c=IN IP4 host.example.com\r\n")
                .endsWith("m=audio 49920 RTP/AVP 0\r\na=rtpmap:0 PCMU/8000\r\na=sendrecv\r\n"
                        + "m=video 0 RTP/AVP 31\r\nm=video 0 RTP/AVP 32\r\n");
        assertThat(answer.agreed()).hasValue(Codec.PCMU);
    }

    @Test
    void ofManyThoseThatBothHaveAreAnsweredInTheOffersOrder() {
        SpeechDescription answer = SpeechDescription.answer(
                        read(ONE_OF_MANY), "192.0.2.2", 54_344, List.of(Codec.G729, Codec.PCMU))
                .orElseThrow();
        assertThat(answer.codecs()).containsExactly(Codec.PCMU, Codec.G729);
        assertThat(answer.direction()).isEqualTo(Direction.INACTIVE);
    }

    @Test
    void withNothingInCommonThereIsNoAnswer() {
        assertThat(SpeechDescription.answer(read(ALICE), "192.0.2.2", 4_000, List.of(Codec.G722)))
                .isEmpty();
        SpeechDescription refused = read(ALICE.replace("audio 49170", "audio 0"));
        assertThat(SpeechDescription.answer(refused, "192.0.2.2", 4_000, List.of(Codec.PCMU)))
                .isEmpty();
        assertThat(refused.agreed()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"sendonly, RECVONLY", "recvonly, SENDONLY", "inactive, INACTIVE", "sendrecv, SENDRECV"})
    void whoSendsIsAnsweredTheOtherWayRound(String offered, Direction answered) {
        SpeechDescription offer = read(audio("0|a=" + offered));
        assertThat(SpeechDescription.answer(offer, "192.0.2.2", 4_000, List.of(Codec.PCMU)))
                .get()
                .returns(answered, SpeechDescription::direction);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "8 0; [PCMA, PCMU]",
                "111 9|a=rtpmap:111 opus/48000/2; [OPUS, G722]",
                "97|a=rtpmap:97 OPUS/48000/2; [OPUS]",
                "111; []",
                "0|a=rtpmap:0 PCMU/8000/1; [PCMU]",
                "96 101|a=rtpmap:96 iLBC/8000|a=rtpmap:101 telephone-event/8000; []",
                "8 8 0; [PCMA, PCMU]"
            })
    void codecsAreKnownByTheirMapsOrTheirNumbers(String formats, String codecs) {
        assertThat(read(audio(formats)).codecs()).hasToString(codecs);
    }

    @Test
    void anAnswerSpeaksByTheOffersNumbers() {
        SpeechDescription offer = read(audio("97|a=rtpmap:97 opus/48000/2"));
        assertThat(SpeechDescription.answer(offer, "192.0.2.2", 4_000, List.of(Codec.OPUS))
                        .orElseThrow()
                        .write(1))
                .contains("RTP/AVP 97\r\na=rtpmap:97 opus/48000/2");
    }

    @Test
    void whereItIsSentIsSaidForAllOrForOne() {
        assertThat(read("v=0\nc=IN IP4 192.0.2.1\nm=audio 4000 RTP/AVP 0\nc=IN IP4 192.0.2.9/127\n")
                        .address())
                .isEqualTo("192.0.2.9");
        assertThat(read("v=0\nm=video 1 RTP/AVP 31\nc=IN IP4 192.0.2.8\nm=audio 4000 RTP/AVP 0\nc=IN IP4 192.0.2.9\n"))
                .returns("192.0.2.9", SpeechDescription::address)
                .returns(1, SpeechDescription::place);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "v=1\nm=audio 1 RTP/AVP 0",
                "v=0\n",
                "v=0\nm=audio",
                "v=0\nm=audio x RTP/AVP 0",
                "v=0\nm=video 1 RTP/AVP 31"
            })
    void whatHasNoSpeechIsNone(String body) {
        assertThat(SpeechDescription.read(body)).isEmpty();
    }

    @Test
    void whatIsWrittenIsReadAgainAndAnyAnswerIsPartOfItsOffer() {
        Random random = new Random(3);
        for (int round = 0; round < 2_000; round++) {
            List<Codec> offered = some(random);
            List<Codec> own = some(random);
            SpeechDescription offer = SpeechDescription.offer("192.0.2.1", 4_000 + round, offered);
            assertThat(SpeechDescription.read(offer.write(round))).hasValue(offer);
            Optional<SpeechDescription> answer = SpeechDescription.answer(offer, "192.0.2.2", 5_000, own);
            assertThat(answer.flatMap(SpeechDescription::agreed)).isEqualTo(CommonCodecs.agreed(offered, own));
            answer.ifPresent(a -> {
                assertThat(offered).containsAll(a.codecs());
                assertThat(own).containsAll(a.codecs());
            });
        }
    }

    private static List<Codec> some(Random random) {
        List<Codec> all = new java.util.ArrayList<>(List.of(Codec.values()));
        java.util.Collections.shuffle(all, random);
        return List.copyOf(all.subList(0, 1 + random.nextInt(all.size() - 1)));
    }
}
