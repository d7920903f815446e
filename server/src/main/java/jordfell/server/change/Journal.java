package jordfell.server.change;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Which records an act touched.
 *
 * <p>Ids are kept as text: models and families go by short names.
 *
 * @param made ids of records that are there because of it
 * @param changed records as they were before it
 * @param gone records that are not there any more because of it
 */
record Journal(Map<Kept, List<String>> made, List<Changed> changed, Map<Kept, List<Image>> gone) {

    /** Rows of one table, with their columns. */
    record Image(String table, List<Map<String, @Nullable Object>> rows) {}

    /**
     * A record that was changed.
     *
     * @param version the version it had when the act was over
     */
    record Changed(Kept kind, String id, long version, List<Image> before) {}

    static Journal empty() {
        return new Journal(new EnumMap<>(Kept.class), new ArrayList<>(), new EnumMap<>(Kept.class));
    }
}
