package jordfell.server.contacts;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactNumber.Kind;
import jordfell.core.phonebook.ContactWish;
import jordfell.core.phonebook.ContactWish.NumberWish;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** Contacts as JSON, in a form of our own: {@code /api/schemas/phonebook} is its schema. */
final class JsonContacts {

    private static final String KIND = "jordfell-phonebook";
    private static final int FORMAT = 1;

    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .enable(SerializationFeature.INDENT_OUTPUT)
            .build();

    private record Document(
            @Nullable String kind,
            @Nullable Integer format,
            @Nullable List<Entry> contacts) {}

    private record Entry(
            @Nullable String family,
            @Nullable String given,
            @Nullable String department,
            @Nullable List<NumberEntry> numbers,
            @Nullable String note) {}

    private record NumberEntry(
            @Nullable String kind, @Nullable String number) {}

    private JsonContacts() {}

    static List<ContactFile.Row> read(byte[] bytes) {
        Document document;
        try {
            document = JSON.readValue(bytes, Document.class);
        } catch (JacksonException e) {
            throw ContactFile.refused(
                    "Line " + e.getLocation().getLineNr() + ": "
                            + e.getOriginalMessage().lines().findFirst().orElse("") + ".",
                    "Its schema is at /api/schemas/phonebook.");
        }
        if (document == null
                || !KIND.equals(document.kind())
                || !Integer.valueOf(FORMAT).equals(document.format())) {
            throw ContactFile.refused(
                    "It does not say that it is " + KIND + ", format " + FORMAT + ".",
                    "Its schema is at /api/schemas/phonebook.");
        }
        List<ContactFile.Row> rows = new ArrayList<>();
        for (Entry entry : Optional.ofNullable(document.contacts()).orElse(List.of())) {
            rows.add(row(rows.size() + 1, entry));
        }
        return rows;
    }

    private static ContactFile.Row row(long which, Entry entry) {
        String family = Optional.ofNullable(entry.family()).orElse("");
        String given = Optional.ofNullable(entry.given()).orElse("");
        return new ContactFile.Row(
                which,
                (family + " " + given).strip(),
                new ContactWish(
                        family,
                        given,
                        entry.department(),
                        Optional.ofNullable(entry.numbers()).orElse(List.of()).stream()
                                .map(n -> new NumberWish(kind(n.kind()), n.number()))
                                .toList(),
                        entry.note()));
    }

    private static @Nullable Kind kind(@Nullable String word) {
        for (Kind kind : Kind.values()) {
            if (kind.word().equals(word)) {
                return kind;
            }
        }
        return null;
    }

    static String write(List<Contact> contacts) {
        return JSON.writeValueAsString(new Document(
                KIND,
                FORMAT,
                contacts.stream()
                        .map(c -> new Entry(
                                c.name().family(),
                                c.name().given(),
                                c.department(),
                                c.numbers().stream()
                                        .map(n -> new NumberEntry(n.kind().word(), n.number()))
                                        .toList(),
                                c.note()))
                        .toList()));
    }
}
