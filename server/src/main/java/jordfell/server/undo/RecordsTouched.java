package jordfell.server.undo;

import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * An act made, changed or removed these records, or was taken back. It is told while the act’s transaction is open: what is
 * to wait for the commit says so itself.
 *
 * @param what what was done, in the words of the History
 */
public record RecordsTouched(Map<Kept, Set<String>> ids, String who, String what) {

    public Set<String> of(Kept kind) {
        return ids.getOrDefault(kind, Set.of());
    }

    /** The same for kinds whose records go by numbers. */
    public Set<Long> numbersOf(Kept kind) {
        return of(kind).stream().map(Long::valueOf).collect(Collectors.toSet());
    }
}
