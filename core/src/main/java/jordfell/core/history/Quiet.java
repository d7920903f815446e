package jordfell.core.history;

import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.SipSeen;
import jordfell.core.milestone.Fetches;

/** What a healthy phone does all day, and what changes nothing about one that carries. */
final class Quiet {

    private Quiet() {}

    static boolean changesNothing(Point before, Observation o) {
        if (!before.carries()) {
            return false;
        }
        if (o instanceof ConfigRequested request) {
            return request.served()
                    && before.reached()
                            .fetches()
                            .taken()
                            .map(Fetches.Taken::revision)
                            .filter(request.revision()::equals)
                            .isPresent();
        } else if (o instanceof Pinged ping) {
            return ping.answered();
        } else if (o instanceof BindingChanged binding) {
            return binding.change() == BindingChanged.Change.REFRESHED
                    && before.registered().contains(binding.number());
        } else if (o instanceof NameLookedUp lookUp) {
            return !lookUp.answers().isEmpty();
        } else if (o instanceof SipSeen.Response response) {
            return response.status() < 300 || response.status() == 401;
        }
        if (o instanceof PhonebookAsked asked) {
            return asked.status() == 304
                    && before.reached()
                            .book(asked.slot())
                            .map(b -> b.newest().edition().equals(asked.edition())
                                    && b.newest().book().equals(asked.book()))
                            .orElse(false);
        }
        return o instanceof FirmwareAsked || o instanceof SipSeen.Request;
    }
}
