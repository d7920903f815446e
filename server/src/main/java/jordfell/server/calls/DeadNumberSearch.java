package jordfell.server.calls;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.CallSentence;
import jordfell.core.calls.CallStop;
import jordfell.core.calls.CallStop.DeadEnd;
import jordfell.core.calls.CallTrouble;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Ringer;
import jordfell.core.calls.Ringing;
import jordfell.core.roster.OutsideNumber;
import jordfell.server.records.OutsideNumberStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Looks at every number of a domain for those that ring nothing now. */
@Component
class DeadNumberSearch {

    /**
     * A number that rings nothing.
     *
     * @param asked as the call path is asked for
     * @param shown as it is written
     * @param end why the call ends; empty for an outside number that is given to nobody
     * @param why the same in words
     * @param deviceId the device that should ring in the end; 0 if there is none
     * @param device what is known of that
     */
    record DeadNumber(
            String asked,
            String shown,
            String name,
            @Nullable DeadEnd end,
            String why,
            long deviceId,
            String label,
            String device) {}

    /** @param looked at how many numbers were looked */
    record Found(int looked, List<DeadNumber> dead) {}

    private final DomainGround ground;
    private final OutsideNumberStore outside;
    private final InstantSource clock;

    DeadNumberSearch(DomainGround ground, OutsideNumberStore outside, InstantSource clock) {
        this.clock = clock;
        this.ground = ground;
        this.outside = outside;
    }

    Found in(long domainId) {
        DomainGround.Whole whole = ground.of(domainId);
        List<DeadNumber> dead = new ArrayList<>();
        List<OutsideNumberStore.Called> called = outside.called(domainId, clock.instant());
        called.forEach(number -> look(number, whole).ifPresent(dead::add));
        whole.callees().values().forEach(callee -> look(callee, whole).ifPresent(dead::add));
        return new Found(called.size() + whole.callees().size(), dead);
    }

    private static Optional<DeadNumber> look(OutsideNumberStore.Called number, DomainGround.Whole whole) {
        String shown = OutsideNumber.show(number.e164());
        if (number.rings().isEmpty() && !number.announcement().isEmpty()) {
            return Optional.empty();
        }
        if (number.rings().isEmpty()) {
            return Optional.of(new DeadNumber(number.e164(), shown, "", null, "It is given to nobody.", 0, "", ""));
        }
        return look(number.e164(), shown, "rings " + number.rings(), number.rings(), whole);
    }

    private static Optional<DeadNumber> look(Callee callee, DomainGround.Whole whole) {
        return look(callee.number(), callee.number(), callee.name(), callee.number(), whole);
    }

    private static Optional<DeadNumber> look(
            String asked, String shown, String name, String called, DomainGround.Whole whole) {
        CallStop first = CallPath.of(called, whole);
        if (Ringing.of(first).reachesAnybody()) {
            return Optional.empty();
        }
        CallTrouble trouble = CallTrouble.in(first).stream()
                .filter(CallTrouble::now)
                .findFirst()
                .orElseGet(() -> new CallTrouble(List.of(called), Optional.empty(), DeadEnd.NOT_REGISTERED, true));
        Optional<Ringer> should = whole.callee(trouble.way().get(trouble.way().size() - 1))
                .filter(Callee.Line.class::isInstance)
                .flatMap(line -> ((Callee.Line) line).ringers().stream().findFirst());
        return Optional.of(new DeadNumber(
                asked,
                shown,
                name,
                trouble.end(),
                sentence(CallSentence.why(trouble)),
                should.map(Ringer::deviceId).orElse(0L),
                should.map(Ringer::label).orElse(""),
                should.map(Ringer::detail).orElse("")));
    }

    private static String sentence(String words) {
        return words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1) + ".";
    }
}
