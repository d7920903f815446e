package jordfell.core.path;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.milestone.LookUps.LookUp;
import jordfell.core.milestone.Milestones;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.DeviceFacts.SentLine;

/**
 * Whether a device found its registrar's name (RFC 3263 §4): of all that it looked up, what belongs to the registrars that it
 * was sent. A phone asks for the time server's name too, and for an IPv6 address that nobody has; neither keeps it from
 * registering.
 *
 * @param newest the newest look-up of each name and type, the last one last
 */
public record RegistrarLookups(List<LookUp> newest) {

    /** How a domain is spoken with: without SRV behind it, it leads to nobody. */
    private static final String HOW = "NAPTR";

    private static final Pattern SERVICE = Pattern.compile("^_sips?\\._(udp|tcp)\\.");

    /** What was looked up from a moment on. */
    public static RegistrarLookups of(DeviceFacts facts, Milestones reached, Instant since) {
        Set<String> names = names(facts);
        return new RegistrarLookups(reached.lookUps().newest().stream()
                .filter(l -> !l.newest().at().isBefore(since))
                .filter(l -> !l.newest().type().equals(HOW)
                        && names.contains(bare(l.newest().name())))
                .sorted(Comparator.comparing(l -> l.newest().at()))
                .toList());
    }

    /** A look-up that gave an answer and that no later one of its kind takes back. */
    Optional<NameLookedUp> found() {
        return newest.stream()
                .map(LookUp::newest)
                .filter(n -> !n.answers().isEmpty())
                .reduce((first, last) -> last);
    }

    /** The last of those that all gave nothing; empty when one gave an answer, or none was made. */
    public Optional<LookUp> failed() {
        return found().isPresent() ? Optional.empty() : newest.stream().reduce((first, last) -> last);
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
        return SERVICE.matcher(name.toLowerCase(Locale.ROOT)).replaceFirst("");
    }
}
