package jordfell.core.dialing;

import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/** A permission as somebody writes it. */
public record PermissionWish(@Nullable String name, List<@Nullable Long> lists) {

    /** So many lists may stand one after the other. */
    static final int MOST_LISTS = 100;

    private static final int LONGEST_NAME = 60;

    /**
     * The permission with this number, or all that is wrong.
     *
     * @param id 0 for a new one
     * @param others those of the domain
     * @param all its lists by their numbers
     */
    public Checked<Permission> checked(long id, Collection<Permission> others, Map<Long, DialList> all) {
        FieldProblems problems = new FieldProblems();
        String called = problems.needed(name, "name", "name", LONGEST_NAME);
        others.stream()
                .filter(other -> other.id() != id && other.name().equalsIgnoreCase(called))
                .findFirst()
                .ifPresent(other ->
                        problems.add("name", "There is a permission “" + other.name() + "”.", "Find another."));
        if (lists.size() > MOST_LISTS) {
            problems.add("lists", lists.size() + " lists are too many.", "Put some of them into one list.");
        }
        Set<Long> own = new HashSet<>();
        for (int i = 0; i < Math.min(lists.size(), MOST_LISTS); i++) {
            Long list = lists.get(i);
            if (list == null || !all.containsKey(list)) {
                problems.add("lists/" + i, "There is no such list in this domain.", "Choose one of it.");
            } else if (!own.add(list)) {
                problems.add(
                        "lists/" + i,
                        all.get(list).name() + " stands here twice.",
                        "Once is enough: the first that matches decides.");
            }
        }
        return problems.otherwise(
                () -> new Permission(id, called, lists.stream().map(l -> l).toList()));
    }
}
