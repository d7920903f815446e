package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.RegistrarLookups;
import jordfell.core.path.Stop;
import jordfell.core.path.StopReport;
import jordfell.core.path.StopState;

/** <em>name-not-found</em> and <em>not-heard</em>: it has its configuration and no registrar hears from it. */
final class RegistrarRule implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        StopReport located = device.path().stop(Stop.LOCATED);
        StopReport heard = device.path().stop(Stop.HEARD);
        Optional<NameLookedUp> failed = RegistrarLookups.of(device.facts(), device.evidence(), Instant.MIN)
                .failed();
        if (located.state() == StopState.HELD && failed.isPresent()) {
            return List.of(notFound(device, failed.get()));
        }
        if (heard.state() == StopState.HELD && located.state() == StopState.PASSED) {
            return List.of(notHeard(device, heard));
        }
        return List.of();
    }

    private static Finding notFound(CaseOf device, NameLookedUp lookup) {
        List<NameLookedUp> tries = device.evidence()
                .list(
                        NameLookedUp.class,
                        n -> n.name().equals(lookup.name()) && n.answers().isEmpty());
        String registrar = lookup.name().replaceFirst("^_sip\\._udp\\.", "");
        List<String> present =
                device.facts().lines().stream().map(LineFacts::registrar).toList();
        Optional<String> mended = present.stream()
                .findFirst()
                .filter(now -> device.facts().pending() && present.stream().noneMatch(registrar::equalsIgnoreCase));
        return new Finding(
                Cause.NAME_NOT_FOUND,
                registrar,
                Certainty.CERTAIN,
                0,
                "host not found",
                "DNS knows no " + registrar + ".",
                mended.map(now -> "The setting says " + now + " by now; that is not released to it yet.")
                        .orElse("The domain’s own registrar is "
                                + device.facts().domain().name() + "; the name it was sent comes from a setting."),
                tries.get(0).at(),
                tries.size(),
                List.of("asked for " + lookup.name() + " (" + lookup.type() + "): no such name"),
                List.of(
                        mended.isPresent()
                                ? new Remedy(Remedy.Action.RELEASE, "Release to this device", 0)
                                : new Remedy(Remedy.Action.OPEN_SETTINGS, "See where the name comes from", 0)));
    }

    private static Finding notHeard(CaseOf device, StopReport heard) {
        return new Finding(
                Cause.NOT_HEARD,
                device.facts().site(),
                Certainty.LIKELY,
                0,
                "not heard",
                "It has its configuration, and no registrar hears from it.",
                "It found an address, and no REGISTER arrived: something on the way keeps SIP back.",
                heard.since().orElse(device.now()),
                0,
                List.of(device.path().stop(Stop.LOCATED).evidence(), heard.evidence()),
                List.of(Remedy.advice("Check that UDP to the registrar’s port is let through at "
                        + device.facts().site() + ".")));
    }
}
