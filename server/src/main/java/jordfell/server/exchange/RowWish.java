package jordfell.server.exchange;

import java.util.List;
import java.util.Map;
import jordfell.server.problem.RefusedException;

/**
 * A row of a table that comes in.
 *
 * @param line of the file
 * @param cells by heading; a column that the table has not is not among them
 */
record RowWish(long line, Map<String, String> cells) {

    /** The cell, or what is there now when the table has no such column. */
    String cell(String heading, String now) {
        return cells.getOrDefault(heading, now);
    }

    String cell(String heading) {
        return cell(heading, "");
    }

    boolean yes(String heading, boolean now) {
        String text = cell(heading, now ? "yes" : "no");
        if (List.of("yes", "y", "true", "1", "ja").contains(text.toLowerCase(java.util.Locale.ROOT))) {
            return true;
        }
        if (List.of("no", "n", "false", "0", "nej", "").contains(text.toLowerCase(java.util.Locale.ROOT))) {
            return false;
        }
        throw RefusedException.field("/" + heading, "“" + text + "” is neither yes nor no.", "Write yes or no.");
    }

    int whole(String heading, int now) {
        String text = cell(heading, Integer.toString(now));
        if (text.isEmpty()) {
            return now;
        }
        if (!text.matches("[0-9]{1,4}")) {
            throw RefusedException.field(
                    "/" + heading, "“" + text + "” is not a whole number.", "Such as " + now + ".");
        }
        return Integer.parseInt(text);
    }
}
