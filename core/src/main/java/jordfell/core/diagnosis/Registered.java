package jordfell.core.diagnosis;

import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.core.bounded.Bounded;
import jordfell.core.diagnosis.Neighbours.Agent;
import jordfell.core.evidence.Observation.BindingChanged;

/** Who is registered where, as registrations come and go: enrolled devices, and agents of which nobody knows whose they are. */
final class Registered {

    private static final int MOST = 200_000;

    /** A number that more than so many are registered at is asked about once, not for each of them. */
    private static final int MOST_SHOWN = 20;

    /** No router forgets so soon who spoke (RFC 4787 REQ-5 asks for two minutes), and gives the port to another. */
    private static final Duration NOT_FORGOTTEN = Duration.ofSeconds(10);

    private record Place(String domain, String number) {}

    private record Held(Agent agent, Instant until) {}

    /** By who it is: a device has one registration of a number, a stranger one for each place that it comes from. */
    private final Map<Place, Map<String, Held>> byNumber = Bounded.byUse(MOST);

    /** Who is registered from an address and port, whoever registered there last, and how often that was another than before. */
    private static final class Source {
        private final Map<String, Held> held = new HashMap<>();
        private String last = "";
        private Instant lastAt = Instant.MIN;
        private int turns;

        private void put(String who, String number, Held now, Instant at) {
            boolean isTurn = !last.isEmpty() && !last.equals(who) && at.isBefore(lastAt.plus(NOT_FORGOTTEN));
            turns += isTurn ? 1 : 0;
            last = who;
            lastAt = at;
            held.put(who + " " + number, now);
        }
    }

    private final Map<String, Source> bySource = Bounded.byUse(MOST);

    void moved(String domain, BindingChanged binding, long device, String label, String site) {
        if (binding.peer().isEmpty()) {
            return;
        }
        Place place = new Place(domain, binding.number());
        String who = device == 0 ? binding.peer() : Long.toString(device);
        Map<String, Held> there = byNumber.computeIfAbsent(place, p -> new HashMap<>());
        Held before = there.remove(who);
        if (before != null
                && !(binding.change().live() && before.agent().source().equals(binding.peer()))) {
            drop(before.agent().source(), who + " " + binding.number());
        }
        if (binding.change().live() && there.size() < MOST_SHOWN) {
            Held held = new Held(
                    new Agent(binding.number(), binding.peer(), binding.node(), device, label, site, 0),
                    binding.expiresAt());
            there.put(who, held);
            bySource.computeIfAbsent(binding.peer(), p -> new Source()).put(who, binding.number(), held, binding.at());
        }
        if (there.isEmpty()) {
            byNumber.remove(place);
        }
    }

    private void drop(String source, String key) {
        Source there = bySource.get(source);
        if (there != null) {
            there.held.remove(key);
            if (there.held.isEmpty()) {
                bySource.remove(source);
            }
        }
    }

    /** Who else than this device is registered at a number at a moment. */
    List<Agent> at(String domain, String number, long device, Instant now) {
        return others(byNumber.get(new Place(domain, number)), device, now);
    }

    /** Who else is registered from an address and port. */
    List<Agent> from(String source, long device, Instant now) {
        Source there = bySource.get(source);
        return there == null
                ? List.of()
                : others(there.held, device, now).stream()
                        .map(agent -> agent.taking(there.turns))
                        .toList();
    }

    private static List<Agent> others(
            @org.jspecify.annotations.Nullable Map<String, Held> there, long device, Instant now) {
        return there == null
                ? List.of()
                : there.values().stream()
                        .filter(held -> held.until().isAfter(now))
                        .map(Held::agent)
                        .filter(agent -> agent.device() != device)
                        .sorted(java.util.Comparator.comparing(Agent::source).thenComparing(Agent::number))
                        .toList();
    }
}
