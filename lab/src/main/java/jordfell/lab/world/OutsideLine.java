package jordfell.lab.world;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.phone.Speech;
import jordfell.lab.registrar.Responses;

/** All who are called outside of the Lab: somebody answers there whatever the number. */
final class OutsideLine {

    /** What registrars know it by. */
    static final String USER = "outside-line";

    static final Endpoint ADDRESS = new Endpoint("192.0.2.10", 5060);
    private static final int MOST = 1_000;

    private final Network network;

    /** The numbers that were called, each with the one that was shown, the newest last. */
    private final Deque<String> called = new ArrayDeque<>();

    OutsideLine(Network network) {
        this.network = network;
        network.attach(ADDRESS, this::receive);
    }

    List<String> called() {
        return List.copyOf(called);
    }

    private void receive(Endpoint from, byte[] bytes) {
        if (!(SipReader.read(bytes) instanceof SipReading.Message read)
                || read.message().isResponse()
                || read.message().method().equals("ACK")) {
            return;
        }
        SipMessage request = read.message();
        if (request.method().equals("INVITE")) {
            String shown = request.first("P-Asserted-Identity")
                    .or(() -> request.first("From"))
                    .flatMap(value -> SipHeaders.from(request.replacing("From", value)))
                    .map(SipAddress::user)
                    .orElse("");
            SipHeaders.uri(request.requestUri())
                    .map(uri -> uri.user() + " by " + shown)
                    .ifPresent(called::addLast);
            if (called.size() > MOST) {
                called.removeFirst();
            }
        }
        SipMessage ok = Responses.to(request, from, 200).with("Contact", "<sip:" + USER + "@" + ADDRESS + ">");
        SipMessage said =
                request.method().equals("INVITE") ? Speech.answering(ok, request, ADDRESS, Speech.EVERYTHING) : ok;
        network.send(ADDRESS, Responses.destination(request, from), said.bytes());
    }
}
