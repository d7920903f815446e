package jordfell.core.diagnosis;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.FirmwareFitness;
import jordfell.core.catalogue.FirmwareRules;
import jordfell.core.catalogue.FirmwareTime;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.milestone.FirmwareOffer;

/**
 * <em>firmware-too-old</em>, <em>firmware-blocked</em>, <em>firmware-stuck</em>: the version that it says it has is one that its
 * model is not relied on with; it is given none on its way to the one that it is to have; or it is given one and does not
 * have it afterwards.
 */
final class FirmwareCauses implements Rule {

    /** What was given so often and was not taken is not on its way any more. */
    private static final int TELLING = 3;

    @Override
    public List<Finding> examine(CaseOf device) {
        List<Finding> findings = new ArrayList<>();
        unfit(device).ifPresent(findings::add);
        device.reached()
                .firmware()
                .filter(asked -> !asked.why().isEmpty() && asked.offered().isEmpty())
                .filter(asked -> !FirmwareTime.isOfTheHour(asked.why()))
                .map(FirmwareCauses::notGiven)
                .ifPresent(findings::add);
        device.reached()
                .offer()
                .filter(offer -> offer.times() >= TELLING)
                .map(offer -> notTaken(device, offer))
                .ifPresent(findings::add);
        return findings;
    }

    private static Optional<Finding> unfit(CaseOf device) {
        FirmwareRules rules = device.facts().beside().firmware();
        String installed = device.reached().fetches().installed();
        return FirmwareFitness.trouble(installed, rules.lowest(), FirmwareFitness.listed(rules.blocked()))
                .map(trouble -> Finding.certain(Cause.FIRMWARE_TOO_OLD, "It has " + trouble + ".")
                        .variant(device.facts().model().fullName() + " " + installed)
                        .brief("firmware " + installed)
                        .detail(
                                "So it says when it asks for its configuration; what goes wrong with it is not known here.")
                        .since(device.reached()
                                .fetches()
                                .taken()
                                .map(t -> t.since())
                                .orElse(device.now()))
                        .shownBy("named itself " + device.reached().fetches().agent())
                        .remedies(new Remedy(
                                Remedy.Action.OPEN_SETTINGS,
                                rules.recommended().isEmpty() ? "See its firmware" : "Give it " + rules.recommended(),
                                0)));
    }

    private static Finding notGiven(FirmwareAsked asked) {
        return Finding.certain(
                        Cause.FIRMWARE_BLOCKED, "It asks for its firmware and is given none: " + stop(asked.why()))
                .variant(asked.why())
                .brief("is given no firmware")
                .detail("It goes on with " + asked.installed() + ".")
                .since(asked.at())
                .shownBy("asked for firmware with " + asked.installed())
                .remedies(Remedy.advice("Lay out what is missing, under Settings, Models, or name another version."));
    }

    private static Finding notTaken(CaseOf device, FirmwareOffer offer) {
        return Finding.certain(
                        Cause.FIRMWARE_STUCK,
                        "It was given firmware " + offer.version() + " " + NeverAnswersChallenge.times(offer.times())
                                + " and goes on with " + offer.installed() + ".")
                .variant(device.facts().model().fullName() + " " + offer.version())
                .brief("does not take " + offer.version())
                .detail(
                        "The file may be another model’s, or the phone has no room for it; what it is, its own log says.")
                .since(offer.since())
                .tries(offer.times())
                .shownBy("given " + offer.version() + ", says that it has " + offer.installed())
                .remedies(Remedy.advice(
                        "See whether another " + device.facts().model().fullName() + " takes " + offer.version()
                                + "; lay out the file anew if none does."));
    }

    private static String stop(String words) {
        String first = Character.toLowerCase(words.charAt(0)) + words.substring(1);
        return first.endsWith(".") ? first : first + ".";
    }
}
