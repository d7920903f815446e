package jordfell.bench;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.CallSentence;
import jordfell.core.calls.CallStop;
import jordfell.core.calls.CallTrouble;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Diversions;
import jordfell.core.calls.Ringer;
import jordfell.core.calls.Ringing;
import jordfell.core.dialing.DigitMap;

/** What rings when each number of a large domain is called, and what a phone makes of each digit. */
final class CallBench implements CallPath.Ground {

    private static final int EXTENSIONS = 10_000;
    private static final int OUTSIDE = 5_000;
    private static final int GROUPS = 200;
    private static final int PATTERNS = 1_000;
    private static final int DIALLED = 2_000;

    private final Map<String, Callee> callees = new HashMap<>();
    private final List<String> called = new ArrayList<>();

    /** A domain of which a fifth is diverted, some of it in circles. */
    CallBench() {
        Random random = new Random(10);
        for (int i = 0; i < EXTENSIONS; i++) {
            String number = Integer.toString(20_000 + i);
            Ringer.State state = random.nextInt(10) == 0 ? Ringer.State.NOT_REGISTERED : Ringer.State.RINGS;
            callees.put(
                    number,
                    new Callee.Line(
                            number, "Somebody", List.of(new Ringer(i, "Phone", state, "")), diversions(random)));
            called.add(number);
        }
        for (int i = 0; i < GROUPS; i++) {
            String number = Integer.toString(90_000 + i);
            List<String> members = new ArrayList<>();
            for (int m = 0; m < 10; m++) {
                members.add(any(random));
            }
            callees.put(
                    number,
                    new Callee.Group(
                            number, "Desk", i % 2 == 0, Duration.ofSeconds(15), members, Optional.of(any(random))));
        }
        for (int i = 0; i < OUTSIDE; i++) {
            called.add(i % 20 == 0 ? Integer.toString(90_000 + random.nextInt(GROUPS)) : any(random));
        }
    }

    private static String any(Random random) {
        return Integer.toString(20_000 + random.nextInt(EXTENSIONS));
    }

    private static Diversions diversions(Random random) {
        return random.nextInt(5) > 0
                ? Diversions.NONE
                : new Diversions(
                        Optional.empty(),
                        Optional.of(any(random)),
                        Optional.of(any(random)),
                        Duration.ofSeconds(20),
                        Optional.of(any(random)));
    }

    @Override
    public Optional<Callee> callee(String number) {
        return Optional.ofNullable(callees.get(number));
    }

    @Override
    public Optional<Boolean> leadsOutside(String diverting, String target) {
        return Optional.empty();
    }

    /** Seconds for the path of every number with all that is looked for on it. */
    double all() {
        long began = System.nanoTime();
        int found = 0;
        for (String number : called) {
            CallStop first = CallPath.of(number, this);
            found += Ringing.of(first).reachesAnybody() ? 1 : 0;
            found += CallTrouble.in(first).size();
            found += CallSentence.of(first).length();
        }
        if (found == 0) {
            throw new IllegalStateException("nothing was found");
        }
        return (System.nanoTime() - began) / 1e9;
    }

    /** Milliseconds for one number, on the whole. */
    double one() {
        return all() * 1_000 / called.size();
    }

    /** Milliseconds for a digit that is dialled where there are a thousand patterns. */
    double digit() {
        Random random = new Random(11);
        StringBuilder map = new StringBuilder();
        for (int i = 0; i < PATTERNS; i++) {
            map.append(i == 0 ? "" : "|").append(100 + random.nextInt(900)).append(i % 3 == 0 ? "x.T" : "xxxx");
        }
        DigitMap digits = DigitMap.of(map.toString());
        long began = System.nanoTime();
        int pressed = 0;
        for (int i = 0; i < DIALLED; i++) {
            DigitMap.Dialled dialled = digits.begin();
            for (char key :
                    Integer.toString(1_000_000 + random.nextInt(8_000_000)).toCharArray()) {
                dialled = dialled.press(key);
                pressed++;
            }
        }
        return (System.nanoTime() - began) / 1e6 / pressed;
    }
}
