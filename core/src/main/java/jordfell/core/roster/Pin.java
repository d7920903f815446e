package jordfell.core.roster;

import java.util.Optional;
import java.util.random.RandomGenerator;

/** Decides which voicemail PINs are fit to be used, and makes them. */
public final class Pin {

    public static final int SHORTEST = 4;
    public static final int LONGEST = 8;

    private Pin() {}

    /** Why this PIN can't be used for the extension, or empty when it can. */
    public static Optional<String> refuse(String pin, String extension, int digits) {
        if (!pin.matches("[0-9]*") || pin.length() < Math.max(SHORTEST, digits) || pin.length() > LONGEST) {
            return Optional.of("A PIN has " + Math.max(SHORTEST, digits) + " to " + LONGEST + " digits.");
        }
        if (pin.contains(extension) || extension.contains(pin)) {
            return Optional.of("The PIN is the extension’s own number.");
        }
        if (pin.chars().distinct().count() == 1) {
            return Optional.of("The PIN repeats one digit.");
        }
        return isRun(pin, 1) || isRun(pin, -1) ? Optional.of("The PIN is a run of digits.") : Optional.empty();
    }

    /** A PIN that can be used, from the given source. */
    public static String generate(RandomGenerator random, String extension, int digits) {
        while (true) {
            StringBuilder pin = new StringBuilder();
            for (int i = 0; i < digits; i++) {
                pin.append(random.nextInt(10));
            }
            if (refuse(pin.toString(), extension, digits).isEmpty()) {
                return pin.toString();
            }
        }
    }

    private static boolean isRun(String pin, int step) {
        for (int i = 1; i < pin.length(); i++) {
            if (pin.charAt(i) - pin.charAt(i - 1) != step) {
                return false;
            }
        }
        return true;
    }
}
