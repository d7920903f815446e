package jordfell.core.brought;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.bounded.Bounded;
import jordfell.core.capture.Sighting;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;

/**
 * Decides whose a sighting is. What was brought may be of anywhere and proves nothing: it is told by what, and it never becomes
 * part of what was seen here. Not safe for use by several threads.
 */
public final class Matching {

    private static final int MOST = 50_000;

    /**
     * Whose something is.
     *
     * @param by what says so
     */
    public record Match(long device, MatchedBy by) {}

    /** What the records say. */
    public interface Holders {

        Optional<Long> withMac(MacAddress mac);

        /** The devices that have an extension. */
        List<Long> withNumber(String domain, String number);

        /** The devices that are known by an address. */
        List<Long> at(String host);
    }

    private final Holders holders;

    /** By Call-ID and where it came from: two phones may take the same Call-ID. */
    private final Map<String, Match> byExchange = Bounded.byUse(MOST);

    public Matching(Holders holders) {
        this.holders = holders;
    }

    /** Whose it is; empty for nobody’s on record, or where several fit. */
    public Optional<Match> of(Sighting seen) {
        String exchange = exchange(seen.observation());
        Optional<Match> known = Optional.ofNullable(byExchange.get(exchange));
        if (seen.mac().isPresent()) {
            MatchedBy by = seen.observation() instanceof SipSeen || seen.observation() instanceof BindingChanged
                    ? MatchedBy.INSTANCE
                    : MatchedBy.MAC;
            // Who says who it is and is on record as nobody is nobody, whatever else would fit.
            return remembered(exchange, holders.withMac(seen.mac().get()).map(id -> new Match(id, by)));
        }
        return known.or(() -> remembered(
                exchange,
                only(holders.withNumber(seen.domain(), seen.observation().aboutNumber()), MatchedBy.EXTENSION)
                        .or(() -> only(holders.at(bare(seen.host())), MatchedBy.ADDRESS))));
    }

    private Optional<Match> remembered(String exchange, Optional<Match> match) {
        match.filter(m -> !exchange.isEmpty()).ifPresent(m -> byExchange.put(exchange, m));
        return match;
    }

    private static Optional<Match> only(List<Long> devices, MatchedBy by) {
        return devices.size() == 1 ? Optional.of(new Match(devices.get(0), by)) : Optional.empty();
    }

    private static String exchange(Observation o) {
        if (o instanceof SipSeen sip && !sip.callId().isEmpty()) {
            return sip.callId() + " " + sip.peer();
        }
        return "";
    }

    private static String bare(String host) {
        return host.startsWith("[") && host.endsWith("]") ? host.substring(1, host.length() - 1) : host;
    }
}
