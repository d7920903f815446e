package jordfell.core.ladder;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.SipSeen;
import jordfell.core.path.DeviceFacts;
import jordfell.core.planning.Networks;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;

/**
 * What went to and fro between a device and everybody else.
 *
 * @param lanes who takes part, from the phone outwards
 * @param exchanges oldest first
 */
public record Ladder(List<Lane> lanes, List<Exchange> exchanges) {

    /** So many exchanges are drawn; the older ones are evidence all the same. */
    static final int MOST = 40;

    /**
     * Steps that belong together, and how often they went alike.
     *
     * @param episode its first and last time, and how often
     */
    public record Exchange(Episode episode, List<Step> steps) {}

    public Ladder {
        lanes = List.copyOf(lanes);
        exchanges = List.copyOf(exchanges);
    }

    /** The newest of what was seen; what was seen of a number that was another device’s then is not of this one. */
    public static Ladder of(DeviceFacts device, List<Episode> episodes) {
        List<Exchange> exchanges = new ArrayList<>();
        for (Episode episode : episodes) {
            List<Step> steps = episode.newest().stream()
                    .filter(device::owns)
                    .sorted(Comparator.comparing(Observation::at))
                    .flatMap(Steps::of)
                    .toList();
            if (!steps.isEmpty()) {
                exchanges.add(new Exchange(episode, steps));
            }
        }
        exchanges.sort(Comparator.comparing(e -> e.episode().last()));
        List<Exchange> newest = exchanges.subList(Math.max(0, exchanges.size() - MOST), exchanges.size());
        return new Ladder(lanes(newest), newest);
    }

    private static List<Lane> lanes(List<Exchange> exchanges) {
        Set<Lane> all = new LinkedHashSet<>(List.of(Lane.PHONE));
        exchanges.stream()
                .flatMap(e -> e.steps().stream())
                .flatMap(s -> Stream.concat(Stream.of(s.from(), s.to()), router(s).stream()))
                .forEach(all::add);
        return all.stream()
                .sorted(Comparator.comparing(Lane::kind).thenComparing(Lane::name))
                .toList();
    }

    /** Its router, where a message came from another address than the one that it says it is at. */
    private static Optional<Lane> router(Step step) {
        return step.message()
                .filter(m -> m.toNode() && m instanceof SipSeen.Request)
                .flatMap(m -> SipHeaders.contacts(((SipSeen.Request) m).message()).stream()
                        .findFirst()
                        .map(SipAddress::host)
                        .filter(says -> Networks.isAddress(says) && !m.peer().startsWith(says + ":"))
                        .map(says -> new Lane(
                                Lane.Kind.ROUTER,
                                m.peer().substring(0, Math.max(0, m.peer().lastIndexOf(':'))))));
    }
}
