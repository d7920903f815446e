package jordfell.server.fleet;

import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import jordfell.core.diagnosis.CaseOf;
import jordfell.core.keys.KeyKind;
import jordfell.core.milestone.Watch;
import jordfell.core.path.DeviceFacts.LampFacts;
import jordfell.core.path.LampStatus;
import org.jspecify.annotations.Nullable;

/**
 * A key that shows whether an extension is busy, as it stands.
 *
 * @param place such as {@code key 3}
 * @param caption what stands beside the key
 * @param until until when its registrar tells it, if it does
 * @param words why it is not told, in a few words; empty when it is
 */
record LampView(
        String place,
        String number,
        String caption,
        State state,
        @Nullable Instant until,
        String words) {

    enum State {
        TOLD,
        /** It is about to ask. */
        WAITING,
        DARK
    }

    static List<LampView> of(CaseOf device) {
        Instant now = device.now();
        Stream<LampView> unfit = device.facts().keys().unfit().stream()
                .filter(key -> key.kind() == KeyKind.BLF)
                .map(key -> new LampView(key.place(), key.target(), key.caption(), State.DARK, null, key.why()));
        Stream<LampView> others = LampStatus.of(
                        device.facts(), device.reached(), device.path().lines(), now)
                .stream()
                .map(lamp -> of(lamp, now));
        return Stream.concat(others, unfit).toList();
    }

    private static LampView view(LampFacts key, State state, @Nullable Instant until, String words) {
        return new LampView(key.place(), key.number(), key.caption(), state, until, words);
    }

    private static LampView of(LampStatus status, Instant now) {
        LampFacts key = status.lamp();
        if (status.refusal().isPresent()) {
            return view(key, State.DARK, null, status.refusal().get());
        }
        if (status.ranOut(now)) {
            return view(key, State.DARK, null, "its subscription ran out");
        }
        if (status.neverAsked(now)) {
            return view(key, State.DARK, null, "it never asked");
        }
        return status.watch()
                .filter(watch -> watch.isLive(now))
                .flatMap(Watch::until)
                .map(until -> view(key, State.TOLD, until, ""))
                .orElseGet(() -> view(key, State.WAITING, null, waits(status)));
    }

    private static String waits(LampStatus status) {
        return status.watch()
                .map(watch -> watch.until().isPresent() ? "it is due to ask again" : "it asked, and has no answer yet")
                .orElse("it is about to ask");
    }
}
