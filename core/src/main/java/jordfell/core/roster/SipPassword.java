package jordfell.core.roster;

import java.util.Optional;
import java.util.random.RandomGenerator;

/** Makes SIP passwords, and decides whether a typed one is fit to be used. */
public final class SipPassword {

    /** No 0 O o, 1 l I i, 5 S s, 8 B, 2 Z z, u v: they are read out, typed, and must survive every dialect. */
    public static final String ALPHABET = "34679ACDEFGHJKLMNPQRTUWXYabcdefghjkmnpqrtwxy";

    /** 20 characters of 44 are 109 bits; 96 are wanted at the least. */
    public static final int LENGTH = 20;

    public static final int SHORTEST_TYPED = 12;
    public static final int LONGEST_TYPED = 64;

    private SipPassword() {}

    /** A new password from the given source, which must be a secure one outside of tests. */
    public static String generate(RandomGenerator random) {
        return generate(random, LENGTH);
    }

    /** A new password no longer than a model's field holds. */
    public static String generate(RandomGenerator random, int fieldLength) {
        StringBuilder password = new StringBuilder();
        for (int i = 0; i < Math.min(LENGTH, fieldLength); i++) {
            password.append(ALPHABET.charAt(random.nextInt(ALPHABET.length())));
        }
        return password.toString();
    }

    /** Bits of surprise in a generated password of this length. */
    public static double bits(int length) {
        return length * Math.log(ALPHABET.length()) / Math.log(2);
    }

    /** Why a typed password can't be used for this extension, or empty when it can. */
    public static Optional<String> refuse(String password, String extension, String authUser) {
        if (!password.equals(password.strip())) {
            return Optional.of("It begins or ends with a blank, which phones lose. Remove the blank.");
        }
        if (password.length() < SHORTEST_TYPED || password.length() > LONGEST_TYPED) {
            return Optional.of("It has " + password.length() + " characters; " + SHORTEST_TYPED + " to " + LONGEST_TYPED
                    + " are needed. Generate one instead.");
        }
        if (password.contains(extension) || password.equalsIgnoreCase(authUser)) {
            return Optional.of("It contains the extension's own number or user. Generate one instead.");
        }
        if (password.chars().anyMatch(c -> c < 0x20 || c > 0x7e)) {
            return Optional.of("Only printable ASCII survives every phone. Generate one instead.");
        }
        if (password.chars().distinct().count() < 6) {
            return Optional.of("It repeats the same few characters. Generate one instead.");
        }
        return Optional.empty();
    }
}
