package jordfell.core.planning;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Decides the local SIP port of lines behind one router by the rule <em>base + extension</em>: each port in 1024–65535,
 * clear of the ports that media uses, and no two alike.
 */
public final class LocalPorts {

    public static final int LOWEST = 1_024;
    public static final int HIGHEST = 65_535;

    /** Where phones send and take media, both ends included. */
    public static final int MEDIA_FIRST = 16_384;

    public static final int MEDIA_LAST = 19_999;

    /** What helps two devices that would have one port: the port follows from the extension. */
    public static final String ONE_EACH =
            "The port follows from the extension, so two devices with one can’t stand behind one router: give this one "
                    + "an extension of its own.";

    private static final int STEP = 1_000;

    private LocalPorts() {}

    public static int of(int base, String extension) {
        return base + Integer.parseInt(extension);
    }

    /** Why this extension can't have a port by this rule, or empty when it can. */
    public static Optional<String> refuse(int base, String extension) {
        int port = of(base, extension);
        if (port < LOWEST || port > HIGHEST) {
            return Optional.of("By the rule " + base + " + " + extension + " its local port would be " + port + "; "
                    + LOWEST + " to " + HIGHEST + " are ports.");
        }
        return port >= MEDIA_FIRST && port <= MEDIA_LAST
                ? Optional.of("By the rule " + base + " + " + extension + " its local port would be " + port
                        + ", where media travels (" + MEDIA_FIRST + "–" + MEDIA_LAST + ").")
                : Optional.empty();
    }

    /** The lowest base of full thousands with which every one of these extensions has a port, if there is one. */
    public static OptionalInt propose(List<String> extensions) {
        for (int base = 20_000; base <= HIGHEST; base += STEP) {
            int tried = base;
            if (extensions.stream().allMatch(e -> refuse(tried, e).isEmpty())) {
                return OptionalInt.of(base);
            }
        }
        return OptionalInt.empty();
    }
}
