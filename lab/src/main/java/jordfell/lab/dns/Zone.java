package jordfell.lab.dns;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.xbill.DNS.AAAARecord;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.Master;
import org.xbill.DNS.NAPTRRecord;
import org.xbill.DNS.Record;
import org.xbill.DNS.RelativeNameException;
import org.xbill.DNS.SRVRecord;
import org.xbill.DNS.TextParseException;
import org.xbill.DNS.Type;

/**
 * What a name service knows of a domain, read from a zone file (RFC 1035 §5). It may hold NAPTR, SRV, A and AAAA records, and
 * names no other file.
 */
public final class Zone {

    /** More records than a domain of hundreds of nodes needs. */
    static final int MOST = 2_000;

    private static final Pattern AT_LINE = Pattern.compile("^[^:]*:(\\d+):\\s*(.*)$", Pattern.DOTALL);

    private final List<Record> records;

    private Zone(List<Record> records) {
        this.records = List.copyOf(records);
    }

    /** What is wrong with a zone file, and in which of its lines, counted from 1. */
    public static final class Unreadable extends Exception {
        private static final long serialVersionUID = 1;

        private final int line;

        Unreadable(int line, String why) {
            super(why);
            this.line = line;
        }

        public int line() {
            return line;
        }
    }

    /** Reads a whole zone file. */
    public static Zone read(String text) throws Unreadable {
        List<Record> records = new ArrayList<>();
        String[] lines = text.split("\n", -1);
        for (int i = 0; i < lines.length; i++) {
            if (lines[i].stripLeading().regionMatches(true, 0, "$INCLUDE", 0, 8)
                    || lines[i].stripLeading().regionMatches(true, 0, "$GENERATE", 0, 9)) {
                throw new Unreadable(i + 1, "a zone file of the Lab stands alone: write its records themselves");
            }
        }
        try (Master master = new Master(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)))) {
            for (Record next = master.nextRecord(); next != null; next = master.nextRecord()) {
                if (!(next instanceof SRVRecord
                        || next instanceof ARecord
                        || next instanceof AAAARecord
                        || next instanceof NAPTRRecord)) {
                    throw new Unreadable(
                            lineOf(lines, next),
                            "phones ask for NAPTR, SRV, A and AAAA, not for " + Type.string(next.getType()));
                }
                if (records.size() == MOST) {
                    throw new Unreadable(lineOf(lines, next), "more than " + MOST + " records");
                }

                records.add(next);
            }
        } catch (TextParseException e) {
            throw atLine(e, lines);
        } catch (RelativeNameException e) {
            throw new Unreadable(
                    Math.max(1, begunAt(lines)),
                    e.getMessage() + ": it ends in a dot, or an $ORIGIN before it says where it belongs");
        } catch (IOException e) {
            throw new Unreadable(1, String.valueOf(e.getMessage()));
        }
        return new Zone(records);
    }

    List<Record> records() {
        return records;
    }

    private static Unreadable atLine(TextParseException e, String[] lines) {
        Matcher at = AT_LINE.matcher(String.valueOf(e.getMessage()));
        return at.matches()
                ? new Unreadable(lastWritten(lines, Integer.parseInt(at.group(1))), at.group(2))
                : new Unreadable(1, String.valueOf(e.getMessage()));
    }

    /** A record that ends too early is told at the line behind it. */
    private static int lastWritten(String[] lines, int told) {
        int line = Math.min(lines.length, told);
        while (line > 1 && lines[line - 1].isBlank()) {
            line--;
        }
        return line;
    }

    /** The first record whose name is not written out, where nothing says where such names belong. */
    private static int begunAt(String[] lines) {
        for (int i = 0; i < lines.length; i++) {
            String first = lines[i].split("[ \t;]", 2)[0];
            if (!first.isEmpty() && !first.startsWith("$") && !first.endsWith(".")) {
                return i + 1;
            }
        }
        return 1;
    }

    /** Where a record stands, as far as its name is written out there. */
    private static int lineOf(String[] lines, Record record) {
        String name = record.getName().toString(true);
        String type = Type.string(record.getType());
        for (int i = 0; i < lines.length; i++) {
            if (lines[i].contains(name) && lines[i].toUpperCase(Locale.ROOT).contains(type)) {
                return i + 1;
            }
        }
        return 1;
    }
}
