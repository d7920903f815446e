package jordfell.core.table;

/**
 * A cell that a spreadsheet program will show and not run: text that would be taken for a formula is given an apostrophe
 * in front, which reading takes away again.
 */
final class SafeCell {

    private static final String RUN = "=+-@\t\r";

    private SafeCell() {}

    static String write(String text) {
        return needsGuard(text) ? "'" + text : text;
    }

    static String read(String cell) {
        // ="024b7a00531c": how people keep a spreadsheet program from taking a text for a number.
        if (cell.length() > 3 && cell.startsWith("=\"") && cell.endsWith("\"")) {
            return cell.substring(2, cell.length() - 1);
        }
        return cell.length() > 1 && cell.charAt(0) == '\'' && needsGuard(cell.substring(1)) ? cell.substring(1) : cell;
    }

    /** Also text that begins with a guard already, so that reading gives back what was written. */
    private static boolean needsGuard(String text) {
        return !text.isEmpty()
                && (RUN.indexOf(text.charAt(0)) >= 0
                        || text.charAt(0) == '\'' && text.length() > 1 && needsGuard(text.substring(1)));
    }
}
