package jordfell.lab.phone;

import java.time.Duration;
import java.util.Optional;
import java.util.function.Consumer;
import jordfell.core.media.SpeechDescription;
import jordfell.core.media.ToneEvent;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.time.Timeline;

/** Sends the keys that somebody presses in a call, one after the other, in the way of the phone’s file. */
final class PressedKeys {

    /** How long a key is held, and from one to the next. */
    private static final Duration HELD = Duration.ofMillis(100);

    private static final Duration APART = Duration.ofMillis(250);

    /** Of 1/8000 second. */
    private static final int UNITS_HELD = 800;

    /** The last packet of a key is sent so often, since nothing is sent again that gets lost (RFC 4733 §2.5.1.4). */
    private static final int ENDS = 3;

    /** RFC 3550 §5.1: who sends is told apart by this; a phone sends one stream at a time. */
    private static final long SOURCE = 0x4A46L;

    private final Timeline timeline;
    private final Network network;
    private final Endpoint media;
    private final PhoneConfig.Tones tones;
    private int sequence;

    /** @param media from where the phone sends speech */
    PressedKeys(Timeline timeline, Network network, Endpoint media, PhoneConfig.Tones tones) {
        this.timeline = timeline;
        this.network = network;
        this.media = media;
        this.tones = tones;
    }

    /** How long it takes to press so many. */
    static Duration lasting(String keys) {
        return APART.multipliedBy(keys.length());
    }

    /**
     * Presses them. What travels in the speech itself is heard by nobody here: no speech is carried in the Lab.
     *
     * @param answer the answer to the INVITE, with what the other side takes
     * @param info sends a key within the call (RFC 6086)
     */
    void press(String keys, SipMessage answer, Consumer<String> info) {
        Optional<SpeechDescription> taken = SpeechDescription.read(answer.body());
        for (int i = 0; i < keys.length(); i++) {
            char key = keys.charAt(i);
            Duration when = APART.multipliedBy(i);
            switch (tones.way()) {
                case INFO ->
                    timeline.after(
                            when, () -> info.accept("Signal=" + key + "\r\nDuration=" + HELD.toMillis() + "\r\n"));
                case EVENT ->
                    taken.filter(speech -> speech.tones() > 0).ifPresent(speech -> {
                        long begun = UNITS_HELD * 10L * (sequence + 1);
                        timeline.after(when, () -> send(speech, key, begun, false));
                        for (int end = 0; end < ENDS; end++) {
                            timeline.after(when.plus(HELD), () -> send(speech, key, begun, true));
                        }
                        sequence += 1 + ENDS;
                    });
                case IN_BAND -> {}
            }
        }
    }

    private int sent;

    private void send(SpeechDescription to, char key, long begun, boolean isOver) {
        ToneEvent event = new ToneEvent(key, isOver, isOver ? UNITS_HELD : 0, begun, sent++ & 0xFFFF, SOURCE);
        network.send(media, new Endpoint(to.address(), to.port()), event.packet(to.tones(), !isOver));
    }
}
