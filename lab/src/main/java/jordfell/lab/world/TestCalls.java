package jordfell.lab.world;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.random.RandomGenerator;
import jordfell.core.dialing.TestNumber;
import jordfell.core.evidence.CameIn;
import jordfell.core.evidence.FollowedCall;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.SipAddress;
import jordfell.lab.calls.SipServer;
import jordfell.lab.net.Network;
import jordfell.lab.phone.CallLeg;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.registrar.Registrar;
import jordfell.lab.time.Timeline;

/** Test calls in both directions, and calls to the test number by phones that are none of the Lab's. */
final class TestCalls {

    private static final Duration LONG_CALL = Duration.ofMinutes(10);

    private final Timeline timeline;
    private final Registrar registrar;
    private final Nodes nodes;
    private final Map<MacAddress, SimPhone> phones;
    private final WorldObserver observer;
    private final FollowedCalls followed;
    private final TestCaller testCaller;
    private final OutsideLine outside;

    /**
     * @param phones those of the Lab, as they come and go
     * @param followed sees whom a call rings
     */
    TestCalls(
            Timeline timeline,
            Network network,
            RandomGenerator random,
            SipServer sip,
            Nodes nodes,
            Map<MacAddress, SimPhone> phones,
            WorldObserver observer,
            FollowedCalls followed) {
        this.followed = followed;
        this.timeline = timeline;
        this.registrar = sip.registrar();
        this.nodes = nodes;
        this.phones = phones;
        this.observer = observer;
        this.outside = new OutsideLine(network);
        this.testCaller = new TestCaller(timeline, network, random, this::calledOut);
        sip.addService(TestCaller.USER, TestCaller.ADDRESS);
        sip.addService(TestNumber.DIALLED, TestCaller.ADDRESS);
        sip.addService(TestNumber.SERVICE, TestCaller.ADDRESS);
        sip.addService(OutsideLine.USER, OutsideLine.ADDRESS);
    }

    /** Has a phone call the test caller and stay on the line; false if it can't. */
    boolean hold(MacAddress mac) {
        SimPhone phone = phones.get(mac);
        return phone != null && phone.handset().talk(TestCaller.USER, LONG_CALL);
    }

    void call(MacAddress mac, String domain, String number, Runnable done) {
        SimPhone phone = phones.get(mac);
        if (phone != null) {
            String rung = phone.handset().registeredNumber().orElse(number);
            phone.handset().dial(TestNumber.DIALLED, (worked, detail) -> {
                tested(mac, domain, rung, true, worked, detail);
                callIn(mac, domain, rung, done);
            });
        } else if (registrar.isBound(domain, number, timeline.now())) {
            callIn(mac, domain, number, done);
        } else {
            tested(
                    mac,
                    domain,
                    number,
                    false,
                    false,
                    "nothing is registered as " + number + ", so nothing can be rung");
            done.run();
        }
    }

    /** Has a phone call what somebody dials on it; how it went, in words. False if it has no line to call from. */
    boolean dial(MacAddress mac, String number, BiConsumer<Boolean, String> result) {
        SimPhone phone = phones.get(mac);
        if (phone == null || phone.handset().registeredNumber().isEmpty()) {
            return false;
        }
        phone.handset().dial(number, result);
        return true;
    }

    /** Calls a number as nobody's phone, and tells whenever the call comes further, and of its end. */
    void follow(String domain, String number, Duration patience, Consumer<FollowedCall> told) {
        AtomicReference<String> id = new AtomicReference<>("");
        id.set(testCaller.call(
                domain,
                number,
                nodes.of(domain),
                patience,
                (worked, detail) -> followed.end(id.get(), worked, detail, timeline.now())));
        followed.begin(id.get(), timeline.now(), told);
    }

    /** The numbers that were called outside, each with the one that was shown: {@code 555123 by 2416}; the newest last. */
    List<String> calledOutside() {
        return outside.called();
    }

    /** Somebody called the test number and was answered: a phone that is none of the Lab's can call out. */
    private void calledOut(SipAddress from) {
        boolean own = phones.values().stream()
                .anyMatch(p -> p.handset()
                        .registeredNumber()
                        .filter(from.user()::equals)
                        .isPresent());
        if (!own && registrar.isBound(from.host(), from.user(), timeline.now())) {
            observer.observed(
                    from.host(),
                    Optional.empty(),
                    new TestCalled(timeline.now(), from.user(), true, true, "it called " + TestNumber.DIALLED));
        }
    }

    private void callIn(MacAddress mac, String domain, String number, Runnable done) {
        follow(domain, number, CallLeg.PATIENCE, call -> {
            if (call.isOver()) {
                CameIn came = CameIn.of(call, number, mac);
                tested(mac, domain, number, false, came.worked(), came.words());
                done.run();
            }
        });
    }

    private void tested(MacAddress mac, String domain, String number, boolean out, boolean worked, String detail) {
        observer.observed(domain, Optional.of(mac), new TestCalled(timeline.now(), number, out, worked, detail));
    }
}
