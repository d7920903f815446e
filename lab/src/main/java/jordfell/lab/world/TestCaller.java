package jordfell.lab.world;

import java.time.Duration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.random.RandomGenerator;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.phone.CallLeg;
import jordfell.lab.phone.Speech;
import jordfell.lab.registrar.Responses;
import jordfell.lab.time.Timeline;

/** The far end of test calls: takes every call, tells who made it, hangs up when told to, and calls devices. */
final class TestCaller {

    static final String USER = "test-call";
    private static final int MOST_ANSWERED = 1_000;

    /** Timer B (RFC 3261 §17.1.1.2): after it nothing more of a call comes. */
    private static final Duration LATE = Duration.ofSeconds(32);

    static final Endpoint ADDRESS = new Endpoint("192.0.2.9", 5060);

    private final Timeline timeline;
    private final Network network;
    private final RandomGenerator random;
    private final Consumer<SipAddress> taken;
    private final Map<String, CallLeg> calls = new HashMap<>();

    /** Call-IDs of calls that were answered and are not up yet; each ends with its ACK or BYE, or is forgotten with the rest. */
    private final Set<String> answered = new HashSet<>();

    /** @param taken hears of each call that was taken and is up, from whom it is */
    TestCaller(Timeline timeline, Network network, RandomGenerator random, Consumer<SipAddress> taken) {
        this.taken = taken;
        this.timeline = timeline;
        this.network = network;
        this.random = random;
        network.attach(ADDRESS, this::receive);
    }

    /** Calls a number by way of a registrar node, and waits so long for an answer; gives the Call-ID. */
    String call(String domain, String number, Endpoint node, Duration patience, BiConsumer<Boolean, String> result) {
        String token = Long.toHexString(random.nextLong());
        CallLeg leg = new CallLeg(
                timeline,
                token,
                "<sip:" + USER + "@" + domain + ">",
                "sip:" + number + "@" + domain,
                contact(),
                ADDRESS,
                node,
                this::send,
                CallLeg.Manner.brief(patience, Speech.EVERYTHING),
                (worked, detail) -> {
                    // What it gave up is answered once more, and an answer may overtake its end.
                    timeline.after(LATE, () -> calls.remove("call-" + token));
                    result.accept(worked, detail);
                });
        calls.put(leg.callId(), leg);
        leg.start();
        return leg.callId();
    }

    private void receive(Endpoint from, byte[] bytes) {
        if (!(SipReader.read(bytes) instanceof SipReading.Message read)) {
            return;
        }
        SipMessage message = read.message();
        CallLeg leg = calls.get(message.first("Call-ID").orElse(""));
        if (leg != null && message.isResponse()) {
            leg.receive(message, from);
        } else if (!message.isResponse() && message.method().equals("ACK")) {
            // An ACK alone is no call.
            if (answered.remove(message.first("Call-ID").orElse(""))) {
                SipHeaders.from(message).ifPresent(taken);
            }
        } else if (!message.isResponse()) {
            if (message.method().equals("INVITE")) {
                if (answered.size() >= MOST_ANSWERED) {
                    answered.clear();
                }
                answered.add(message.first("Call-ID").orElse(""));
            } else if (answered.remove(message.first("Call-ID").orElse("")) && isBye(message)) {
                // Datagrams overtake each other: who hangs up in the dialog has had the answer that made it.
                SipHeaders.from(message).ifPresent(taken);
            }
            SipMessage ok = Responses.to(message, from, 200).with("Contact", contact());
            send(
                    ADDRESS,
                    Responses.destination(message, from),
                    message.method().equals("INVITE") ? Speech.answering(ok, message, ADDRESS, Speech.EVERYTHING) : ok);
        }
    }

    private static boolean isBye(SipMessage message) {
        return message.method().equals("BYE")
                && SipHeaders.to(message).flatMap(to -> to.param("tag")).isPresent();
    }

    private void send(Endpoint from, Endpoint to, SipMessage message) {
        network.send(from, to, message.bytes());
    }

    private static String contact() {
        return "<sip:" + USER + "@" + ADDRESS + ">";
    }
}
