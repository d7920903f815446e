package jordfell.core.dialing;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.dialing.DigitMap.Standing;

/**
 * What a phone does while somebody dials, key by key.
 *
 * @param sent what it sends to its registrar; empty if it refuses, or waits for more in vain
 * @param waits how long after the last key it is sent; zero for at once
 * @param unheard keys that were pressed after it was sent already
 */
public record PhoneDialling(List<Step> steps, Optional<String> sent, Duration waits, String unheard) {

    /**
     * What is dialled after a key, and what becomes of it.
     *
     * @param by the alternatives that say so
     */
    public record Step(String keys, Standing standing, List<String> by) {}

    /**
     * What a phone goes by.
     *
     * @param emergency numbers that it sends at once, whatever its digit map says
     * @param timer what {@code T} waits for (RFC 3435 §2.1.5, the critical timer)
     */
    public record Rules(DigitMap map, Set<String> emergency, Duration timer) {

        public Rules {
            emergency = Set.copyOf(emergency);
        }
    }

    /** Somebody dials all of this and then waits. */
    public static PhoneDialling of(Rules rules, String keys) {
        List<Step> steps = new ArrayList<>();
        DigitMap.Dialled dialled = rules.map().begin();
        for (int i = 0; i < keys.length(); i++) {
            dialled = dialled.press(keys.charAt(i));
            boolean isEmergency = rules.emergency().contains(dialled.keys());
            boolean mayBecome = begins(rules.emergency(), dialled.keys());
            Standing standing = isEmergency
                    ? Standing.MATCHES
                    : mayBecome && dialled.standing() == Standing.NO_MATCH ? Standing.COULD_MATCH : dialled.standing();
            steps.add(new Step(dialled.keys(), standing, isEmergency ? List.of(dialled.keys()) : dialled.by()));
            if (standing == Standing.MATCHES || standing == Standing.NO_MATCH) {
                return new PhoneDialling(
                        List.copyOf(steps),
                        Optional.of(dialled.keys()).filter(k -> standing == Standing.MATCHES),
                        Duration.ZERO,
                        keys.substring(i + 1));
            }
        }
        boolean waits = !keys.isEmpty() && dialled.standing() == Standing.WAITS;
        return new PhoneDialling(
                List.copyOf(steps), Optional.of(keys).filter(k -> waits), waits ? rules.timer() : Duration.ZERO, "");
    }

    private static boolean begins(Set<String> numbers, String keys) {
        return numbers.stream().anyMatch(number -> number.startsWith(keys));
    }
}
