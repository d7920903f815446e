package jordfell.core.identity;

import java.util.Optional;
import java.util.random.RandomGenerator;

/**
 * A short code that claims a device record which has no MAC yet: seven digits and a check digit by Damm's quasigroup of
 * order 10, which finds every single wrong digit and every swap of two neighbours.
 *
 * @param digits all eight digits, the check digit last
 */
public record ClaimCode(String digits) {

    private static final int LENGTH = 8;
    private static final int PAYLOADS = 10_000_000;

    /** Damm 2004, a totally anti-symmetric quasigroup of order 10. */
    private static final int[][] DAMM = {
        {0, 3, 1, 7, 5, 9, 8, 6, 4, 2},
        {7, 0, 9, 2, 1, 5, 4, 8, 6, 3},
        {4, 2, 0, 6, 8, 7, 1, 3, 5, 9},
        {1, 7, 5, 0, 9, 8, 3, 4, 2, 6},
        {6, 1, 2, 3, 0, 4, 5, 9, 7, 8},
        {3, 6, 7, 4, 2, 0, 9, 5, 8, 1},
        {5, 8, 6, 9, 7, 2, 0, 1, 3, 4},
        {8, 9, 4, 5, 3, 6, 2, 0, 1, 7},
        {9, 4, 3, 8, 6, 1, 7, 2, 0, 5},
        {2, 5, 8, 1, 4, 3, 6, 7, 9, 0}
    };

    public ClaimCode {
        if (!digits.matches("[0-9]{8}") || check(digits) != 0) {
            throw new IllegalArgumentException("not a claim code");
        }
    }

    /** A new code from the given source, which must be a secure one outside of tests. */
    public static ClaimCode generate(RandomGenerator random) {
        String payload = String.format(java.util.Locale.ROOT, "%07d", random.nextInt(PAYLOADS));
        return new ClaimCode(payload + check(payload));
    }

    /** Why this text is no claim code: what is wrong and what would be right. Empty when it is one. */
    public static Optional<String> refuse(String text) {
        String digits = bare(text);
        if (!digits.matches("[0-9]*")) {
            return Optional.of("A claim code is made of digits only, such as 4417-9036.");
        }
        if (digits.length() != LENGTH) {
            return Optional.of("A claim code has eight digits; this has " + digits.length() + ".");
        }
        return check(digits) == 0
                ? Optional.empty()
                : Optional.of("The check digit does not fit: a digit is wrong or two are swapped. Type it again.");
    }

    /** The code in this text, in any grouping; empty if it is none. */
    public static Optional<ClaimCode> read(String text) {
        return refuse(text).isPresent() ? Optional.empty() : Optional.of(new ClaimCode(bare(text)));
    }

    /** Two groups of four, as people read it out: {@code 4417-9036}. */
    @Override
    public String toString() {
        return digits.substring(0, 4) + "-" + digits.substring(4);
    }

    private static String bare(String text) {
        return text.replaceAll("[\\s\\-.]", "");
    }

    /** The interim digit after all of these; 0 for a number that ends in its check digit. */
    private static int check(String digits) {
        int interim = 0;
        for (int i = 0; i < digits.length(); i++) {
            interim = DAMM[interim][digits.charAt(i) - '0'];
        }
        return interim;
    }
}
