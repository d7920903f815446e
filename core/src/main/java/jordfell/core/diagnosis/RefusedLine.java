package jordfell.core.diagnosis;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.SipSeen;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.LineStatus;
import jordfell.core.sip.DigestAnswer;

/** Puts a refused answer into words: which user and which password the phone used, and what to do. */
record RefusedLine(CaseOf device, LineStatus line, ExtensionFacts extension, SipSeen refusal, DigestAnswer answer) {

    private static final Remedy RE_SEND = new Remedy(Remedy.Action.RESEND, "Re-send configuration", 0);

    Finding wrongUser(PasswordUsed used) {
        boolean right = used instanceof PasswordUsed.Right;
        return finding(
                Cause.WRONG_AUTH_USER,
                answer.username(),
                "wrong authentication user",
                "It answers as “" + answer.username() + "”; the registrar expects “" + extension.authUser() + "”.",
                right
                        ? "The password is right, so only the authentication user differs."
                        : "The password is " + used.brief() + ".",
                List.of(device.facts().pending() ? release() : RE_SEND));
    }

    /** Empty when the password is the right one: it was mended since the refusal. */
    Optional<Finding> wrongPassword(PasswordUsed used) {
        if (used instanceof PasswordUsed.Right) {
            return Optional.empty();
        }
        return Optional.of(finding(
                Cause.WRONG_PASSWORD, variant(used), brief(used), sentence(used), detail(used), remedies(used)));
    }

    private Finding finding(
            Cause cause, String variant, String brief, String sentence, String detail, List<Remedy> remedies) {
        List<SipSeen> refusals = device.evidence()
                .list(
                        SipSeen.class,
                        s -> !s.toNode()
                                && s.number().equals(line.number())
                                && s.text()
                                        .startsWith(
                                                "SIP/2.0 " + refusal.message().status())
                                && line.binding()
                                        .map(b -> s.at().isAfter(b.at()))
                                        .orElse(true));
        return new Finding(
                cause,
                variant,
                Certainty.CERTAIN,
                line.position(),
                brief,
                sentence,
                detail,
                refusals.isEmpty() ? refusal.at() : refusals.get(0).at(),
                Math.max(1, refusals.size()),
                List.of("REGISTER for " + line.number() + " with answer → "
                        + refusal.message().startLine().substring(8) + " from " + refusal.node()),
                remedies);
    }

    private static String brief(PasswordUsed used) {
        return used instanceof PasswordUsed.Damaged ? "password: " + used.brief() : used.brief();
    }

    private String sentence(PasswordUsed used) {
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
        }
        return "It used a password that " + device.facts().domain().name() + " does not know.";
    }

    private String detail(PasswordUsed used) {
        if (used instanceof PasswordUsed.Others other) {
            String fits =
                    "the answer to the challenge fits " + other.number() + "’s secret, not " + line.number() + "’s.";
            return positionOf(other.number())
                    .map(p -> "Lines " + Math.min(p, line.position()) + " and " + Math.max(p, line.position())
                            + " are crossed on this phone: " + fits)
                    .orElse("It was set for another phone’s line: " + fits);
        } else if (used instanceof PasswordUsed.Earlier) {
            return device.facts().pending()
                    ? "The new one was made here and is not released yet."
                    : "The phone has not taken the new one over.";
        } else if (used instanceof PasswordUsed.Damaged damaged) {
            boolean field = damaged.damage()
                    .cutAt()
                    .filter(cut -> cut == device.facts().model().passwordField())
                    .isPresent();
            return field
                    ? "The password field of the " + device.facts().model().fullName() + " holds no more."
                    : "Likely, " + uncapitalised(damaged.damage().likelyReason());
        } else if (used instanceof PasswordUsed.Empty) {
            return "Nothing stands in its password field for line " + line.position() + ".";
        }
        return "No password that was tried fits its answer: the present one and earlier ones, those of other extensions, "
                + "and the present one damaged in the ways that are known.";
    }

    /** How it came about is not seen, and told as what is likely. */
    private static String uncapitalised(String sentence) {
        return Character.toLowerCase(sentence.charAt(0)) + sentence.substring(1);
    }

    private List<Remedy> remedies(PasswordUsed used) {
        List<Remedy> remedies = new ArrayList<>();
        remedies.add(used instanceof PasswordUsed.Earlier && device.facts().pending() ? release() : RE_SEND);
        if (used instanceof PasswordUsed.Others other
                && positionOf(other.number()).isPresent()) {
            remedies.add(new Remedy(Remedy.Action.SWAP_LINES, "Swap the lines instead", line.position()));
        }
        return remedies;
    }

    private Remedy release() {
        return new Remedy(Remedy.Action.RELEASE, "Release to this device", 0);
    }

    private Optional<Integer> positionOf(String number) {
        return device.facts().lines().stream()
                .filter(l ->
                        l.extension().filter(e -> e.number().equals(number)).isPresent())
                .map(LineFacts::position)
                .findFirst();
    }

    /** Groups devices with the same trouble: whose password it was is this device's own affair. */
    private static String variant(PasswordUsed used) {
        return used instanceof PasswordUsed.Others ? "another extension’s password" : used.brief();
    }
}
