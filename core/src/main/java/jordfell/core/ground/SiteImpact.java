package jordfell.core.ground;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import jordfell.core.planning.LocalPorts;

/** Whom another word about a site touches, and whether a rule for local ports works for all of it. */
public final class SiteImpact {

    private static final int NAMED = 3;

    private SiteImpact() {}

    /**
     * What follows from the change.
     *
     * @param clockChanges whether its time zone or time server becomes another
     * @param numbers the extensions of its phones
     * @param devices how many phones have its settings
     */
    public static Impact of(Site before, Site after, boolean clockChanges, List<String> numbers, int devices) {
        boolean told = clockChanges || before.portBase() != after.portBase();
        return new Impact(told ? devices : 0, ports(after, numbers), List.of());
    }

    private static List<String> ports(Site site, List<String> numbers) {
        OptionalInt better = LocalPorts.propose(numbers);
        List<String> sentences = new ArrayList<>();
        if (site.portBase() > 0) {
            numbers.stream()
                    .flatMap(n -> LocalPorts.refuse(site.portBase(), n).stream())
                    .limit(NAMED)
                    .forEach(sentences::add);
            if (!sentences.isEmpty()) {
                sentences.add(
                        better.isPresent()
                                ? "With " + better.getAsInt() + " + extension every line has a port of its own."
                                : "No base of full thousands works for all extensions here.");
            }
        } else if (site.behindNat()) {
            sentences.add("Without a rule its phones share one local port behind the router."
                    + (better.isPresent() ? " " + better.getAsInt() + " + extension works." : ""));
        }
        return sentences;
    }
}
