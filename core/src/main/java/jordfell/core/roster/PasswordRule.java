package jordfell.core.roster;

import com.nulabinc.zxcvbn.Zxcvbn;
import java.util.List;
import java.util.Optional;

/**
 * A domain's rule for SIP passwords that people type.
 *
 * @param shortest fewest characters, {@value SipPassword#SHORTEST_TYPED} or more
 * @param score least zxcvbn score, 0–4, for an extension that registers from inside
 * @param outsideScore least score for one that may register from outside
 */
public record PasswordRule(int shortest, int score, int outsideScore) {

    public static final PasswordRule USUAL = new PasswordRule(SipPassword.SHORTEST_TYPED, 3, 4);

    private static final Zxcvbn ESTIMATOR = new Zxcvbn();
    private static final List<String> SCORES = List.of("very weak", "weak", "fair", "good", "strong");

    public PasswordRule {
        if (shortest < SipPassword.SHORTEST_TYPED
                || shortest > SipPassword.LONGEST_TYPED
                || score < 0
                || outsideScore < score
                || outsideScore > 4) {
            throw new IllegalArgumentException("not a password rule: " + shortest + ", " + score + ", " + outsideScore);
        }
    }

    /**
     * How hard a password is to guess.
     *
     * @param score 0–4
     * @param words the score in a word or two
     */
    public record Strength(int score, String words) {}

    /**
     * How hard this password is to guess for somebody who knows the extension.
     *
     * @param known what such a person would try first: number, user, names
     */
    public static Strength strength(String password, List<String> known) {
        int score = ESTIMATOR.measure(password, known).getScore();
        return new Strength(score, SCORES.get(score));
    }

    /** Why a typed password can't be used for this extension, or empty when it can. */
    public Optional<String> refuse(String password, String extension, String authUser, boolean fromOutside) {
        Optional<String> unfit = SipPassword.refuse(password, extension, authUser);
        if (unfit.isPresent()) {
            return unfit;
        }
        if (password.length() < shortest) {
            return Optional.of("It has " + password.length() + " characters; this domain asks for " + shortest
                    + ". Generate one instead.");
        }
        Strength strength = strength(password, List.of(extension, authUser));
        int least = fromOutside ? outsideScore : score;
        if (strength.score() >= least) {
            return Optional.empty();
        }
        return Optional.of("It is " + strength.words() + "; "
                + (fromOutside
                        ? extension + " may register from outside, where attackers guess: it must be "
                        : "this domain asks for ")
                + SCORES.get(least) + ". Generate one instead.");
    }
}
