package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.milestone.Fetches;
import jordfell.core.milestone.LookUps.LookUp;
import jordfell.core.path.RegistrarLookups;

/**
 * <em>transport-refused</em>: it looks for its registrar by a way on which the domain is not spoken with (RFC 3263 §4.2), so that
 * nobody listens where it goes.
 */
final class TransportRefused implements Rule {

    /** The service that is looked up for each way. */
    private static final Map<String, String> WAYS =
            Map.of("_sip._udp.", "udp", "_sip._tcp.", "tcp", "_sips._tcp.", "tls");

    @Override
    public List<Finding> examine(CaseOf device) {
        return NotLocated.searching(device)
                .filter(since -> !wasAnswered(device))
                .map(since -> services(device, since))
                .filter(looked -> !looked.isEmpty())
                .filter(looked -> looked.stream().map(TransportRefused::way).noneMatch(taken(device)::contains))
                .map(looked -> told(device, looked))
                .stream()
                .toList();
    }

    /** By its present file it was registered, or shown a certificate: then somebody does listen there, whatever is on record. */
    private static boolean wasAnswered(CaseOf device) {
        Instant file = file(device).orElse(Instant.MIN);
        return device.reached().certificate().isPresent()
                || device.path().lines().stream()
                        .flatMap(line -> line.reached().acceptedSince().stream())
                        .anyMatch(file::isBefore);
    }

    /** Since when it has its present file. */
    private static Optional<Instant> file(CaseOf device) {
        return device.reached().fetches().taken().map(Fetches.Taken::since);
    }

    private static Set<String> taken(CaseOf device) {
        return Set.copyOf(device.facts().domain().rules().transports());
    }

    /** The look-ups that say by which way it goes on, by the file that it has now. */
    private static List<NameLookedUp> services(CaseOf device, Instant searching) {
        Instant since = file(device).filter(searching::isBefore).orElse(searching);
        return RegistrarLookups.of(device.facts(), device.reached(), since).newest().stream()
                .map(LookUp::newest)
                .filter(looked -> looked.type().equals("SRV") && !way(looked).isEmpty())
                .toList();
    }

    private static String way(NameLookedUp looked) {
        String name = looked.name().toLowerCase(Locale.ROOT);
        return WAYS.entrySet().stream()
                .filter(e -> name.startsWith(e.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse("");
    }

    private static Finding told(CaseOf device, List<NameLookedUp> looked) {
        NameLookedUp last = looked.get(looked.size() - 1);
        String by = way(last).toUpperCase(Locale.ROOT);
        String domain = device.facts().domain().name();
        return Finding.certain(
                        Cause.TRANSPORT_REFUSED,
                        "It looks for its registrar by " + by + "; " + domain + " takes " + words(device) + " alone.")
                .variant(by)
                .brief("goes by " + by)
                .detail("By its record the nodes of " + domain + " listen for no " + by
                        + ", so nobody answers where it goes.")
                .since(last.at())
                .shownBy("asked for " + last.name() + " (SRV)", domain + " takes " + words(device))
                .remedies(
                        new Remedy(Remedy.Action.OPEN_SETTINGS, "See where the transport comes from", 0),
                        Remedy.advice(
                                "If the nodes do listen for " + by + ", say so in the record of " + domain + "."));
    }

    private static String words(CaseOf device) {
        return new TreeSet<>(taken(device))
                .stream().map(way -> way.toUpperCase(Locale.ROOT)).collect(Collectors.joining(" and "));
    }
}
