package jordfell.core.release;

import com.github.difflib.text.DiffRow;
import com.github.difflib.text.DiffRowGenerator;
import java.util.ArrayList;
import java.util.List;

/** The lines of two configurations, told apart. */
public final class ConfigDiff {

    private ConfigDiff() {}

    /** What became of a line. */
    public enum Change {
        SAME,
        REMOVED,
        ADDED
    }

    /** One line of either text. */
    public record Line(Change change, String text) {}

    /** All lines in reading order; a changed line is its old text removed and its new text added. */
    public static List<Line> between(String before, String after) {
        DiffRowGenerator generator = DiffRowGenerator.create()
                .showInlineDiffs(false)
                .lineNormalizer(line -> line)
                .build();
        List<Line> lines = new ArrayList<>();
        for (DiffRow row : generator.generateDiffRows(
                before.lines().toList(), after.lines().toList())) {
            switch (row.getTag()) {
                case EQUAL -> lines.add(new Line(Change.SAME, row.getNewLine()));
                case INSERT -> lines.add(new Line(Change.ADDED, row.getNewLine()));
                case DELETE -> lines.add(new Line(Change.REMOVED, row.getOldLine()));
                case CHANGE -> {
                    lines.add(new Line(Change.REMOVED, row.getOldLine()));
                    lines.add(new Line(Change.ADDED, row.getNewLine()));
                }
            }
        }
        return lines;
    }
}
