package jordfell.core.table;

import java.util.List;

/** What became of a file that was to be a table. */
public sealed interface TableReading {

    /**
     * A table.
     *
     * @param encoding as people name it: UTF-8, UTF-16, Latin-1, DOS, Mac
     * @param delimiter comma, semicolon or tab
     * @param records all rows with their cells, blanks around cells dropped, empty rows left out
     */
    record Table(String encoding, char delimiter, List<Line> records) implements TableReading {
        public Table {
            records = List.copyOf(records);
        }

        public String delimiterName() {
            return switch (delimiter) {
                case ';' -> "semicolon";
                case '\t' -> "tab";
                default -> "comma";
            };
        }
    }

    /**
     * One row of a table.
     *
     * @param number the line of the file that it begins on, the first being 1
     */
    record Line(long number, List<String> cells) {
        public Line {
            cells = List.copyOf(cells);
        }

        /** The cell in this column, empty where the row is shorter. */
        public String cell(int column) {
            return column < cells.size() ? cells.get(column) : "";
        }
    }

    /** A way to read a file’s letters, with a piece of the file read so. */
    record Reading(String encoding, String sample) {}

    /** No table: what is wrong, where, and what would be right. */
    record Refused(String reason, String hint) implements TableReading {}
}
