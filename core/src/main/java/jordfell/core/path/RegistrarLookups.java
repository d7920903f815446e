package jordfell.core.path;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.core.evidence.Evidence;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.DeviceFacts.SentLine;

/**
 * Whether a device found its registrar's name (RFC 3263 §4): of all that it looked up, what belongs to the registrars that it
 * was sent. A phone asks for the time server's name too, and for an IPv6 address that nobody has; neither keeps it from
 * registering.
 */
public final class RegistrarLookups {

    private final Map<String, NameLookedUp> newest = new LinkedHashMap<>();

    private RegistrarLookups() {}

    /** The newest look-up of each type, from a moment on. */
    public static RegistrarLookups of(DeviceFacts facts, Evidence evidence, Instant since) {
        Set<String> names = names(facts);
        RegistrarLookups lookups = new RegistrarLookups();
        List<NameLookedUp> seen = evidence.list(NameLookedUp.class, n -> !n.at().isBefore(since));
        for (NameLookedUp lookup : seen) {
            if (names.contains(bare(lookup.name()))) {
                lookups.newest.remove(lookup.type()); // so that the last one stands last
                lookups.newest.put(lookup.type(), lookup);
            }
        }
        return lookups;
    }

    /** A look-up that gave an answer and that no later one of its type takes back. */
    Optional<NameLookedUp> found() {
        return newest.values().stream().filter(n -> !n.answers().isEmpty()).reduce((first, last) -> last);
    }

    /** The last of those that all gave nothing; empty when one gave an answer, or none was made. */
    public Optional<NameLookedUp> failed() {
        return found().isPresent() ? Optional.empty() : newest.values().stream().reduce((first, last) -> last);
    }

    /** The registrars that it was sent; where nothing says that, those on record. */
    private static Set<String> names(DeviceFacts facts) {
        List<String> sent = facts.released().map(ReleaseFacts::sent).orElse(List.of()).stream()
                .map(SentLine::registrar)
                .toList();
        Stream<String> all = sent.isEmpty() ? facts.lines().stream().map(LineFacts::registrar) : sent.stream();
        return all.map(RegistrarLookups::bare).collect(Collectors.toSet());
    }

    /** The name without the service before it (RFC 2782) and whatever its case. */
    private static String bare(String name) {
        return name.toLowerCase(Locale.ROOT).replaceFirst("^_sips?\\._(udp|tcp)\\.", "");
    }
}
