package jordfell.lab.trial;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.core.diagnosis.Cause;
import jordfell.core.history.Transition;
import jordfell.core.identity.MacAddress;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Each fault that can be switched on leaves evidence: of all phones one cause is told, where it holds them, and none besides that
 * would not be so.
 */
@Execution(ExecutionMode.CONCURRENT)
class FaultEvidenceTest {

    private static final Duration LOOK = Duration.ofMinutes(1);
    private static final int BEGINS = 30;
    private static final int ENDS = 85;

    /** What is told of every phone; what may be told of some of them, since it is so for a while. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            LINE_CUT           | pier | 0    | LAPSED              | CONTACT_UNREACHABLE NOT_ASKING
            LINE_LOSES         | pier | 30   | ''                  | CONTACT_UNREACHABLE LAMP_DARK LAPSED ANSWERS_LOST UNEXPLAINED_HOLD
            LINE_SLOW          | pier | 400  | ''                  | ''
            LINE_REORDERS      | pier | 500  | ''                  | ''
            SIP_BLOCKED        | pier | 0    | SIP_BLOCKED         | CONTACT_UNREACHABLE LAPSED
            ANSWERS_BLOCKED    | pier | 0    | ANSWERS_LOST        | CONTACT_UNREACHABLE LAPSED
            NAMES_BLOCKED      | pier | 0    | SIP_BLOCKED         | LAPSED
            FILES_BLOCKED      | pier | 0    | NOT_ASKING          | ''
            LONG_LOST          | pier | 500  | ANSWERS_LOST        | LAPSED
            SIP_CUT_OFF        | pier | 300  | REQUEST_MANGLED     | REGISTRAR_SAYS_NO
            NAT                | pier | 10   | NAT_LAPSE           | ''
            CONTACT_REWRITTEN  | pier | 0    | ''                  | ''
            VIA_REWRITTEN      | pier | 0    | REQUEST_MANGLED     | CONTACT_UNREACHABLE LAPSED
            SIP_REWRITTEN      | pier | 0    | REQUEST_MANGLED     | CONTACT_UNREACHABLE LAPSED
            NO_LEASES          | pier | 0    | LAPSED              | CONTACT_UNREACHABLE
            NO_PROVISIONING_ADDRESS | pier | 0 | NOT_ASKING        | ''
            OTHER_NETWORK      | pier | 0    | ''                  | ''
            TIME_BLOCKED       | pier | 0    | ''                  | ''
            TIME_WRONG         | pier | 1440 | CLOCK_WRONG         | ''
            NODE_BUSY          | n0.voice.tarnholm.example | 1    | ''                | NODE_OVERLOADED ANSWERS_LOST LAMP_DARK UNEXPLAINED_HOLD
            NODE_BANS          | n0.voice.tarnholm.example | 1    | ''                | ''
            NODE_WANTS_LONGER  | n0.voice.tarnholm.example | 2400 | ''                | ''
            NODE_ALONE         | n0.voice.tarnholm.example | 0    | ''                | ''
            NODE_TRUSTS_CONTACT | n0.voice.tarnholm.example | 0   | ''                | ''
            NAME_FAILS         | voice.tarnholm.example    | 0    | NAME_SILENT       | LAPSED
            NAME_STALE         | voice.tarnholm.example    | 0    | ''                | ''
            NODE_DOWN          | n0.voice.tarnholm.example | 0    | NODE_DOWN         | LAPSED
            NODE_SLOW          | n0.voice.tarnholm.example | 3000 | ''                | ''
            NODE_OVERLOADED    | n0.voice.tarnholm.example | 30   | NODE_OVERLOADED   | ''
            NODE_ASKS_STRANGELY | n0.voice.tarnholm.example | 0   | ALGORITHM_MISMATCH | ''
            NODE_KNOWS_NOBODY  | n0.voice.tarnholm.example | 0    | UNKNOWN_EXTENSION | ''
            NAME_NOT_FOUND     | voice.tarnholm.example    | 0    | NAME_NOT_FOUND    | LAPSED
            NAME_SILENT        | voice.tarnholm.example    | 0    | NAME_SILENT       | LAPSED
            NAME_LEADS_NOWHERE | voice.tarnholm.example    | 0    | NAME_DEAD_TARGET  | LAPSED
            """)
    void isTold(FaultKind kind, String at, int amount, String named, String besides) {
        Map<Cause, Set<MacAddress>> told = told(kind, at, amount);
        if (!named.isEmpty()) {
            boolean isOfTheSite = at.equals(TrialWorld.PIER);
            assertThat(told.get(Cause.valueOf(named)))
                    .as(told.keySet().toString())
                    .hasSize(TrialWorld.PHONES + (isOfTheSite ? 0 : TrialWorld.AT_THE_YARD));
        }
        Set<Cause> allowed = Stream.concat(Stream.of(named), Stream.of(besides.split(" ")))
                .filter(cause -> !cause.isEmpty())
                .map(Cause::valueOf)
                .collect(Collectors.toSet());
        assertThat(told.keySet()).isSubsetOf(allowed);
    }

    /** The same phones for the same fault: some of them, and not all. */
    @Test
    void aFaultOfAShareOfAllPhonesIsToldOfThatShare() {
        TrialWorld world = new TrialWorld(11, 900, "192.0.2.11");
        Set<MacAddress> lapsed = new HashSet<>();
        for (int minute = 0; minute < ENDS; minute++) {
            if (minute == BEGINS) {
                world.lab
                        .faults()
                        .add(new Fault(
                                1,
                                FaultKind.LINE_CUT,
                                FaultKind.Where.FLEET,
                                "50",
                                0,
                                world.timeline.now(),
                                Optional.empty()));
            }
            world.look(
                    LOOK,
                    (phone, stepped) -> stepped.transitions().forEach(t -> {
                        if (t instanceof Transition.FindingOpened opened
                                && opened.life().finding().cause() == Cause.LAPSED) {
                            lapsed.add(phone.mac);
                        }
                    }));
        }
        assertThat(lapsed).hasSizeBetween(TrialWorld.PHONES / 4, 3 * TrialWorld.PHONES / 4);
    }

    private static Map<Cause, Set<MacAddress>> told(FaultKind kind, String at, int amount) {
        TrialWorld world = new TrialWorld(11, 900, TrialWorld.PHONES, TrialWorld.AT_THE_YARD, "192.0.2.11");
        Map<Cause, Set<MacAddress>> told = new EnumMap<>(Cause.class);
        for (int minute = 0; minute < ENDS; minute++) {
            if (minute == BEGINS) {
                world.lab.faults().add(new Fault(1, kind, at, amount, world.timeline.now(), Optional.empty()));
                world.phones
                        .keySet()
                        .forEach(mac -> world.lab.phone(mac).orElseThrow().restart());
            }
            world.look(
                    LOOK,
                    (phone, stepped) -> stepped.transitions().forEach(t -> {
                        if (t instanceof Transition.FindingOpened opened) {
                            told.computeIfAbsent(opened.life().finding().cause(), c -> new HashSet<>())
                                    .add(phone.mac);
                        }
                    }));
        }
        return told;
    }
}
