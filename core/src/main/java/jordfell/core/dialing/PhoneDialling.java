package jordfell.core.dialing;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.dialing.DigitMap.Standing;

/**
 * What a phone does while somebody dials, key by key.
 *
 * @param sent what it sends to its registrar; empty if it refuses, or waits for more in vain
 * @param waits how long after the last key it is sent; zero for at once
 * @param unheard keys that were pressed after it was sent already
 */
public record PhoneDialling(List<Step> steps, Optional<String> sent, Duration waits, String unheard) {

    /** The timer {@code T} where only it is left to wait for (RFC 3435 §2.1.5, the critical timer). */
    public static final Duration TIMER = Duration.ofSeconds(4);

    /**
     * What is dialled after a key, and what becomes of it.
     *
     * @param by the alternatives that say so
     */
    public record Step(String keys, Standing standing, List<String> by) {}

    /** Somebody dials all of this and then waits. */
    public static PhoneDialling of(DigitMap map, String keys) {
        List<Step> steps = new ArrayList<>();
        DigitMap.Dialled dialled = map.begin();
        for (int i = 0; i < keys.length(); i++) {
            dialled = dialled.press(keys.charAt(i));
            Standing standing = dialled.standing();
            steps.add(new Step(dialled.keys(), standing, dialled.by()));
            if (standing == Standing.MATCHES) {
                return new PhoneDialling(
                        List.copyOf(steps), Optional.of(dialled.keys()), Duration.ZERO, keys.substring(i + 1));
            }
            if (standing == Standing.NO_MATCH) {
                return new PhoneDialling(List.copyOf(steps), Optional.empty(), Duration.ZERO, keys.substring(i + 1));
            }
        }
        boolean waits = !keys.isEmpty() && dialled.standing() == Standing.WAITS;
        return new PhoneDialling(
                List.copyOf(steps), waits ? Optional.of(keys) : Optional.empty(), waits ? TIMER : Duration.ZERO, "");
    }
}
