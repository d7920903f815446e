package jordfell.server.fleet;

import java.time.Instant;
import java.util.List;
import jordfell.core.diagnosis.CaseOf;
import jordfell.core.milestone.Watch;
import jordfell.core.path.LampStatus;
import org.jspecify.annotations.Nullable;

/**
 * A key that shows whether an extension is busy, as it stands.
 *
 * @param place such as {@code key 3}
 * @param until until when its registrar tells it, if it does
 * @param words why it is not told, in a few words; empty when it is
 */
record LampView(
        String place, String number, State state, @Nullable Instant until, String words) {

    enum State {
        TOLD,
        /** It is about to ask. */
        WAITING,
        DARK
    }

    static List<LampView> of(CaseOf device) {
        Instant now = device.now();
        return LampStatus.of(device.facts(), device.reached(), device.path().lines(), now).stream()
                .map(lamp -> of(lamp, now))
                .toList();
    }

    private static LampView of(LampStatus status, Instant now) {
        String place = status.lamp().place();
        String number = status.lamp().number();
        if (status.refusal().isPresent()) {
            return new LampView(
                    place, number, State.DARK, null, status.refusal().get());
        }
        if (status.ranOut(now)) {
            return new LampView(place, number, State.DARK, null, "its subscription ran out");
        }
        if (status.neverAsked(now)) {
            return new LampView(place, number, State.DARK, null, "it never asked");
        }
        return status.watch()
                .filter(watch -> watch.isLive(now))
                .flatMap(Watch::until)
                .map(until -> new LampView(place, number, State.TOLD, until, ""))
                .orElseGet(() -> new LampView(place, number, State.WAITING, null, "it is about to ask"));
    }
}
