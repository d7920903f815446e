package jordfell.core.table;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** Reads a table from a file's bytes or from pasted text: comma, semicolon or tab between cells (RFC 4180 quoting). */
public final class TableReader {

    /** A longer file is refused unread. */
    public static final int MOST_BYTES = 24 * 1024 * 1024;

    public static final int MOST_ROWS = 200_000;
    public static final int MOST_COLUMNS = 60;
    private static final int LONGEST_CELL = 10_000;
    private static final char[] DELIMITERS = {';', '\t', ','};
    private static final int SAMPLE_LINES = 20;

    /** First bytes of files that are given a table's name by mistake. */
    private static final Map<String, String> STRANGERS = Map.of(
            "89504e47", "a PNG picture",
            "ffd8ff", "a JPEG picture",
            "25504446", "a PDF document",
            "504b0304", "an archive or a spreadsheet program’s own file",
            "d0cf11e0", "a spreadsheet program’s old file");

    private TableReader() {}

    public static TableReading read(byte[] bytes) {
        return read(bytes, "");
    }

    /** How the letters of a file may be read, where its bytes don’t say; empty where they do. */
    public static List<TableReading.Reading> readings(byte[] bytes) {
        return TextDecoding.readings(bytes);
    }

    /**
     * Reads a file.
     *
     * @param encoding how its letters are to be read, one of {@link #readings}; empty to have that found out
     */
    public static TableReading read(byte[] bytes, String encoding) {
        if (bytes.length == 0) {
            return new TableReading.Refused("The file is empty: it has no byte.", "Export it again.");
        }
        if (bytes.length > MOST_BYTES) {
            return tooLarge(bytes.length);
        }
        Optional<String> stranger = stranger(bytes);
        if (stranger.isPresent()) {
            return new TableReading.Refused(
                    "This is " + stranger.get() + ", whatever its name says.",
                    "Save the table as CSV, or copy its cells and paste them.");
        }
        return (encoding.isEmpty() ? TextDecoding.decode(bytes) : TextDecoding.decode(bytes, encoding))
                .map(decoded -> read(decoded.text(), decoded.encoding()))
                .orElseGet(() -> new TableReading.Refused(
                        "These bytes are not text.", "Save the table as CSV, in UTF-8, UTF-16 or Latin-1."));
    }

    /** Reads text that was pasted. */
    public static TableReading read(String text) {
        return read(text, "UTF-8");
    }

    /** What is said of a file that is too large to be read. */
    public static TableReading.Refused tooLarge(long bytes) {
        return new TableReading.Refused(
                String.format(Locale.ROOT, "The file has %.1f MB.", bytes / 1e6),
                "At most " + MOST_BYTES / (1024 * 1024) + " MB are read; that is some 200,000 rows. Part it.");
    }

    private static TableReading read(String text, String encoding) {
        char delimiter = delimiter(text);
        Optional<TableReading.Refused> unbalanced = unbalanced(text, delimiter);
        if (unbalanced.isPresent()) {
            return unbalanced.get();
        }
        List<TableReading.Line> records = new ArrayList<>();
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(delimiter)
                .setIgnoreEmptyLines(true)
                .setIgnoreSurroundingSpaces(true)
                .get();
        try (CSVParser parser = CSVParser.parse(new StringReader(text), format)) {
            LineCount lines = new LineCount(text);
            for (CSVRecord record : parser) {
                long begins = lines.at((int) record.getCharacterPosition());
                Optional<TableReading.Refused> refused = refuse(record, begins);
                if (refused.isPresent()) {
                    return refused.get();
                }
                List<String> cells = record.stream().map(SafeCell::read).toList();
                if (cells.stream().anyMatch(c -> !c.isEmpty())) {
                    records.add(new TableReading.Line(begins, cells));
                }
                if (records.size() > MOST_ROWS) {
                    return new TableReading.Refused(
                            "The file has more than " + MOST_ROWS + " rows.", "Part it into smaller files.");
                }
            }
        } catch (UncheckedIOException | IOException | IllegalStateException e) {
            return new TableReading.Refused(
                    "The table can’t be read: " + e.getMessage(), "A quote inside a quoted cell is written twice.");
        }
        return records.isEmpty()
                ? new TableReading.Refused("The file has no row with anything in it.", "Export it again.")
                : new TableReading.Table(encoding, delimiter, records);
    }

    private static Optional<TableReading.Refused> refuse(CSVRecord record, long line) {
        if (record.size() > MOST_COLUMNS) {
            return Optional.of(new TableReading.Refused(
                    "Line " + line + " has " + record.size() + " columns.",
                    "At most " + MOST_COLUMNS + " are read; is the delimiter right?"));
        }
        for (int i = 0; i < record.size(); i++) {
            if (record.get(i).length() > LONGEST_CELL) {
                return Optional.of(new TableReading.Refused(
                        "Line " + line + ", column " + (i + 1) + " has "
                                + record.get(i).length() + " characters.",
                        "Is a quote missing there?"));
            }
        }
        return Optional.empty();
    }

    /** The delimiter that parts the first lines most evenly; a tie goes to the rarer character. */
    private static char delimiter(String text) {
        List<String> sample = text.lines()
                .filter(l -> !l.isBlank())
                .limit(SAMPLE_LINES)
                .map(TableReader::outsideQuotes)
                .toList();
        char best = ',';
        double bestScore = 0;
        for (char candidate : DELIMITERS) {
            long[] counts = sample.stream()
                    .mapToLong(l -> l.chars().filter(c -> c == candidate).count())
                    .toArray();
            double mean = java.util.Arrays.stream(counts).average().orElse(0);
            double off = java.util.Arrays.stream(counts)
                    .mapToDouble(c -> Math.abs(c - mean))
                    .average()
                    .orElse(0);
            double score = mean / (1 + off);
            if (score > bestScore) {
                best = candidate;
                bestScore = score;
            }
        }
        return best;
    }

    private static String outsideQuotes(String line) {
        return line.replaceAll("\"[^\"]*\"", "");
    }

    /** A quote that opens a cell and is never closed swallows the rest of the file: its line is named. */
    private static Optional<TableReading.Refused> unbalanced(String text, char delimiter) {
        long line = 1;
        long opened = 0;
        boolean atCellStart = true;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '\n') {
                line++;
            }
            if (opened > 0) {
                if (c == '"') {
                    if (i + 1 < text.length() && text.charAt(i + 1) == '"') {
                        i++;
                    } else {
                        opened = 0;
                    }
                }
            } else if (c == '"' && atCellStart) {
                opened = line;
            }
            atCellStart = opened == 0 && (c == delimiter || c == '\n' || c == '\r' || atCellStart && c == ' ');
        }
        return opened == 0
                ? Optional.empty()
                : Optional.of(new TableReading.Refused(
                        "A quote is opened on line " + opened + " and never closed.",
                        "Close it, or write a quote inside a quoted cell twice."));
    }

    /** Counts lines up to growing positions; blank lines before a row are not its own. */
    private static final class LineCount {

        private final String text;
        private int position;
        private long line = 1;

        LineCount(String text) {
            this.text = text;
        }

        long at(int wanted) {
            while (position < text.length()
                    && (position < wanted || text.charAt(position) == '\n' || text.charAt(position) == '\r')) {
                if (text.charAt(position) == '\n') {
                    line++;
                }
                position++;
            }
            return line;
        }
    }

    private static Optional<String> stranger(byte[] bytes) {
        StringBuilder first = new StringBuilder();
        for (int i = 0; i < Math.min(4, bytes.length); i++) {
            first.append(String.format(Locale.ROOT, "%02x", bytes[i]));
        }
        return STRANGERS.entrySet().stream()
                .filter(e -> first.toString().startsWith(e.getKey()))
                .map(Map.Entry::getValue)
                .findFirst();
    }
}
