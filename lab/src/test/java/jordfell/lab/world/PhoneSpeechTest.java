package jordfell.lab.world;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import jordfell.core.evidence.FollowedCall;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.SipSeen;
import jordfell.core.media.Codec;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.phone.Speech;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which codec a phone agrees on with who calls it, by its file; with none in common it takes no call. */
class PhoneSpeechTest {

    private static final Endpoint ANYWHERE = new Endpoint("192.0.2.77", 5060);

    private final TinyWorld world = new TinyWorld();

    private void speaking(String codecs) {
        world.more = Map.of(SettingsCatalogue.CODECS, codecs);
        world.release();
        world.phone().power(true);
        world.run(60);
    }

    /** The last answer to an INVITE with this status that passed a registrar. */
    private Optional<SipMessage> answer(int status) {
        SipMessage last = null;
        for (Observation o : world.seen) {
            if (o instanceof SipSeen.Response r && r.answers("INVITE") && r.status() == status) {
                last = r.message();
            }
        }
        return Optional.ofNullable(last);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {"g722,pcma; G722", "pcma,g722; PCMA", "opus; OPUS"})
    void aCallThatAPhoneMakesIsSpokenInTheFirstOfItsOwnThatTheOtherHas(String codecs, Codec spoken) {
        speaking(codecs);
        AtomicReference<String> said = new AtomicReference<>("");
        world.phone().handset().call(TestCaller.USER, (worked, detail) -> said.set(worked + " " + detail));
        world.run(10);
        assertThat(said.get()).isEqualTo("true 200 OK");
        assertThat(answer(200).flatMap(Speech::agreed)).hasValue(spoken);
    }

    @Test
    void aCallThatComesInIsSpokenInTheCallersOrder() {
        speaking("g729,pcma,opus");
        world.world.follow(TinyWorld.DOMAIN, "2416", Duration.ofSeconds(10), call -> {});
        world.run(10);
        assertThat(answer(200).flatMap(Speech::agreed))
                .as("the test call offers opus first")
                .hasValue(Codec.OPUS);
    }

    @Test
    void anOfferIsStrangeWhereNothingOfItIsSpoken() {
        SipMessage invite = Speech.offering(SipMessage.request("INVITE", "sip:2416@v"), ANYWHERE, List.of(Codec.PCMU));
        assertThat(Speech.isStrange(invite, List.of(Codec.OPUS))).isTrue();
        assertThat(Speech.isStrange(invite, List.of(Codec.OPUS, Codec.PCMU))).isFalse();
        assertThat(Speech.isStrange(SipMessage.request("INVITE", "sip:2416@v"), List.of(Codec.OPUS)))
                .as("without an offer")
                .isFalse();
    }

    @Test
    void aPhoneThatSpeaksNothingTakesNoCall() {
        speaking("nothing-known");
        AtomicReference<FollowedCall> told = new AtomicReference<>();
        world.world.follow(TinyWorld.DOMAIN, "2416", Duration.ofSeconds(10), told::set);
        world.run(5);
        assertThat(told.get().words()).startsWith("488 Not Acceptable Here").contains("Incompatible media format");
    }

    @Test
    void anInviteWithoutAnOfferIsAnsweredWithOne() {
        SipMessage ok = Speech.answering(
                SipMessage.response(200, "OK"), SipMessage.request("INVITE", "sip:x@v"), ANYWHERE, List.of(Codec.G722));
        assertThat(ok.first("Content-Type")).hasValue("application/sdp");
        assertThat(Speech.agreed(ok)).hasValue(Codec.G722);
    }
}
