package jordfell.core.evidence;

import java.util.Comparator;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.sip.SipHeaders;

/**
 * The order of what happened. Of equal times the one that usually comes first goes first, so that the order in which
 * observations arrive does not matter: a file is fetched, a name looked up, a request sent and answered, a binding made.
 */
public final class ObservationOrder implements Comparator<Observation> {

    public static final Comparator<Observation> BY_TIME = new ObservationOrder();

    private static final Comparator<Observation> ORDER = Comparator.comparing(Observation::at)
            .thenComparing(ObservationOrder::place)
            .thenComparing(Observation::aboutNumber)
            .thenComparing(o -> o instanceof SipSeen sip ? sip.callId() : "")
            .thenComparing(ObservationOrder::cseq)
            .thenComparing(o -> o instanceof SipSeen.Response ? 1 : 0)
            .thenComparing(o -> o instanceof SipSeen sip ? sip.datagram() : Datagram.of(o.toString()));

    private ObservationOrder() {}

    @Override
    public int compare(Observation one, Observation other) {
        int byTime = one.at().compareTo(other.at());
        return byTime == 0 ? ORDER.compare(one, other) : byTime;
    }

    private static int place(Observation o) {
        if (o instanceof ConfigRequested) {
            return 0;
        } else if (o instanceof FirmwareAsked || o instanceof PhonebookAsked) {
            return 1;
        } else if (o instanceof NameLookedUp) {
            return 2;
        } else if (o instanceof SipSeen) {
            return 3;
        } else if (o instanceof BindingChanged) {
            return 4;
        } else if (o instanceof Pinged) {
            return 5;
        }
        return o instanceof TestCalled ? 6 : 7;
    }

    private static long cseq(Observation o) {
        return o instanceof SipSeen.Message sip ? SipHeaders.cseq(sip.message()) : 0;
    }
}
