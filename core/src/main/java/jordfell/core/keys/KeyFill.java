package jordfell.core.keys;

import java.util.Comparator;
import java.util.List;

/**
 * A rule that fills a row of keys: everyone of a department. It is worked out whenever a configuration is, so that a
 * starter's key appears without anybody touching the template.
 *
 * @param department whose people; empty for everyone of the domain
 */
public record KeyFill(String department, Order order) {

    /** How the row is sorted. */
    public enum Order {
        EXTENSION,
        NAME
    }

    /** Somebody who can be on a key. */
    public record Somebody(String name, String number, String department) {}

    /** Whom the row holds, sorted; the phone's own extensions are left out. */
    public List<Somebody> row(List<Somebody> everybody, List<String> own) {
        Comparator<Somebody> byNumber =
                Comparator.<Somebody>comparingInt(s -> s.number().length()).thenComparing(Somebody::number);
        return everybody.stream()
                .filter(s -> department.isEmpty() || s.department().equalsIgnoreCase(department))
                .filter(s -> !own.contains(s.number()))
                .sorted(
                        order == Order.NAME
                                ? Comparator.comparing(Somebody::name).thenComparing(byNumber)
                                : byNumber)
                .toList();
    }
}
