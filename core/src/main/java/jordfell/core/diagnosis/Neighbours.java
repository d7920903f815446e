package jordfell.core.diagnosis;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What is heard of others, as far as that is known: whether a device is alone with what happens to it.
 *
 * @param nodes who speaks SIP at each node of its domain, by the node’s name
 * @param site who speaks SIP at its site
 * @param alive who at its site fetches files, looks up names, or is given an address
 * @param sameNumber who else is registered at one of its extensions
 * @param sameSource who else is registered from the address and port that it is registered from
 */
public record Neighbours(
        Map<String, Others> nodes, Others site, Others alive, List<Agent> sameNumber, List<Agent> sameSource) {

    /** Nothing is known of any. */
    public static final Neighbours NONE = new Neighbours(Map.of(), Others.NOBODY, Others.NOBODY, List.of(), List.of());

    public Neighbours {
        nodes = Map.copyOf(nodes);
        sameNumber = List.copyOf(sameNumber);
        sameSource = List.copyOf(sameSource);
    }

    /** Of fewer than these nothing follows for others. */
    private static final int FEWEST = 3;

    private static final Duration SHORTEST_SILENCE = Duration.ofMinutes(2);

    /** A silence that is so many times as long as usual is no chance any more. */
    private static final int TIMES_THE_USUAL = 20;

    /**
     * Those who are heard together.
     *
     * @param last when one of them was heard last
     * @param gap how long it usually is from one to the next
     * @param devices how many there were
     * @param sites at how many sites
     * @param steady since when one of them is heard again and again, with no silence in between that says something
     */
    public record Others(Optional<Instant> last, Duration gap, int devices, int sites, Optional<Instant> steady) {

        static final Others NOBODY = new Others(Optional.empty(), Duration.ZERO, 0, 0, Optional.empty());

        /** Since when all of them are silent, which they usually are not; empty where that can’t be said. */
        Optional<Instant> silentSince(Instant now) {
            return devices < FEWEST
                    ? Optional.empty()
                    : last.filter(at -> at.plus(telling(gap)).isBefore(now));
        }

        /** Whether they are heard without a pause since a moment, and enough of them to say so. */
        boolean areHeardSince(Instant moment, Instant now) {
            return devices >= FEWEST
                    && silentSince(now).isEmpty()
                    && steady.filter(at -> !at.isAfter(moment)).isPresent();
        }

        boolean heardAfter(Instant moment) {
            return last.filter(at -> at.isAfter(moment)).isPresent();
        }
    }

    /** How long a silence says something, where it usually is so long from one to the next. */
    static Duration telling(Duration gap) {
        Duration telling = gap.multipliedBy(TIMES_THE_USUAL);
        return telling.compareTo(SHORTEST_SILENCE) > 0 ? telling : SHORTEST_SILENCE;
    }

    /**
     * Somebody who is registered.
     *
     * @param number the extension
     * @param source the address and port where that came from
     * @param device 0 for an agent of which nothing says whose it is
     * @param label of the device; empty for a stranger
     * @param site of the device; empty for a stranger
     * @param turns how often one registered from this address and port right after another had done so
     */
    public record Agent(String number, String source, String node, long device, String label, String site, int turns) {

        Agent taking(int times) {
            return new Agent(number, source, node, device, label, site, times);
        }

        boolean isStranger() {
            return device == 0;
        }

        /** The address without the port. */
        String host() {
            return source.substring(0, Math.max(0, source.lastIndexOf(':')));
        }
    }

    /** Whether anything is known of others. */
    boolean isKnown() {
        return !nodes.isEmpty();
    }

    Others node(String name) {
        return nodes.getOrDefault(name, Others.NOBODY);
    }

    /** Whether a node of the domain goes on hearing others, wherever they are, though a place is silent since a moment. */
    boolean othersAreHeard(Instant since, Instant now) {
        return nodes.values().stream()
                .anyMatch(node -> node.heardAfter(since.plus(SHORTEST_SILENCE))
                        && node.silentSince(now).isEmpty());
    }

    /** Whether its site goes on asking for files and names though its SIP is silent since a moment. */
    boolean siteIsAlive(Instant since) {
        return alive.heardAfter(since.plus(SHORTEST_SILENCE));
    }
}
