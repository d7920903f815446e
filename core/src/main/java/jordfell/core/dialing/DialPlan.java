package jordfell.core.dialing;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * All that a domain says of what may be dialled.
 *
 * @param emergency numbers that always pass
 * @param inside patterns of the domain’s own numbers: what may be dialled without any permission
 */
public record DialPlan(
        List<String> emergency, List<DigitPattern> inside, Map<Long, DialList> lists, List<Permission> permissions) {

    /** What is tried for an extension without a permission. */
    public static final String NO_PERMISSION = "Without a permission";

    private static final long OWN = -1;

    public DialPlan {
        emergency = List.copyOf(emergency);
        inside = List.copyOf(inside);
        lists = Map.copyOf(lists);
        permissions = List.copyOf(permissions);
    }

    public static DialPlan of(
            List<String> emergency,
            List<DigitPattern> inside,
            Collection<DialList> lists,
            Collection<Permission> permissions) {
        return new DialPlan(
                emergency,
                inside,
                lists.stream().collect(Collectors.toMap(DialList::id, Function.identity())),
                List.copyOf(permissions));
    }

    /** The permission of this name, whatever its case. */
    public Optional<Permission> permission(String name) {
        return permissions.stream().filter(p -> p.name().equalsIgnoreCase(name)).findFirst();
    }

    /** What becomes of a number that is dialled with this permission; one that is not there permits what none does. */
    public DialDecision decide(String permission, String dialled) {
        return permission(permission)
                .map(p -> DialDecision.of(dialled, emergency, p.lists(), lists))
                .orElseGet(() -> DialDecision.of(dialled, emergency, List.of(OWN), Map.of(OWN, own())));
    }

    /** The other permissions with which the number would pass, by their names. */
    public List<String> wouldPassWith(String permission, String dialled) {
        return permissions.stream()
                .map(Permission::name)
                .filter(name -> !name.toLowerCase(Locale.ROOT).equals(permission.toLowerCase(Locale.ROOT)))
                .filter(name -> decide(name, dialled)
                        .target()
                        .filter(target -> !(target instanceof DialTarget.Refused))
                        .isPresent())
                .toList();
    }

    private DialList own() {
        return new DialList(
                OWN,
                NO_PERMISSION,
                inside.stream()
                        .map(pattern -> (DialList.Entry)
                                new DialList.Rule(pattern, new DialTarget.Inside(DialTarget.Change.NONE), ""))
                        .toList());
    }
}
