package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.ExtensionRules;

/**
 * <em>number-out-of-block</em> and <em>number-prefix-clash</em>: a number that was given once and that the rules of its domain
 * would not give any more.
 */
final class NumberUnfit implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return device.facts().lines().stream()
                .flatMap(line -> line.extension().stream().flatMap(e -> of(device, line, e.number()).stream()))
                .toList();
    }

    private static Optional<Finding> of(CaseOf device, LineFacts line, String number) {
        Domain domain = device.facts().domain();
        Optional<String> emergency = ExtensionRules.emergencyClash(number, domain.numberPlan());
        if (emergency.isPresent()) {
            return Optional.of(clashes(device, line, number, emergency.get()));
        }
        if (domain.numberPlan().reserved().contains(number)) {
            return Optional.of(outside(device, line, number, number + " is reserved in " + domain.name()));
        }
        boolean isOutside =
                !domain.blocks().isEmpty() && domain.blocks().stream().noneMatch(block -> block.contains(number));
        return isOutside
                ? Optional.of(outside(
                        device,
                        line,
                        number,
                        number + " lies outside the blocks of " + domain.name() + ", "
                                + domain.blocks().stream().map(Block::toString).collect(Collectors.joining(", "))))
                : Optional.empty();
    }

    private static Finding clashes(CaseOf device, LineFacts line, String number, String emergency) {
        return Finding.certain(
                        Cause.NUMBER_PREFIX_CLASH,
                        number + " and the emergency number " + emergency
                                + " begin alike: one of them may be dialled late, or" + " not at all.")
                .line(line.position())
                .variant(number + " and " + emergency)
                .brief(number + " is in the way of " + emergency)
                .detail("The rules of the domain would not give " + number + " now.")
                .since(device.facts().enrolledAt())
                .shownBy("the domain’s emergency numbers: " + emergency)
                .remedies(Remedy.advice("Give " + number + " another number, under Roster."));
    }

    private static Finding outside(CaseOf device, LineFacts line, String number, String how) {
        return Finding.certain(Cause.NUMBER_OUT_OF_BLOCK, how + ".")
                .line(line.position())
                .variant(number)
                .brief(number + " is in no block")
                .detail(
                        "It works as it is. Whatever goes by the blocks leaves it out: digit maps that are proposed, runs"
                                + " of numbers, imports.")
                .since(device.facts().enrolledAt())
                .shownBy("the domain’s blocks and reserved numbers")
                .remedies(Remedy.advice(
                        "Give it a number of a block, under Roster; or widen the block, under Settings, Domains."));
    }
}
