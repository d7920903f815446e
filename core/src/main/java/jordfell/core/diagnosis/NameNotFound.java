package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.identity.Resemblance;
import jordfell.core.milestone.LookUps.LookUp;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.RegistrarLookups;

/** <em>name-not-found</em>: it asked for its registrar's name, and there is none. */
final class NameNotFound implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return NotLocated.failing(device).stream()
                .filter(failed -> failed.newest().isAnswered() && isKnown(device, failed))
                // That a domain has no service of a way that it does not take says nothing of its name.
                .filter(failed ->
                        failed.newest().isNoName() && !failed.newest().type().equals("SRV")
                                || new TransportRefused().examine(device).isEmpty())
                .map(failed -> notFound(device, failed))
                .toList();
    }

    /**
     * That a name has no address says nothing yet of one that has services: these were asked for too and were not there, or
     * there is no such name at all.
     */
    private static boolean isKnown(CaseOf device, LookUp failed) {
        return failed.newest().isNoName()
                || NotLocated.since(device)
                        .map(since -> RegistrarLookups.of(device.facts(), device.reached(), since))
                        .filter(own -> own.newest().stream()
                                .anyMatch(l -> l.newest().type().equals("SRV")))
                        .isPresent();
    }

    /** Whether one name is another mistyped: as many names are, that are no others’. */
    private static boolean isSlip(String typed, String meant) {
        return !typed.equalsIgnoreCase(meant) && Resemblance.isSlip(typed, meant);
    }

    private static Finding notFound(CaseOf device, LookUp failed) {
        NameLookedUp lookup = failed.newest();
        String registrar = lookup.name().replaceFirst("^_sips?\\._(udp|tcp)\\.", "");
        List<String> present =
                device.facts().lines().stream().map(LineFacts::registrar).toList();
        Optional<String> mended = present.stream()
                .findFirst()
                .filter(now -> device.facts().pending() && present.stream().noneMatch(registrar::equalsIgnoreCase));
        return Finding.certain(Cause.NAME_NOT_FOUND, "DNS knows no " + registrar + ".")
                .variant(registrar)
                .brief("host not found")
                .detail(mended.map(now -> "The setting says " + now + " by now; that is not released to it yet.")
                        .orElse("The domain’s own registrar is "
                                + device.facts().domain().name() + "; the name it was sent comes from a setting."))
                .since(failed.failingSince().orElse(lookup.at()))
                .tries(failed.failures())
                .shownBy("asked for " + lookup.name() + " (" + lookup.type() + "): no such name")
                .remedies(
                        mended.isPresent()
                                ? Remedy.RELEASE
                                : isSlip(registrar, device.facts().domain().name())
                                        ? Remedy.correctRegistrar(
                                                device.facts().domain().name())
                                        : new Remedy(Remedy.Action.OPEN_SETTINGS, "See where the name comes from", 0));
    }
}
