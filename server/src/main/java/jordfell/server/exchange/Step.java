package jordfell.server.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import jordfell.server.change.Recording;

/**
 * A row of a table that was judged.
 *
 * @param work what is done when the table is taken; empty where nothing is to be done
 */
public record Step(Judged judged, Optional<Consumer<Recording>> work) {

    /** What would become of a row. */
    public enum Fate {
        NEW,
        CHANGED,
        UNCHANGED,
        REFUSED
    }

    /** A row with what it would change, in words, or why it can't. */
    public record Judged(long line, String name, Fate fate, String words) {}

    /** A row that makes a record. */
    static Step makes(RowWish row, String name, Consumer<Recording> work) {
        return new Step(new Judged(row.line(), name, Fate.NEW, ""), Optional.of(work));
    }

    /** A row about a record that is there. */
    static Step changes(RowWish row, String name, Differences differences, Consumer<Recording> work) {
        return differences.words.isEmpty()
                ? new Step(new Judged(row.line(), name, Fate.UNCHANGED, ""), Optional.empty())
                : new Step(
                        new Judged(row.line(), name, Fate.CHANGED, String.join(", ", differences.words)),
                        Optional.of(work));
    }

    static Step refused(RowWish row, String name, String reason) {
        return new Step(new Judged(row.line(), name, Fate.REFUSED, reason), Optional.empty());
    }

    /** What a row says otherwise than the records, heading by heading; capitals count, and so does an emptied cell. */
    static final class Differences {

        private final List<String> words = new ArrayList<>();

        Differences in(String heading, Object now, Object after) {
            if (!now.equals(after)) {
                words.add(
                        String.valueOf(after).isEmpty()
                                ? heading + " “" + now + "” is cleared"
                                : heading + " “" + after + "” instead of “" + now + "”");
            }
            return this;
        }
    }
}
