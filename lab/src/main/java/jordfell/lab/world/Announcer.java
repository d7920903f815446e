package jordfell.lab.world;

import java.time.Duration;
import jordfell.core.calls.Announcement;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.phone.Speech;
import jordfell.lab.registrar.Responses;
import jordfell.lab.time.Timeline;

/** Answers every call, says what it has to say, and hangs up. */
final class Announcer {

    static final Endpoint ADDRESS = new Endpoint("192.0.2.7", 5060);

    /** What is said takes so long. */
    static final Duration SAYING = Duration.ofSeconds(6);

    private final Timeline timeline;
    private final Network network;
    private int said;

    Announcer(Timeline timeline, Network network) {
        this.timeline = timeline;
        this.network = network;
        network.attach(ADDRESS, this::receive);
    }

    private void receive(Endpoint from, byte[] bytes) {
        if (!(SipReader.read(bytes) instanceof SipReading.Message read)
                || read.message().isResponse()
                || read.message().method().equals("ACK")) {
            return;
        }
        SipMessage request = read.message();
        SipMessage ok =
                Responses.to(request, from, 200).with("Contact", "<sip:" + Announcement.SERVICE + "@" + ADDRESS + ">");
        if (request.method().equals("INVITE")) {
            ok = Speech.answering(ok, request, ADDRESS, Speech.EVERYTHING);
            String token = Announcement.SERVICE + ++said;
            timeline.after(
                    SAYING,
                    () -> network.send(
                            ADDRESS,
                            from,
                            Hangup.of(request, from, ADDRESS, token).bytes()));
        }
        network.send(ADDRESS, Responses.destination(request, from), ok.bytes());
    }
}
