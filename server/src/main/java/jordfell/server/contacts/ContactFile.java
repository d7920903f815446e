package jordfell.server.contacts;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactWish;
import jordfell.server.problem.RefusedException;

/**
 * A file of contacts: a table with headings (RFC 4180), vCards of any version (RFC 6350), as XML too (RFC 6351), JSON of our own
 * form, or the XML that phones of the Ombrel family read. What it is, it says by how it begins.
 */
public final class ContactFile {

    /** A longer file is refused unread. */
    public static final int MOST_BYTES = 24 * 1024 * 1024;

    /** A file with more contacts is refused. */
    public static final int MOST_CONTACTS = 50_000;

    /** How it is written. */
    public enum Form {
        CSV("text/csv;charset=UTF-8", "csv"),
        VCARD("text/vcard;charset=UTF-8", "vcf"),
        JSON("application/json", "json");

        private final String type;
        private final String ending;

        Form(String type, String ending) {
            this.type = type;
            this.ending = ending;
        }

        public String type() {
            return type;
        }

        /** What a file’s name ends with, behind a dot. */
        public String ending() {
            return ending;
        }
    }

    /**
     * A contact as a file has it.
     *
     * @param line of the file; for vCards and JSON which one it is, from 1
     * @param name as it stands there
     */
    public record Row(long line, String name, ContactWish wish) {}

    private ContactFile() {}

    /**
     * Reads a file.
     *
     * @throws RefusedException at {@code /file} for one that can’t be read, with what is wrong and where
     */
    public static List<Row> read(byte[] bytes) {
        if (bytes.length > MOST_BYTES) {
            throw refused("The file has more than 24 MB.", "Send a smaller one.");
        }
        String begin = new String(bytes, 0, Math.min(bytes.length, 200), StandardCharsets.UTF_8)
                .replace("\uFEFF", "")
                .stripLeading();
        List<Row> rows;
        if (begin.toUpperCase(Locale.ROOT).startsWith("BEGIN:VCARD")) {
            rows = VcardContacts.read(bytes);
        } else if (begin.startsWith("<") || begin.startsWith("\u0000<")) {
            rows = XmlContacts.read(bytes);
        } else if (begin.startsWith("{") || begin.startsWith("[")) {
            rows = JsonContacts.read(bytes);
        } else {
            rows = CsvContacts.read(bytes);
        }
        if (rows.size() > MOST_CONTACTS) {
            throw refused(
                    "The file has " + rows.size() + " contacts.",
                    "At most " + MOST_CONTACTS + "; no phone shows more.");
        }
        return rows;
    }

    /** Writes contacts so that reading them back gives the same. */
    public static String write(List<Contact> contacts, Form form) {
        return switch (form) {
            case CSV -> CsvContacts.write(contacts);
            case VCARD -> VcardContacts.write(contacts);
            case JSON -> JsonContacts.write(contacts);
        };
    }

    static RefusedException refused(String reason, String hint) {
        return RefusedException.field("/file", reason, hint);
    }
}
