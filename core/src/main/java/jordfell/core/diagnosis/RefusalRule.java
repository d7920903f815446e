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

    private static Optional<Finding> refused(
            CaseOf device, LineStatus line, ExtensionFacts extension, SipSeen refusal) {
        if (refusal.message().status() == 404) {
            return Optional.of(unknown(device, line.position(), refusal));
        }
        Optional<SipSeen> asked = device.evidence()
                .last(
                        SipSeen.class,
                        s -> s.toNode()
                                && s.number().equals(line.number())
                                && s.text().startsWith("REGISTER ")
                                && sameTransaction(s, refusal));
        Optional<DigestAnswer> answer =
                asked.flatMap(s -> s.message().first("Authorization")).flatMap(DigestAnswer::read);
        if (answer.isEmpty()) {
            return Optional.empty();
        }
        RefusedLine refused = new RefusedLine(device, line, extension, refusal, answer.get());
        PasswordUsed used = PasswordCandidates.find(answer.get(), "REGISTER", extension.number(), device.secrets());
        return answer.get().username().equals(extension.authUser())
                ? refused.wrongPassword(used)
                : Optional.of(refused.wrongUser(used));
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
