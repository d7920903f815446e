package jordfell.core.bounded;

import java.util.LinkedHashMap;
import java.util.Map;

/** Maps that never hold more than so many entries: what comes from outside may be any number. Not safe for use by several threads. */
public final class Bounded {

    private static final int FIRST_ROOM = 64;
    private static final float LOAD = 0.75f;

    private Bounded() {}

    /** What was neither read nor written for the longest time goes first. */
    public static <K, V> Map<K, V> byUse(int most) {
        return map(most, true);
    }

    /** What was put in first goes first, however often it is read or changed. */
    public static <K, V> Map<K, V> byAge(int most) {
        return map(most, false);
    }

    private static <K, V> Map<K, V> map(int most, boolean byUse) {
        return new LinkedHashMap<>(FIRST_ROOM, LOAD, byUse) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
                return size() > most;
            }
        };
    }
}
