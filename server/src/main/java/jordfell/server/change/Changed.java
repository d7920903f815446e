package jordfell.server.change;

import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * These records stand otherwise. It is published once for all that was done in one transaction, when that is closed, in the
 * thread that did it: whoever shows or keeps something of them listens.
 *
 * @param refs what changed, with ids as text: models and families go by short names. A subject without ids says that
 *     something of it moved
 * @param what what was done, in the words of the History; empty for what nobody did
 */
public record Changed(Map<Subject, Set<String>> refs, String who, String what) {

    public boolean touches(Subject subject) {
        return refs.containsKey(subject);
    }

    public Set<String> of(Subject subject) {
        return refs.getOrDefault(subject, Set.of());
    }

    /** The same for subjects whose records go by numbers. */
    public Set<Long> numbersOf(Subject subject) {
        return of(subject).stream().map(Long::valueOf).collect(Collectors.toSet());
    }
}
