package jordfell.lab.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Diversions;
import jordfell.core.calls.Ringer;
import jordfell.core.calls.Ringing;
import jordfell.core.sip.SipMessage;
import jordfell.lab.calls.Exchange.Agent;
import org.junit.jupiter.api.Test;

/** In random domains the devices that ring, and when, are those that the call path foretells. */
class RingsAsComputedTest {

    private static final int DOMAINS = 1_000;
    private static final List<String> LINES = List.of("2010", "2011", "2012", "2013", "2014");
    private static final List<String> GROUPS = List.of("2900", "2901", "2902");

    /** A device: whether it is busy, and since when it was rung each time. */
    private record Device(Agent agent, boolean isBusy, List<String> rung) {}

    private static final class Domain {

        private final Random random;
        private final Exchange exchange = new Exchange();
        private final Agent caller = exchange.agent("2001", 6001);
        private final List<Device> devices = new ArrayList<>();
        private final Map<String, Callee> callees = new HashMap<>();

        Domain(long seed) {
            random = new Random(seed);
            for (String line : LINES) {
                callees.put(line, line(line));
            }
            for (String group : GROUPS) {
                callees.put(group, group(group));
            }
            exchange.callees.putAll(callees);
        }

        private Callee.Line line(String number) {
            List<Ringer> ringers = new ArrayList<>();
            for (int left = random.nextInt(3); left > 0; left--) {
                int id = devices.size();
                boolean isBusy = random.nextInt(3) == 0;
                devices.add(new Device(exchange.agent(number, 7000 + id), isBusy, new ArrayList<>()));
                ringers.add(new Ringer(id, "d" + id, isBusy ? Ringer.State.DO_NOT_DISTURB : Ringer.State.RINGS, ""));
            }
            Diversions diversions = new Diversions(
                            sometimes(6),
                            sometimes(3),
                            sometimes(3),
                            Duration.ofSeconds(5 + random.nextInt(20)),
                            sometimes(3))
                    .ringingAlso(
                            Optional.of(any(LINES)).filter(other -> !other.equals(number) && random.nextInt(4) == 0));
            return new Callee.Line(number, number, ringers, diversions);
        }

        private Callee.Group group(String number) {
            List<String> members = new ArrayList<>();
            for (int left = 1 + random.nextInt(3); left > 0; left--) {
                String member = random.nextInt(4) == 0 ? any(GROUPS) : any(LINES);
                if (!members.contains(member)) {
                    members.add(member);
                }
            }
            return new Callee.Group(
                    number,
                    number,
                    random.nextBoolean(),
                    Duration.ofSeconds(5 + random.nextInt(20)),
                    members,
                    sometimes(2));
        }

        private Optional<String> sometimes(int oneIn) {
            return random.nextInt(oneIn) > 0
                    ? Optional.empty()
                    : Optional.of(random.nextInt(3) == 0 ? any(GROUPS) : any(LINES));
        }

        private String any(List<String> of) {
            return of.get(random.nextInt(of.size()));
        }

        List<String> foretold(String number) {
            CallPath.Ground ground = new CallPath.Ground() {
                @Override
                public Optional<Callee> callee(String called) {
                    return Optional.ofNullable(callees.get(called));
                }

                @Override
                public Optional<Boolean> leadsOutside(String diverting, String target) {
                    return Optional.empty();
                }
            };
            return Ringing.of(CallPath.of(number, ground)).rung().stream()
                    .map(rung -> rung.device().label() + " at " + rung.from().toSeconds())
                    .distinct()
                    .sorted()
                    .toList();
        }

        List<String> rung(String number) {
            Instant began = exchange.now;
            caller.call(number);
            for (int beats = 0; beats < 4 * 235; beats++) {
                devices.forEach(device -> answer(device, began));
                exchange.pass(SipServer.BEAT);
            }
            return devices.stream()
                    .flatMap(device -> device.rung().stream())
                    .distinct()
                    .sorted()
                    .toList();
        }

        private void answer(Device device, Instant began) {
            Agent agent = device.agent();
            while (!agent.inbox.isEmpty()) {
                SipMessage message = agent.next();
                switch (message.method()) {
                    case "INVITE" -> {
                        if (!device.isBusy()) {
                            device.rung()
                                    .add("d" + devices.indexOf(device) + " at "
                                            + Duration.between(began, exchange.now)
                                                    .toSeconds());
                        }
                        agent.answer(message, device.isBusy() ? 486 : 180);
                    }
                    case "CANCEL" -> {
                        agent.answer(message, 200);
                        agent.answer(message.replacing("CSeq", "1 INVITE"), 487);
                    }
                    default -> {}
                }
            }
        }
    }

    @Test
    void whatRingsByComputationRingsInTheLab() {
        int ringing = 0;
        for (long seed = 0; seed < DOMAINS; seed++) {
            Domain domain = new Domain(seed);
            String number = seed % 3 == 0 ? "2900" : "2010";
            List<String> foretold = domain.foretold(number);
            assertThat(domain.rung(number))
                    .as("domain %d, call to %s", seed, number)
                    .isEqualTo(foretold);
            ringing += foretold.size() > 1 ? 1 : 0;
        }
        assertThat(ringing).as("calls that ring more than one device").isGreaterThan(DOMAINS / 4);
    }
}
