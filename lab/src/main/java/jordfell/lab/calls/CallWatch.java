package jordfell.lab.calls;

import java.time.Instant;
import jordfell.lab.registrar.Outcome;
import jordfell.lab.watching.Event;
import jordfell.lab.watching.LiveCalls;
import jordfell.lab.watching.Subscriptions;
import jordfell.lab.watching.Watched;

/** Has lamps show who is in a call: keeps what is seen of calls, and tells those who watch. */
final class CallWatch {

    private final LiveCalls live;
    private final Subscriptions subscriptions;

    CallWatch(LiveCalls live, Subscriptions subscriptions) {
        this.live = live;
        this.subscriptions = subscriptions;
    }

    /** An extension’s side of a call is so far; what is no extension is not watched. */
    Outcome reaches(Watched who, String callId, boolean isCaller, LiveCalls.State state, Instant now) {
        return !who.number().isEmpty() && live.put(who, callId, isCaller, state)
                ? subscriptions.changed(who, Event.DIALOG, now)
                : Outcome.NOTHING;
    }

    /** It does not ring there any more. */
    Outcome ends(Watched who, String callId, Instant now) {
        return live.end(who, callId) ? subscriptions.changed(who, Event.DIALOG, now) : Outcome.NOTHING;
    }

    /** The call is over for all. */
    Outcome ends(String callId, Instant now) {
        Outcome outcome = Outcome.NOTHING;
        for (Watched who : live.in(callId)) {
            outcome = outcome.and(ends(who, callId, now));
        }
        return outcome;
    }
}
