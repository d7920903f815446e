package jordfell.lab.wire;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.lab.world.TinyWorld;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Agents that are not this project's code register and call each other, by UDP and by TCP. */
class OutsideAgentsTest {

    private final TinyWorld world = new TinyWorld();
    private SipPorts ports;

    @BeforeEach
    void open() throws Exception {
        assumeTrue(Agents.areThere(), "Debian's package sip-tester is not installed");
        world.algorithms = List.of(DigestAlgorithm.MD5); // they know no other, and look at the first challenge alone
        ports = SipPorts.open(0, world.timeline, world.world, Certificates.context());
        world.timeline.goLive();
    }

    @AfterEach
    void close() throws Exception {
        if (ports != null) {
            ports.close();
            world.timeline.close();
        }
    }

    private static Agents.Phone one() throws Exception {
        return Agents.phone("2416", "2416-a", "GoodPassword2416xyzA");
    }

    private static Agents.Phone other() throws Exception {
        return Agents.phone("2417", "2417-a", "GoodPassword2417xyzB");
    }

    private void register(Agents agents, Agents.Phone... phones) throws Exception {
        for (Agents.Phone phone : phones) {
            agents.plays("register", phone, "expires", "300").ends();
        }
    }

    /** Read once the world has done all that it was given. */
    private List<Change> bindings() throws InterruptedException {
        CountDownLatch done = new CountDownLatch(1);
        world.timeline.post(done::countDown);
        assertThat(done.await(10, TimeUnit.SECONDS)).isTrue();
        return world.strays.stream()
                .filter(BindingChanged.class::isInstance)
                .map(seen -> ((BindingChanged) seen).change())
                .toList();
    }

    @ParameterizedTest
    @ValueSource(strings = {"u1", "t1"})
    void agentRegistersAndEndsIt(String transport) throws Exception {
        Agents agents = new Agents(ports.port(), transport);
        Agents.Phone phone = one();
        register(agents, phone);
        agents.plays("register", phone, "expires", "0").ends();
        assertThat(bindings()).containsExactly(Change.ADDED, Change.REMOVED);
    }

    @ParameterizedTest
    @ValueSource(strings = {"u1", "t1"})
    void agentsCallEachOther(String transport) throws Exception {
        Agents agents = new Agents(ports.port(), transport);
        Agents.Phone caller = one();
        Agents.Phone callee = other();
        register(agents, caller, callee);
        Agents.Playing answering = agents.plays("answer", callee);
        agents.plays("call", caller, "called", "2417").ends();
        answering.ends();
    }

    @ParameterizedTest
    @ValueSource(strings = {"u1", "t1"})
    void callerGivesUp(String transport) throws Exception {
        Agents agents = new Agents(ports.port(), transport);
        Agents.Phone caller = one();
        Agents.Phone callee = other();
        register(agents, caller, callee);
        Agents.Playing calledOff = agents.plays("called-off", callee);
        agents.plays("give-up", caller, "called", "2417").ends();
        calledOff.ends();
    }

    @ParameterizedTest
    @ValueSource(strings = {"u1", "t1"})
    void busyIsTold(String transport) throws Exception {
        Agents agents = new Agents(ports.port(), transport);
        Agents.Phone caller = one();
        Agents.Phone callee = other();
        register(agents, caller, callee);
        Agents.Playing busy = agents.plays("busy", callee);
        agents.plays("refused", caller, "called", "2417").ends();
        busy.ends();
    }

    @ParameterizedTest
    @ValueSource(strings = {"u1", "t1"})
    void ofTwoThatRingOneIsTakenOffAndTheOtherCalledOff(String transport) throws Exception {
        Agents agents = new Agents(ports.port(), transport);
        Agents.Phone caller = one();
        Agents.Phone taken = other();
        Agents.Phone left = other();
        register(agents, caller, taken, left);
        Agents.Playing answering = agents.plays("answer", taken);
        Agents.Playing calledOff = agents.plays("called-off", left);
        agents.plays("call", caller, "called", "2417").ends();
        answering.ends();
        calledOff.ends();
    }
}
