package jordfell.core.story;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * What differs between a device that is held and one like it that works. What has to differ, such as their numbers and names, is
 * left out.
 */
public final class Twin {

    /**
     * A difference.
     *
     * @param here what the device has; empty for nothing
     * @param there what its twin has
     */
    public record Difference(String what, String here, String there) {}

    private Twin() {}

    /** What differs, by what it is called, in order; both name all that they have. */
    public static List<Difference> between(Map<String, String> here, Map<String, String> there) {
        SortedMap<String, Difference> differences = new TreeMap<>();
        here.forEach((what, value) -> {
            String other = there.getOrDefault(what, "");
            if (!other.equals(value)) {
                differences.put(what, new Difference(what, value, other));
            }
        });
        there.forEach((what, value) -> {
            if (!here.containsKey(what) && !value.isEmpty()) {
                differences.put(what, new Difference(what, "", value));
            }
        });
        return new ArrayList<>(differences.values());
    }
}
