package jordfell.core.dialing;

import java.util.List;

/**
 * A dial list: patterns in their order, and other lists at their place; the first that matches decides.
 *
 * @param entries what is tried, in this order
 */
public record DialList(long id, String name, List<Entry> entries) {

    public DialList {
        entries = List.copyOf(entries);
    }

    /** One row of a list. */
    public sealed interface Entry {}

    /** A pattern of whole numbers, and where they go. */
    public record Rule(DigitPattern pattern, DialTarget target, String note) implements Entry {}

    /** All rows of another list stand here. */
    public record Included(long listId) implements Entry {}
}
