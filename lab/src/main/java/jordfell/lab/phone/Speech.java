package jordfell.lab.phone;

import java.util.List;
import java.util.Optional;
import jordfell.core.media.Codec;
import jordfell.core.media.SpeechDescription;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;

/** What an end of a call says of the speech that it takes (RFC 3264). None is carried: what is agreed on is real, the rest is silence. */
public final class Speech {

    /** What a service of the Lab speaks. */
    public static final List<Codec> EVERYTHING = List.of(Codec.values());

    private static final String TYPE = "application/sdp";

    /** RFC 3261 §20.43. */
    private static final String INCOMPATIBLE = "305 lab \"Incompatible media format\"";

    /** Where speech is taken. */
    public static final int PORT = 16_384;

    private Speech() {}

    /** The request, or the answer to one that offers nothing, with an offer. */
    public static SipMessage offering(SipMessage message, Endpoint self, List<Codec> codecs) {
        return offering(message, self, codecs, 0);
    }

    /**
     * The same with pressed keys beside the speech.
     *
     * @param tones by which payload type those are sent; 0 if they are not
     */
    public static SipMessage offering(SipMessage message, Endpoint self, List<Codec> codecs, int tones) {
        return with(message, SpeechDescription.offer(self.host(), PORT, codecs, tones));
    }

    /** Whether an offer holds nothing that is spoken here; one that is made later holds nothing yet (§5). */
    public static boolean isStrange(SipMessage invite, List<Codec> own) {
        return SpeechDescription.read(invite.body())
                .filter(offer -> SpeechDescription.answer(offer, "", PORT, own).isEmpty())
                .isPresent();
    }

    /** The answer to an INVITE of which nothing can be spoken. */
    public static SipMessage refusing(SipMessage response) {
        return response.with("Warning", INCOMPATIBLE);
    }

    /** The yes to an INVITE, with the answer to its offer, or an offer where it has none. */
    public static SipMessage answering(SipMessage ok, SipMessage invite, Endpoint self, List<Codec> own) {
        Optional<SpeechDescription> offer = SpeechDescription.read(invite.body());
        return offer.isEmpty()
                ? offering(ok, self, own)
                : SpeechDescription.answer(offer.get(), self.host(), PORT, own)
                        .map(answer -> with(ok, answer))
                        .orElse(ok);
    }

    /** What is spoken after this answer. */
    public static Optional<Codec> agreed(SipMessage answer) {
        return SpeechDescription.read(answer.body()).flatMap(SpeechDescription::agreed);
    }

    private static SipMessage with(SipMessage message, SpeechDescription speech) {
        SipMessage typed = message.with("Content-Type", TYPE);
        return new SipMessage(typed.startLine(), typed.headers(), speech.write(PORT));
    }
}
