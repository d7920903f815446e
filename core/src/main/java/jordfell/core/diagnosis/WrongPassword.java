package jordfell.core.diagnosis;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.path.LineStatus;

/** <em>wrong-password</em>: which password its answer to a challenge was made with, if not the right one. */
final class WrongPassword implements Rule {

    /** A password whose turn to be looked for has not come is asked after again so much later at the soonest. */
    private static final Duration LATER = Duration.ofMinutes(1);

    @Override
    public List<Finding> examine(CaseOf device) {
        List<Finding> findings = new ArrayList<>();
        for (TurnedAway t : overPassword(device)) {
            PasswordUsed used = t.used();
            // The right one: it was mended since, or something else is refused.
            if (!(used instanceof PasswordUsed.Right)) {
                findings.add(otherPassword(device, t, used));
            }
        }
        dropMirrors(device, findings);
        return findings;
    }

    @Override
    public Optional<Instant> due(CaseOf device) {
        return overPassword(device).stream()
                .filter(t -> t.used() instanceof PasswordUsed.NotFoundYet)
                .map(t -> device.now().plus(later(t, device.now())))
                .min(Instant::compareTo);
    }

    /** As long again as the answer is old: days in which nobody looked are gone through in a few steps. */
    private static Duration later(TurnedAway t, Instant now) {
        Duration old = t.request().map(r -> Duration.between(r.at(), now)).orElse(LATER);
        return old.compareTo(LATER) > 0 ? old : LATER;
    }

    private static List<TurnedAway> overPassword(CaseOf device) {
        return device.turnedAway().stream()
                .filter(t -> t.overCredentials() && t.rightUser())
                .toList();
    }

    /** Two lines that used each other's password are one trouble: the first line tells it. */
    private static void dropMirrors(CaseOf device, List<Finding> findings) {
        if (findings.size() == 2
                && findings.stream()
                        .allMatch(f -> f.remedies().stream().anyMatch(r -> r.action() == Remedy.Action.SWAP_LINES))
                && device.facts().lines().size() == 2) {
            findings.remove(1);
        }
    }

    private static Finding otherPassword(CaseOf device, TurnedAway t, PasswordUsed used) {
        return t.tell(Finding.certain(Cause.WRONG_PASSWORD, sentence(device, t.line(), used)))
                .variant(used instanceof PasswordUsed.Others ? "another extension’s password" : used.brief())
                .brief(used instanceof PasswordUsed.Damaged ? "password: " + used.brief() : used.brief())
                .detail(detail(device, t.line(), used))
                .remedies(remedies(device, t.line(), used));
    }

    private static String sentence(CaseOf device, LineStatus line, PasswordUsed used) {
        if (used instanceof PasswordUsed.Others other) {
            return "It used extension " + other.number() + "’s password.";
        } else if (used instanceof PasswordUsed.Earlier earlier) {
            return earlier.back() == 1
                    ? "It used the password that " + line.number() + " had before."
                    : "It used a password that " + line.number() + " had " + earlier.back() + " changes ago.";
        } else if (used instanceof PasswordUsed.Damaged damaged) {
            return "It used " + damaged.damage().sentence() + ".";
        } else if (used instanceof PasswordUsed.Empty) {
            return "It used an empty password.";
        } else if (used instanceof PasswordUsed.DamagedOther other) {
            return "It used " + other.whose() + " password, and that damaged: "
                    + other.damage().brief() + ".";
        } else if (used instanceof PasswordUsed.Mistaken mistaken) {
            return "It used " + mistaken.what() + " as its password.";
        }
        if (used instanceof PasswordUsed.NotFoundYet) {
            return "It used another password than that of " + line.number() + ".";
        }
        return "It used a password that " + device.facts().domain().name() + " does not know.";
    }

    private static String detail(CaseOf device, LineStatus line, PasswordUsed used) {
        if (used instanceof PasswordUsed.Others other) {
            String fits =
                    "the answer to the challenge fits " + other.number() + "’s secret, not " + line.number() + "’s.";
            return device.positionOf(other.number())
                    .map(p -> "Lines " + Math.min(p, line.position()) + " and " + Math.max(p, line.position())
                            + " are crossed on this phone: " + fits)
                    .orElse("It was set for another phone’s line: " + fits);
        } else if (used instanceof PasswordUsed.Earlier) {
            return device.facts().pending()
                    ? "The new one was made here and is not released yet."
                    : "The phone has not taken the new one over.";
        } else if (used instanceof PasswordUsed.Damaged damaged) {
            return isCutByItsField(device, used)
                    ? "The password field of the " + device.facts().model().fullName() + " holds no more."
                    : "Likely, " + uncapitalised(damaged.damage().likelyReason());
        } else if (used instanceof PasswordUsed.Empty) {
            return "Nothing stands in its password field for line " + line.position() + ".";
        }
        if (used instanceof PasswordUsed.DamagedOther || used instanceof PasswordUsed.Mistaken) {
            return "The answer to the challenge was made with it.";
        }
        if (used instanceof PasswordUsed.NotFoundYet later) {
            return String.format(
                    Locale.ROOT,
                    "Which one is not known yet: of %,d that are tried at once none fits its answer. The others are tried"
                            + " when their turn comes: passwords are looked for one after another.",
                    later.tried());
        }
        String tried = used instanceof PasswordUsed.Unknown unknown
                ? String.format(Locale.ROOT, "None of %,d passwords", unknown.tried())
                : "No password";
        return tried
                + " that were tried fits its answer: the present one and earlier ones, those of other extensions, what stands"
                + " beside it, and all of these damaged in the ways that are known.";
    }

    /** How it came about is not seen, and told as what is likely. */
    private static String uncapitalised(String sentence) {
        return Character.toLowerCase(sentence.charAt(0)) + sentence.substring(1);
    }

    /** What it is sent once more it cuts once more. */
    private static boolean isCutByItsField(CaseOf device, PasswordUsed used) {
        return used instanceof PasswordUsed.Damaged damaged
                && damaged.damage()
                        .cutAt()
                        .filter(cut -> cut == device.facts().model().passwordField())
                        .isPresent();
    }

    private static List<Remedy> remedies(CaseOf device, LineStatus line, PasswordUsed used) {
        if (isCutByItsField(device, used)) {
            return List.of(Remedy.newPassword(device, line));
        }
        Remedy first = used instanceof PasswordUsed.Earlier ? Remedy.bringUpToDate(device) : Remedy.sendAgain(device);
        Optional<Remedy> swap = used instanceof PasswordUsed.Others other
                        && device.positionOf(other.number()).isPresent()
                ? Optional.of(new Remedy(
                        Remedy.Action.SWAP_LINES,
                        "Swap the lines instead",
                        line.position(),
                        "",
                        "Lines 1 and 2 change places on record, as they are on the phone, and that is released to it."))
                : Optional.empty();
        return swap.map(s -> List.of(first, s)).orElse(List.of(first));
    }
}
