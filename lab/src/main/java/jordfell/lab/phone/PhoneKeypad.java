package jordfell.lab.phone;

import java.time.Duration;
import java.util.Arrays;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import jordfell.core.dialing.DigitMap;
import jordfell.core.dialing.DigitMapSyntax;
import jordfell.core.dialing.PhoneDialling;
import jordfell.core.evidence.CallEnd;
import jordfell.lab.time.Timeline;

/** Somebody presses keys on a phone: what it sends, and when, by its digit map (RFC 3435 §2.1.5). */
final class PhoneKeypad {

    private final PhoneConfig.Dials dials;
    private final Timeline timeline;

    PhoneKeypad(PhoneConfig.Dials dials, Timeline timeline) {
        this.dials = dials;
        this.timeline = timeline;
    }

    /** Dials; what is sent goes to {@code call}, and that nothing is to {@code result}. */
    void dial(String keys, BiConsumer<String, BiConsumer<Boolean, String>> call, BiConsumer<Boolean, String> result) {
        if (dials.map().isEmpty() || DigitMapSyntax.refuse(dials.map()).isPresent()) {
            call.accept(keys, result);
            return;
        }
        PhoneDialling dialled = PhoneDialling.of(
                new PhoneDialling.Rules(
                        DigitMap.of(dials.map()),
                        Arrays.stream(dials.emergency().split(","))
                                .map(String::strip)
                                .filter(number -> !number.isEmpty())
                                .collect(Collectors.toSet()),
                        Duration.ofSeconds(dials.timerSeconds())),
                keys);
        if (dialled.sent().isEmpty()) {
            result.accept(false, CallEnd.notDialled(keys));
        } else {
            timeline.after(dialled.waits(), () -> call.accept(dialled.sent().get(), result));
        }
    }
}
