package jordfell.core.diagnosis;

import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.bounded.Bounded;
import jordfell.core.diagnosis.Neighbours.Agent;
import jordfell.core.diagnosis.Neighbours.Others;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TlsRefused;
import jordfell.core.evidence.SipSeen;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.DeviceFacts;
import org.jspecify.annotations.Nullable;

/** Who is heard where, kept as observations come: how many and how often, at each node and each site. */
public final class Neighbourhood {

    private static final int MOST_PLACES = 20_000;
    private static final int MOST_DEVICES = 50;
    private static final int MOST_SITES = 20;

    /** How much of the usual gap the newest one is. */
    private static final double WEIGHT = 0.05;

    /** Of a domain by its name, of its nodes by theirs. */
    private final Map<String, Map<String, Crowd>> nodes = Bounded.byUse(MOST_PLACES);

    private final Map<String, Crowd> speaking = Bounded.byUse(MOST_PLACES);
    private final Map<String, Crowd> alive = Bounded.byUse(MOST_PLACES);
    private final Registered registered = new Registered();

    /** Those who are heard at one place. */
    private static final class Crowd {
        private long lastDevice;
        private @Nullable Instant last;
        private @Nullable Instant lastOfOthers;
        private double gapMillis;
        private @Nullable Instant steady;
        private final Set<Long> devices = new LinkedHashSet<>();
        private final Set<String> sites = new LinkedHashSet<>();

        private void heard(long device, String site, Instant at) {
            if (last != null && at.isAfter(last)) {
                double gap = Duration.between(last, at).toMillis();
                boolean wasSilent =
                        gapMillis > 0 && gap > Neighbours.telling(gap()).toMillis();
                steady = wasSilent ? at : steady;
                gapMillis = gapMillis == 0 ? gap : gapMillis * (1 - WEIGHT) + gap * WEIGHT;
            }
            steady = steady == null ? at : steady;
            if (last == null || !at.isBefore(last)) {
                lastOfOthers = lastDevice == device ? lastOfOthers : last;
                lastDevice = device;
                last = at;
            }
            keep(devices, device, MOST_DEVICES);
            keep(sites, site, MOST_SITES);
        }

        /** Without the one that asks. */
        private Others others(long device) {
            return new Others(
                    Optional.ofNullable(lastDevice == device ? lastOfOthers : last),
                    gap(),
                    devices.size() - (devices.contains(device) ? 1 : 0),
                    sites.size(),
                    Optional.ofNullable(steady));
        }

        private Duration gap() {
            return Duration.ofMillis((long) gapMillis);
        }

        private static <T> void keep(Set<T> some, T one, int most) {
            some.remove(one);
            some.add(one);
            if (some.size() > most) {
                some.remove(some.iterator().next());
            }
        }
    }

    /** Something was seen of a device; {@code reached} is what was known of it before. */
    public synchronized void seen(DeviceFacts facts, Milestones reached, Observation o) {
        String site = site(facts);
        if (o instanceof SipSeen sip && sip.toNode() && !(o instanceof SipSeen.Broken)) {
            spoke(facts, sip.node(), o.at());
        } else if (o instanceof Pinged ping && ping.answered()) {
            reached.line(ping.number())
                    .binding()
                    .map(BindingChanged::node)
                    .ifPresent(node -> spoke(facts, node, o.at()));
        } else if (o instanceof TlsRefused refused) {
            // Who breaks off a handshake was answered: the node is there, and the way to it.
            spoke(facts, refused.node(), o.at());
        } else if (o instanceof ConfigRequested || o instanceof NameLookedUp || o instanceof PhonebookAsked) {
            alive.computeIfAbsent(site, s -> new Crowd()).heard(facts.id(), site, o.at());
        } else if (o instanceof BindingChanged binding) {
            registered.moved(facts.domain().name(), binding, facts.id(), facts.label(), facts.site());
        }
    }

    /** Something was seen in a domain of which nothing says whose it is. */
    public synchronized void seenOfAStranger(String domain, Observation o) {
        if (o instanceof BindingChanged binding) {
            registered.moved(domain, binding, 0, "", "");
        }
    }

    private void spoke(DeviceFacts facts, String node, Instant at) {
        String site = site(facts);
        nodes.computeIfAbsent(facts.domain().name(), d -> new HashMap<>())
                .computeIfAbsent(node, n -> new Crowd())
                .heard(facts.id(), site, at);
        speaking.computeIfAbsent(site, s -> new Crowd()).heard(facts.id(), site, at);
    }

    /** What is heard of others than this device. */
    public synchronized Neighbours of(DeviceFacts facts, Milestones reached, Instant now) {
        Map<String, Others> heard = new HashMap<>();
        nodes.getOrDefault(facts.domain().name(), Map.of())
                .forEach((node, crowd) -> heard.put(node, crowd.others(facts.id())));
        String domain = facts.domain().name();
        List<Agent> sameNumber = facts.lines().stream()
                .flatMap(line -> line.extension().stream())
                .flatMap(e -> registered.at(domain, e.number(), facts.id(), now).stream())
                .toList();
        List<Agent> sameSource = reached.lines().values().stream()
                .flatMap(line -> line.binding().stream())
                .filter(b -> b.change().live() && b.expiresAt().isAfter(now))
                .map(BindingChanged::peer)
                .distinct()
                .flatMap(peer -> registered.from(peer, facts.id(), now).stream())
                .toList();
        return new Neighbours(heard, at(speaking, facts), at(alive, facts), sameNumber, sameSource);
    }

    private static Others at(Map<String, Crowd> crowds, DeviceFacts facts) {
        return Optional.ofNullable(crowds.get(site(facts)))
                .map(crowd -> crowd.others(facts.id()))
                .orElse(Others.NOBODY);
    }

    private static String site(DeviceFacts facts) {
        return facts.domain().name() + "/" + facts.site();
    }
}
