package jordfell.core.diagnosis;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.SipSeen;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.LineStatus;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;
import jordfell.core.sip.DigestAnswer;

/** <em>unknown-extension</em>, <em>wrong-auth-user</em> and <em>wrong-password</em>: a registrar said no, and why. */
final class RefusalRule implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        if (device.path().stop(Stop.ACCEPTED).state() != StopState.HELD) {
            return List.of();
        }
        List<Finding> findings = new ArrayList<>();
        for (LineStatus line : device.path().lines()) {
            line.refusal()
                    .ifPresent(refusal -> extensionOf(device, line)
                            .flatMap(extension -> refused(device, line, extension, refusal))
                            .ifPresent(findings::add));
        }
        dropMirrors(device, findings);
        if (findings.isEmpty()
                && device.path().lines().stream().allMatch(l -> l.refusal().isEmpty())) {
            stranger(device).ifPresent(findings::add);
        }
        return findings;
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

    /** What names and passwords can be the reason of (RFC 3261 §21.4.4). */
    private static final int FORBIDDEN = 403;

    private static Optional<Finding> refused(
            CaseOf device, LineStatus line, ExtensionFacts extension, SipSeen refusal) {
        if (refusal.message().status() == 404) {
            return Optional.of(onRecordAndUnknown(device, line, refusal));
        }
        Optional<SipSeen> asked = asked(device, line, refusal);
        Optional<DigestAnswer> answer =
                asked.flatMap(s -> s.message().first("Authorization")).flatMap(DigestAnswer::read);
        if (answer.isEmpty() || refusal.message().status() != FORBIDDEN) {
            boolean unanswered = asked.isPresent() && answer.isEmpty();
            return Optional.of(saysNo(
                    device,
                    line,
                    refusal,
                    unanswered
                            ? "The request that it refused answered no challenge, so no password is the reason."
                            : "The answer names no user and no password as the reason."));
        }
        RefusedLine refused = new RefusedLine(device, line, extension, refusal, answer.get());
        PasswordUsed used = PasswordCandidates.find(answer.get(), "REGISTER", extension.number(), device.secrets());
        return Optional.of(
                answer.get().username().equals(extension.authUser())
                        ? refused.wrongPassword(used)
                                .orElseGet(() -> saysNo(
                                        device,
                                        line,
                                        refusal,
                                        "Its user and password fit what is on record, so it is something else that is"
                                                + " refused."))
                        : refused.wrongUser(used));
    }

    /** No name or password is the reason, so the answer is told as it came. */
    private static Finding saysNo(CaseOf device, LineStatus line, SipSeen refusal, String detail) {
        String answer = refusal.message().startLine().substring("SIP/2.0 ".length());
        boolean fails = refusal.message().status() >= 500;
        // RFC 3261 §20.43: what else the answerer has to say, in quotes behind a code and a name.
        String warning = refusal.message()
                .first("Warning")
                .map(w -> " It adds: " + w.replaceFirst("^[0-9]{3} \\S+ ", "") + ".")
                .orElse("");
        long times = device.evidence()
                .list(
                        SipSeen.class,
                        s -> !s.toNode()
                                && s.number().equals(line.number())
                                && s.text().startsWith("SIP/2.0 " + answer))
                .size();
        return new Finding(
                Cause.REGISTRAR_SAYS_NO,
                answer,
                Certainty.CERTAIN,
                line.position(),
                "is answered " + answer,
                "The registrar answers " + line.number() + " with “" + answer + "”." + warning,
                fails
                        ? "That is a failure that " + refusal.node()
                                + " tells of itself; it names nothing that is wrong with the phone."
                        : detail,
                refusal.at(),
                (int) Math.max(1, times),
                List.of("REGISTER for " + line.number() + " → " + answer + " from " + refusal.node()),
                List.of(Remedy.advice(
                        fails
                                ? "See whether other phones at " + refusal.node() + " are answered so too."
                                : "See what the registrar allows " + line.number()
                                        + ": how many devices, and from where.")));
    }

    /** A 404 to a number that is on record here: it asks in another domain, or the registrar lacks what the record has. */
    private static Finding onRecordAndUnknown(CaseOf device, LineStatus line, SipSeen refusal) {
        String domain = device.facts().domain().name();
        Optional<String> host = asked(device, line, refusal)
                .map(s -> s.message().startLine().split(" "))
                .filter(words -> words.length > 1)
                .map(words -> words[1].replaceFirst("^sips?:(.*@)?", "").replaceFirst("[:;].*$", ""))
                .filter(h -> !h.equalsIgnoreCase(domain));
        List<SipSeen> all = device.evidence()
                .list(SipSeen.class, s -> isUnknownNumber(s) && s.number().equals(refusal.number()));
        return new Finding(
                Cause.UNKNOWN_EXTENSION,
                host.map(h -> "at " + h).orElse("on record"),
                host.isPresent() ? Certainty.CERTAIN : Certainty.LIKELY,
                line.position(),
                refusal.number() + (host.isPresent() ? ": another domain" : " is not known"),
                host.map(h -> "It registers " + refusal.number() + " at " + h + "; its domain is " + domain + ".")
                        .orElse("The registrar answers that it does not know " + refusal.number()
                                + ", which is on record here."),
                host.map(h -> "Where it registers comes from the registrar that it was sent, or was set on the phone.")
                        .orElse("The answer came from " + refusal.node()
                                + ": its accounts and the records here are not the same."),
                all.isEmpty() ? refusal.at() : all.get(0).at(),
                Math.max(1, all.size()),
                List.of("REGISTER for " + refusal.number() + " → 404 from " + refusal.node()),
                host.isPresent()
                        ? List.of(
                                new Remedy(Remedy.Action.RESEND, "Re-send configuration", line.position()),
                                new Remedy(Remedy.Action.OPEN_SETTINGS, "See where the name comes from", 0))
                        : List.of(Remedy.advice(
                                "Give the registrar its accounts anew: under Roster, Extensions, “Accounts"
                                        + " for a registrar…”.")));
    }

    /** The request that this answers. */
    private static Optional<SipSeen> asked(CaseOf device, LineStatus line, SipSeen refusal) {
        return device.evidence()
                .last(
                        SipSeen.class,
                        s -> s.toNode()
                                && s.number().equals(line.number())
                                && s.text().startsWith("REGISTER ")
                                && sameTransaction(s, refusal));
    }

    private static boolean sameTransaction(SipSeen request, SipSeen response) {
        return request.message().first("Call-ID").equals(response.message().first("Call-ID"))
                && request.message().first("CSeq").equals(response.message().first("CSeq"));
    }

    /** A 404 to a registration of a number that none of its lines has; a call that reached nobody is another matter. */
    private static Optional<Finding> stranger(CaseOf device) {
        return device.evidence()
                .last(SipSeen.class, RefusalRule::isUnknownNumber)
                .map(seen -> unknown(device, 0, seen));
    }

    private static boolean isUnknownNumber(SipSeen seen) {
        return !seen.toNode()
                && seen.text().startsWith("SIP/2.0 404")
                && seen.message().method().equals("REGISTER");
    }

    private static Finding unknown(CaseOf device, int line, SipSeen refusal) {
        List<SipSeen> all = device.evidence()
                .list(SipSeen.class, s -> isUnknownNumber(s) && s.number().equals(refusal.number()));
        String bound = device.facts().lines().stream()
                .flatMap(l -> l.extension().stream())
                .map(ExtensionFacts::number)
                .reduce((a, b) -> a + ", " + b)
                .orElse("none");
        List<Remedy> remedies = device.facts().pending()
                ? List.of(new Remedy(Remedy.Action.RELEASE, "Release to this device", 0))
                : List.of(new Remedy(Remedy.Action.RESEND, "Re-send configuration", line));
        return new Finding(
                Cause.UNKNOWN_EXTENSION,
                refusal.number(),
                Certainty.CERTAIN,
                line,
                refusal.number() + " is not known",
                "It registers as " + refusal.number() + ", which "
                        + device.facts().domain().name() + " does not have.",
                "Its lines on record: " + bound + ".",
                all.get(0).at(),
                all.size(),
                List.of("REGISTER for " + refusal.number() + " → 404 from " + refusal.node()),
                remedies);
    }

    private static Optional<ExtensionFacts> extensionOf(CaseOf device, LineStatus line) {
        return device.facts().lines().stream()
                .filter(l -> l.position() == line.position())
                .findFirst()
                .flatMap(LineFacts::extension);
    }
}
