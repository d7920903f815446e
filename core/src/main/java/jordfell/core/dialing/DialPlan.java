package jordfell.core.dialing;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * All that a domain says of what may be dialled. A number is looked for among the emergency numbers, then in the lists of the
 * permission, then among the domain’s own numbers: those may be dialled by everybody whom no list refuses them.
 *
 * @param emergency numbers that always pass
 * @param own the domain’s own numbers and services, as a list
 */
public record DialPlan(List<String> emergency, DialList own, Map<Long, DialList> lists, List<Permission> permissions) {

    /** What the domain’s own numbers are called as a list. */
    public static final String OWN = "Numbers of the domain";

    /** No list that is kept has this number. */
    private static final long OWN_ID = -1;

    public DialPlan {
        emergency = List.copyOf(emergency);
        lists = Map.copyOf(lists);
        permissions = List.copyOf(permissions);
    }

    /** A plan with the domain’s own numbers as these rows. */
    public static DialPlan of(
            List<String> emergency,
            List<DialList.Rule> own,
            Collection<DialList> lists,
            Collection<Permission> permissions) {
        return new DialPlan(
                emergency,
                new DialList(OWN_ID, OWN, List.copyOf(own)),
                lists.stream().collect(Collectors.toMap(DialList::id, Function.identity())),
                List.copyOf(permissions));
    }

    /** The permission of this name, whatever its case. */
    public Optional<Permission> permission(String name) {
        return permissions.stream().filter(p -> p.name().equalsIgnoreCase(name)).findFirst();
    }

    /** What becomes of a number that is dialled with this permission; one that is not there has no lists. */
    public DialDecision decide(String permission, String dialled) {
        List<Long> order = Stream.concat(
                        permission(permission).stream().flatMap(p -> p.lists().stream()), Stream.of(OWN_ID))
                .toList();
        Map<Long, DialList> all = new HashMap<>(lists);
        all.put(OWN_ID, own);
        return DialDecision.of(dialled, emergency, order, all);
    }

    /** The other permissions with which the number would pass, by their names. */
    public List<String> wouldPassWith(String permission, String dialled) {
        return permissions.stream()
                .map(Permission::name)
                .filter(name -> !name.equalsIgnoreCase(permission))
                .filter(name -> decide(name, dialled)
                        .target()
                        .filter(target -> !(target instanceof DialTarget.Refused))
                        .isPresent())
                .toList();
    }
}
