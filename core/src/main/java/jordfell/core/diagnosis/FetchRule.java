package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.Stop;
import jordfell.core.path.StopReport;
import jordfell.core.path.StopState;

/** <em>never-called-in</em> and <em>stale-config</em>: released, and past the usual time not fetched. */
final class FetchRule implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        StopReport fetched = device.path().stop(Stop.FETCHED);
        if (fetched.state() != StopState.HELD) {
            return List.of();
        }
        ReleaseFacts release = device.facts().released().orElseThrow();
        Optional<ConfigRequested> last = device.evidence()
                .last(ConfigRequested.class, r -> !r.at().isBefore(release.at()) && isItsOwn(device, r));
        if (last.filter(ConfigRequested::refused).isPresent()) {
            return List.of(refused(device, last.get()));
        }
        Optional<ConfigRequested> served = device.evidence().last(ConfigRequested.class, ConfigRequested::served);
        return List.of(served.map(r -> stale(release, r)).orElseGet(() -> never(device, release)));
    }

    /**
     * Whether a request speaks for the device. Anybody can ask for its file: once it was served, a refusal elsewhere says
     * nothing of it.
     */
    private static boolean isItsOwn(CaseOf device, ConfigRequested request) {
        List<ConfigRequested> served = device.evidence().list(ConfigRequested.class, ConfigRequested::served);
        return request.served()
                || served.isEmpty()
                || served.stream().anyMatch(s -> s.source().equals(request.source()));
    }

    private static Finding refused(CaseOf device, ConfigRequested request) {
        boolean unproven = request.status() == 401;
        String site = device.facts().site();
        long tries = device.evidence()
                .list(ConfigRequested.class, ConfigRequested::refused)
                .size();
        return new Finding(
                Cause.PROVISIONING_REFUSED,
                unproven ? "credentials" : "network",
                Certainty.CERTAIN,
                0,
                unproven ? "fetches with a wrong password" : "fetches from outside",
                unproven
                        ? "It asks for its configuration without the right name and password."
                        : "It asks for its configuration from " + request.source() + ", outside of " + site + ".",
                unproven
                        ? "Its file is given to who knows its own name and password, which its first file brought, or"
                                + " those of " + site + " before that. A phone that was reset has forgotten them."
                        : site + " gives files only to addresses of its own networks.",
                request.at(),
                (int) tries,
                List.of("answered " + request.status() + " to " + request.file()),
                unproven
                        ? List.of(
                                new Remedy(Remedy.Action.RESEND, "Let it fetch once more without them", 0),
                                Remedy.advice("If " + site + " has a name and password, give them to the phone, or put"
                                        + " them into the address that DHCP tells."))
                        : List.of(Remedy.advice("Add its network to those that may fetch at " + site
                                + ", or move the device to the site where it is.")));
    }

    private static Finding never(CaseOf device, ReleaseFacts release) {
        if (device.facts().model().kind() == DeviceKind.SOFTPHONE) {
            return notHandedOver(device, release);
        }
        return new Finding(
                Cause.NEVER_CALLED_IN,
                "",
                Certainty.CERTAIN,
                0,
                "never called in",
                "It never asked for its configuration.",
                "Nothing came from " + device.facts().address()
                        + " since it was enrolled: it has no power, no network, "
                        + "another provisioning address, or another MAC than the one on record.",
                release.at(),
                0,
                List.of("released as " + release.revision().brief(), "no request from this MAC"),
                List.of(Remedy.advice("Check that it has power and network at "
                        + device.facts().site() + ", and compare the MAC on its label with "
                        + device.facts().address() + ".")));
    }

    /** A softphone asks for nothing before its user has opened the link that hands it over. */
    private static Finding notHandedOver(CaseOf device, ReleaseFacts release) {
        String number = device.facts().lines().stream()
                .flatMap(l -> l.extension().stream())
                .map(e -> e.number())
                .findFirst()
                .orElse("its extension");
        return new Finding(
                Cause.NEVER_CALLED_IN,
                "softphone",
                Certainty.CERTAIN,
                0,
                "not handed over",
                "Its credentials were never handed over.",
                "Nobody has opened a handoff link for it, and a softphone knows nothing before that.",
                release.at(),
                0,
                List.of("released as " + release.revision().brief(), "no handoff was opened"),
                List.of(Remedy.advice(
                        "Hand " + number + " over again from the Roster; a link that ran out opens nothing.")));
    }

    private static Finding stale(ReleaseFacts release, ConfigRequested served) {
        Instant last = served.at();
        return new Finding(
                Cause.STALE_CONFIG,
                "",
                Certainty.CERTAIN,
                0,
                "has an older configuration",
                "It still has revision " + brief(served) + ", from before the last release.",
                "Revision " + release.revision().brief() + " was released and it has not asked since.",
                release.at(),
                0,
                List.of(
                        "took " + brief(served) + " at " + last,
                        "released " + release.revision().brief()),
                List.of(
                        new Remedy(Remedy.Action.RESEND, "Ask it to fetch now", 0),
                        Remedy.advice("If it stays silent, switch it off and on.")));
    }

    private static String brief(ConfigRequested request) {
        return request.revision().substring(0, Math.min(4, request.revision().length()));
    }
}
