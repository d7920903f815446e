package jordfell.core.ground;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.planning.LocalPorts;
import jordfell.core.planning.Networks;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/**
 * A site as somebody writes it.
 *
 * @param natTimeout seconds
 * @param fetchPassword empty to leave the one there is
 * @param hasFetchPassword whether there is one
 * @param zone a setting of the site's layer, as is {@code timeServer}; empty for what stands above it
 */
public record SiteWish(
        @Nullable String name,
        boolean allowsLocalMacs,
        @Nullable String subnets,
        boolean behindNat,
        @Nullable String publicAddress,
        int natTimeout,
        Site.@Nullable Learns learns,
        int portBase,
        @Nullable String fetchUser,
        @Nullable String fetchPassword,
        boolean hasFetchPassword,
        @Nullable String fetchFrom,
        @Nullable String zone,
        @Nullable String timeServer) {

    private static final int LONGEST_NAME = 100;
    private static final int LONGEST_USER = 64;
    private static final int SHORTEST_PASSWORD = 12;
    private static final int LONGEST_PASSWORD = 64;
    private static final int LONGEST_LIST = 1_000;
    private static final String RANGES = "Such as 198.51.100.0/24, separated by blanks.";

    /** The site that it makes of this one with this version, or all that is wrong. */
    public Checked<Site> checked(Site before, long version) {
        FieldProblems problems = new FieldProblems();
        String called = problems.needed(name, "name", "name", LONGEST_NAME);
        String of = ranges(subnets, "subnets", problems);
        String from = ranges(fetchFrom, "fetchFrom", problems);
        String user = problems.text(fetchUser, "fetchUser", "name", LONGEST_USER);
        passwordIn(user, problems);
        String address = text(publicAddress);
        if (!address.isEmpty() && !Networks.isAddress(address)) {
            problems.add("publicAddress", "“" + address + "” is no address.", "Such as 203.0.113.9.");
        }
        problems.between(natTimeout, 10, 3_600, "natTimeout", "timeout");
        if (portBase != 0 && (portBase < LocalPorts.LOWEST || portBase > LocalPorts.HIGHEST)) {
            problems.add("portBase", portBase + " is no base for ports.", "0 for no rule, or such as 20000.");
        }
        setting(SettingsCatalogue.ZONE, zone, "zone", problems);
        setting(SettingsCatalogue.TIME_SERVER, timeServer, "timeServer", problems);
        return problems.otherwise(() -> new Site(
                before.id(),
                before.domainId(),
                called,
                before.token(),
                allowsLocalMacs,
                of,
                behindNat,
                address,
                natTimeout,
                Optional.ofNullable(learns).orElse(Site.Learns.OPTION_66),
                portBase,
                new Site.Access(user, from),
                version));
    }

    /** What the site's layer says by it, under the settings' keys; an empty text for nothing. */
    public Map<String, String> settings() {
        return Map.of(SettingsCatalogue.ZONE, text(zone), SettingsCatalogue.TIME_SERVER, text(timeServer));
    }

    private static String ranges(@Nullable String list, String field, FieldProblems problems) {
        List<String> ranges = Networks.of(problems.text(list, field, "list", LONGEST_LIST));
        ranges.forEach(range -> problems.add(field, Networks.refuse(range), RANGES));
        return String.join(" ", ranges);
    }

    private void passwordIn(String user, FieldProblems problems) {
        int length = fetchPassword == null ? 0 : fetchPassword.length();
        if (length == 0 && !user.isEmpty() && !hasFetchPassword) {
            problems.add("fetchPassword", "The name has no password.", "Write one of 12 characters or more.");
        } else if (length > 0 && (length < SHORTEST_PASSWORD || length > LONGEST_PASSWORD)) {
            problems.add("fetchPassword", "It has " + length + " characters.", "12 to 64 can’t be tried out.");
        }
    }

    private static void setting(String key, @Nullable String value, String field, FieldProblems problems) {
        if (!text(value).isEmpty()) {
            problems.add(field, SettingsCatalogue.find(key).flatMap(s -> s.refuse(text(value))), "");
        }
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
