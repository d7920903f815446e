package jordfell.server.calls;

import java.util.List;
import jordfell.core.calls.CallSentence;
import jordfell.core.calls.CallStop;
import jordfell.core.calls.CallTrouble;
import jordfell.core.calls.Ringer;
import jordfell.core.calls.Ringing;
import org.jspecify.annotations.Nullable;

/**
 * What happens when a number is called.
 *
 * @param outside the outside number by which it was called, as people write it; empty if it was called from inside
 * @param prefix what is shown before the caller’s number
 * @param rings whether anybody can answer
 * @param unreleased devices on the way that have changes that are not on them yet: until then they may divert otherwise
 */
record CallPathView(
        String outside,
        String prefix,
        boolean rings,
        String sentence,
        CallStopView first,
        List<CallTroubleView> troubles,
        List<String> unreleased) {

    /**
     * A place to which a call comes.
     *
     * @param end why the call ends here; none where it goes on or is answered
     */
    record CallStopView(
            String number,
            String name,
            CallStop.Kind kind,
            List<RingerView> ringers,
            List<CallWayView> ways,
            CallStop.@Nullable DeadEnd end) {}

    record RingerView(long deviceId, String label, Ringer.State state, String detail) {}

    /**
     * A way on.
     *
     * @param now whether a call that came now would go it
     */
    record CallWayView(CallStop.When when, long afterSeconds, boolean now, CallStopView to) {}

    record CallTroubleView(String words, boolean now) {}

    static CallPathView of(String outside, String prefix, CallStop first, List<String> unreleased) {
        return new CallPathView(
                outside,
                prefix,
                Ringing.of(first).reachesAnybody(),
                CallSentence.of(first),
                view(first),
                CallTrouble.in(first).stream()
                        .map(trouble -> new CallTroubleView(
                                String.join(" → ", trouble.way()) + ": " + CallSentence.why(trouble), trouble.now()))
                        .toList(),
                unreleased);
    }

    private static CallStopView view(CallStop stop) {
        return new CallStopView(
                stop.number(),
                stop.name(),
                stop.kind(),
                stop.ringers().stream()
                        .map(r -> new RingerView(r.deviceId(), r.label(), r.state(), r.detail()))
                        .toList(),
                stop.ways().stream()
                        .map(way -> new CallWayView(way.when(), way.after().toSeconds(), way.now(), view(way.to())))
                        .toList(),
                stop.end().orElse(null));
    }
}
