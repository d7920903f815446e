package jordfell.core.milestone;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jordfell.core.planning.Networks;

/**
 * From where a device was heard, and what it says it is.
 *
 * @param registered the addresses and ports from which it registers or tried last, the newest first
 * @param fetched the address from which it took a configuration last; empty if it took none
 * @param says maker, model and version as it names itself; empty if it never did
 * @param clock how far its clock is off, where that is worth telling
 */
public record Whereabouts(List<String> registered, String fetched, String says, Optional<ClockSkew> clock) {

    public Whereabouts {
        registered = List.copyOf(registered);
    }

    /** What the evidence says. */
    public static Whereabouts of(Milestones reached) {
        List<LineMilestones> newest = reached.lines().values().stream()
                .filter(line -> line.heard().isPresent())
                .sorted(Comparator.comparing(
                                (LineMilestones line) -> line.heard().get().at())
                        .reversed())
                .toList();
        List<String> registered = newest.stream()
                .map(line -> line.heard().get().peer())
                .distinct()
                .toList();
        List<String> sources = reached.fetches().sources();
        String agent = reached.fetches().agent();
        return new Whereabouts(
                registered,
                sources.isEmpty() ? "" : sources.get(sources.size() - 1),
                !agent.isEmpty()
                        ? agent
                        : newest.stream()
                                .map(line -> line.heard().get().agent())
                                .filter(a -> !a.isEmpty())
                                .findFirst()
                                .orElse(""),
                newest.stream()
                        .flatMap(line -> ClockSkew.of(line.heard().get()).stream())
                        .findFirst()
                        .filter(ClockSkew::isTelling));
    }

    /** All addresses without their ports, each once. */
    public List<String> hosts() {
        List<String> hosts = new ArrayList<>();
        registered.forEach(peer -> hosts.add(host(peer)));
        hosts.add(fetched);
        return hosts.stream().filter(h -> !h.isEmpty()).distinct().toList();
    }

    /**
     * The address of the phone's own page, where one of these networks holds the address: from elsewhere it is a router's.
     *
     * @param peer an address, with a port or without
     * @param networks ranges in CIDR notation
     */
    public static Optional<String> page(String peer, List<String> networks) {
        String host = host(peer);
        return Networks.contain(networks, host) ? Optional.of("http://" + host + "/") : Optional.empty();
    }

    private static String host(String peer) {
        int colon = peer.lastIndexOf(':');
        return colon < 0 ? peer : peer.substring(0, colon);
    }
}
