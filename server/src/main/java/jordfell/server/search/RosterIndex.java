package jordfell.server.search;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import jordfell.core.search.FragmentIndex;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.jdbc.Jdbc;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * Finds extensions and people by any piece of what they are called. Held in memory and built from the records at the
 * first search; whoever changes records says which.
 */
@Component
public class RosterIndex {

    private record Filed(long id, String text) {}

    private static final String EXTENSIONS = """
            select e.id, e.number || chr(10) || e.display_name || chr(10) || coalesce(p.name, '') || chr(10)
                         || coalesce(p.department, '') || chr(10) || e.auth_user t
            from %s extension e %s left join person p on p.id = e.person_id""";

    private static final String PEOPLE =
            "select p.id, p.name || chr(10) || p.email || chr(10) || p.department || chr(10) || p.mobile t from %s person p %s";

    private static final String THESE = "unnest(cast(? as bigint array)) as u(i) join";

    private final Jdbc jdbc;
    private final FragmentIndex extensions = new FragmentIndex();
    private final FragmentIndex people = new FragmentIndex();
    private boolean built;

    RosterIndex(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    @EventListener
    @Order(0)
    void follow(Changed changed) {
        touch(changed.numbersOf(Subject.EXTENSION), changed.numbersOf(Subject.PERSON));
    }

    /** These were made, changed or removed. */
    private synchronized void touch(Collection<Long> extensionIds, Collection<Long> personIds) {
        if (!built) {
            return;
        }
        refile(extensions, EXTENSIONS.formatted(THESE, "on e.id = u.i"), extensionIds);
        refile(extensions, EXTENSIONS.formatted(THESE, "on e.person_id = u.i"), personIds, false);
        refile(people, PEOPLE.formatted(THESE, "on p.id = u.i"), personIds);
    }

    /** Extensions of the whole house that hold the fragment, at most so many; empty when it is too short to say. */
    public synchronized Optional<List<Long>> extensions(String fragment, int most) {
        build();
        return found(extensions, fragment, most);
    }

    public synchronized Optional<List<Long>> people(String fragment, int most) {
        build();
        return found(people, fragment, most);
    }

    /** Extensions in whose number the fragment is. */
    synchronized List<Long> numbered(String fragment, int most) {
        build();
        return extensions.candidates(fragment).stream()
                .flatMapToLong(found -> found.stream()
                        .filter(id -> extensions.firstLineHolds(id, fragment))
                        .mapToLong(id -> id))
                .limit(most)
                .boxed()
                .toList();
    }

    private static Optional<List<Long>> found(FragmentIndex index, String fragment, int most) {
        return index.candidates(fragment).map(candidates -> verified(index, candidates, fragment, most));
    }

    private static List<Long> verified(FragmentIndex index, RoaringBitmap candidates, String fragment, int most) {
        return candidates.stream()
                .filter(id -> index.holds(id, fragment))
                .limit(most)
                .mapToLong(id -> id)
                .boxed()
                .toList();
    }

    private void build() {
        if (!built) {
            jdbc.list(EXTENSIONS.formatted("", ""), row -> new Filed(row.number("id"), row.text("t")))
                    .forEach(f -> extensions.put((int) f.id(), f.text()));
            jdbc.list(PEOPLE.formatted("", ""), row -> new Filed(row.number("id"), row.text("t")))
                    .forEach(f -> people.put((int) f.id(), f.text()));
            built = true;
        }
    }

    private void refile(FragmentIndex index, String select, Collection<Long> ids) {
        refile(index, select, ids, true);
    }

    private void refile(FragmentIndex index, String select, Collection<Long> ids, boolean removeMissing) {
        if (ids.isEmpty()) {
            return;
        }
        if (removeMissing) {
            ids.forEach(id -> index.remove(id.intValue()));
        }
        jdbc.listOf(select, row -> new Filed(row.number("id"), row.text("t")), ids)
                .forEach(f -> index.put((int) f.id(), f.text()));
    }
}
