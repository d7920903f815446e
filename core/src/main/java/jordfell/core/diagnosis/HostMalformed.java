package jordfell.core.diagnosis;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.core.path.DeviceFacts.LineFacts;

/** <em>host-malformed</em>: where it registers, or what it looks up, is its domain’s name with something added. */
final class HostMalformed implements Rule {

    private static final Pattern SCHEME = Pattern.compile("^(sips?|https?):(//)?", Pattern.CASE_INSENSITIVE);
    private static final Pattern WELL_FORMED = Pattern.compile("[a-z0-9.-]+(:[0-9]{1,5})?(;[^ ]*)?");
    private static final Pattern BLANKS = Pattern.compile("\\s|%20|\u00a0");
    private static final Pattern AROUND = Pattern.compile("[.\"'<>]+$|^[\"'<>]+");
    private static final Pattern BEHIND = Pattern.compile("[:/;?].*$");

    @Override
    public List<Finding> examine(CaseOf device) {
        if (device.isRegistered()) {
            return List.of();
        }
        Set<String> meant = meant(device);
        Optional<Finding> asked = device.turnedAway().stream()
                .flatMap(t -> t.request().stream()
                        .map(r -> SCHEME.matcher(r.message().requestUri()).replaceFirst(""))
                        .filter(host -> isMalformed(host, meant))
                        .map(host -> told(device, host, "REGISTER " + host)))
                .findFirst();
        return asked
                .or(() -> device.reached().lookUps().newest().stream()
                        .map(l -> l.newest())
                        .filter(n -> n.answers().isEmpty() && isMalformed(service(n.name()), meant))
                        .map(n -> told(device, service(n.name()), "looked up " + n.name()))
                        .findFirst())
                .stream()
                .toList();
    }

    private static Set<String> meant(CaseOf device) {
        return Stream.concat(
                        Stream.of(device.facts().domain().name()),
                        device.facts().lines().stream().map(LineFacts::registrar))
                .map(name -> name.toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
    }

    /** Whether it is one of these names, but for what stands before or behind it. A port behind it is none (RFC 3261 §19.1.1). */
    private static boolean isMalformed(String host, Set<String> meant) {
        String lower = host.toLowerCase(Locale.ROOT);
        if (meant.contains(lower) || WELL_FORMED.matcher(lower).matches()) {
            return false;
        }
        String bare = BEHIND.matcher(
                        SCHEME.matcher(BLANKS.matcher(lower).replaceAll("")).replaceFirst(""))
                .replaceFirst("");
        return meant.contains(AROUND.matcher(bare).replaceAll(""));
    }

    private static String service(String name) {
        return name.replaceFirst("^_sips?\\._(udp|tcp)\\.", "");
    }

    private static Finding told(CaseOf device, String host, String shown) {
        String domain = device.facts().domain().name();
        return Finding.certain(
                        Cause.HOST_MALFORMED,
                        "It takes “" + host + "” for the registrar’s name; the name is “" + domain
                                + "” and nothing else.")
                .variant("“" + host + "”")
                .brief("registrar “" + host + "”")
                .detail("A name has no scheme, no path and no blank; the port is a setting of its own.")
                .since(device.path().stop(device.path().at()).since().orElse(device.now()))
                .shownBy(shown)
                .remedies(
                        Remedy.sendAgain(device),
                        new Remedy(Remedy.Action.OPEN_SETTINGS, "See where the name comes from", 0));
    }
}
