package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.SipSeen;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.Stop;
import jordfell.core.path.StopReport;
import jordfell.core.path.StopState;

/** <em>never-called-in</em> and <em>stale-config</em>: released, and past the usual time not fetched. */
final class FetchRule implements Rule {

    /** Too Many Requests (RFC 6585 §4). */
    private static final int SLOWED = 429;

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
        Optional<ConfigRequested> notGiven = last.filter(r -> !r.served());
        if (notGiven.isPresent()) {
            return List.of(notGiven(device, notGiven.get()));
        }
        return List.of(served.map(r -> stale(release, r)).orElseGet(() -> never(device, release)));
    }

    /** It asked, and what it was answered is neither its file nor a refusal. */
    private static Finding notGiven(CaseOf device, ConfigRequested request) {
        int status = request.status();
        return new Finding(
                Cause.PROVISIONING_REFUSED,
                "answered " + status,
                Certainty.CERTAIN,
                0,
                "is answered " + status,
                "It asks for its configuration and is answered " + status + ".",
                whyNotGiven(request),
                request.at(),
                device.evidence()
                        .list(ConfigRequested.class, r -> r.status() == status)
                        .size(),
                List.of("answered " + status + " to " + request.file()),
                List.of(Remedy.advice(adviceNotGiven(status))));
    }

    private static String whyNotGiven(ConfigRequested request) {
        if (request.status() == SLOWED) {
            return "Too many requests from " + request.source() + " could not prove to be the phone, so all from there"
                    + " are slowed.";
        }
        return request.status() >= 500
                ? "The request for " + request.file() + " came here and could not be answered; the log says why."
                : "It asked for " + request.file() + " from " + request.source() + ".";
    }

    private static String adviceNotGiven(int status) {
        if (status == SLOWED) {
            return "Such addresses are listed under Intake; let this one in again if it is yours.";
        }
        return status >= 500
                ? "See Jordfell’s health and log; the phone asks again by itself."
                : "Compare the file that it asks for with the one that its model is sent.";
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
        Optional<Observation> seen = device.evidence()
                .last(Observation.class, o -> o instanceof BindingChanged || o instanceof SipSeen s && s.toNode());
        if (seen.isPresent()) {
            return registersUnasked(device, release);
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

    /** Heard by a registrar, and its file was never asked for: somebody set it by hand, or it fetches elsewhere. */
    private static Finding registersUnasked(CaseOf device, ReleaseFacts release) {
        return new Finding(
                Cause.NEVER_CALLED_IN,
                "heard",
                Certainty.CERTAIN,
                0,
                "heard, never fetched",
                "It was heard by a registrar, and never asked for its configuration.",
                "So it had power and network; it was set by hand, or was told another provisioning"
                        + " address than that of " + device.facts().site() + ".",
                release.at(),
                0,
                List.of("released as " + release.revision().brief(), "no request from this MAC", "SIP was seen"),
                List.of(Remedy.advice("Give it the provisioning address of "
                        + device.facts().site() + ", or reset it there, so that it asks.")));
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
        boolean asked = !last.isBefore(release.at());
        return new Finding(
                Cause.STALE_CONFIG,
                "",
                Certainty.CERTAIN,
                0,
                "has an older configuration",
                "It still has revision " + brief(served) + ", from before the last release.",
                "Revision " + release.revision().brief()
                        + (asked
                                ? " was released; it asked since, and was answered with the older one."
                                : " was released and it has not asked since."),
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
