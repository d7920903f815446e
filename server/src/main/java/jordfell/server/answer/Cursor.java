package jordfell.server.answer;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.server.problem.RefusedException;

/**
 * Where a page of a list ends: what its last row is sorted by. The next page begins behind it, whatever was added or removed
 * before it meanwhile, so that nothing that stays is shown twice or left out.
 */
public final class Cursor {

    private static final String BETWEEN = "\u0000";

    private Cursor() {}

    public static String behind(Object... sortedBy) {
        String text = Arrays.stream(sortedBy).map(String::valueOf).collect(Collectors.joining(BETWEEN));
        return Base64.getUrlEncoder().withoutPadding().encodeToString(text.getBytes(StandardCharsets.UTF_8));
    }

    /**
     * What the last row shown is sorted by; empty for the beginning of the list.
     *
     * @param parts how many values the list is sorted by
     */
    public static Optional<List<String>> read(String after, int parts) {
        if (after.isEmpty()) {
            return Optional.empty();
        }
        try {
            List<String> read = List.of(
                    new String(Base64.getUrlDecoder().decode(after), StandardCharsets.UTF_8).split(BETWEEN, -1));
            if (read.size() == parts) {
                return Optional.of(read);
            }
        } catch (IllegalArgumentException e) {
            // Told below.
        }
        throw noPlace();
    }

    /** A part that is a number. */
    public static long number(String part) {
        try {
            return Long.parseLong(part);
        } catch (NumberFormatException e) {
            throw noPlace();
        }
    }

    private static RefusedException noPlace() {
        return RefusedException.field(
                "/after", "That is no place in this list.", "Give what stood under “next”, or nothing to begin.");
    }
}
