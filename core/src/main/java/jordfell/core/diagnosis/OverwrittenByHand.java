package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.core.milestone.Fetches.Taken;
import jordfell.core.milestone.LineMilestones;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.DeviceFacts.SentLine;

/** <em>overwritten-by-hand</em>: it is registered at a number that neither its record nor its file gives it. */
final class OverwrittenByHand implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        Optional<Taken> taken = device.reached().fetches().taken();
        Optional<ReleaseFacts> released = device.facts().released();
        if (device.facts().byHand()
                || taken.isEmpty()
                || released.isEmpty()
                || !taken.get().revision().equals(released.get().revision().id())) {
            return List.of();
        }
        Set<String> given = given(device);
        return device.reached().lines().values().stream()
                .filter(line -> !given.contains(line.number()))
                .filter(line -> isRegistered(device, line, taken.get()))
                .map(line -> told(device, line))
                .toList();
    }

    /** What it has by its record or by what was released to it. */
    private static Set<String> given(CaseOf device) {
        return Stream.concat(
                        device.facts().lines().stream()
                                .flatMap(l -> l.extension().stream())
                                .map(ExtensionFacts::number),
                        device.facts().released().stream()
                                .flatMap(r -> r.sent().stream())
                                .map(SentLine::number))
                .collect(Collectors.toSet());
    }

    /** It has the number now, and asked for it after it took its file. */
    private static boolean isRegistered(CaseOf device, LineMilestones line, Taken taken) {
        return line.binding()
                        .filter(b -> b.change().live() && b.expiresAt().isAfter(device.now()))
                        .isPresent()
                && line.heard().filter(h -> h.at().isAfter(taken.since())).isPresent();
    }

    private static Finding told(CaseOf device, LineMilestones line) {
        boolean hasItsOwn = device.isRegistered();
        String sentence = "It is registered as " + line.number()
                + ", which neither its record nor the file that it took gives it.";
        return Finding.certain(Cause.OVERWRITTEN_BY_HAND, sentence)
                .variant(line.number())
                .brief("registered as " + line.number())
                .detail("Somebody set it on the phone itself, likely. On record it has " + device.numbers()
                        + (hasItsOwn ? ", which it is registered as too." : ", which it is not registered as."))
                .since(line.acceptedSince().orElse(device.now()))
                .shownBy("REGISTER for " + line.number() + " → accepted")
                .remedies(
                        Remedy.RESEND,
                        Remedy.advice(
                                "If " + line.number() + " is meant to be there, give it to this device on record."));
    }
}
