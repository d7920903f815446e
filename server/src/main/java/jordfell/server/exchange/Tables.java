package jordfell.server.exchange;

import java.util.List;
import java.util.Map;
import jordfell.core.table.ColumnGuess;

/** The headings of the tables that go out and come in again. */
final class Tables {

    /** Extensions tell two people of one name apart; they are given and taken in the table of extensions. */
    static final List<String> PEOPLE =
            List.of("Name", "E-mail", "Mobile", "Department", "Language", "Time zone", "Kit", "Extensions");

    static final List<String> EXTENSIONS = List.of(
            "Number",
            "Shown as",
            "Person",
            "Authentication user",
            "Contacts",
            "Outside",
            "Permission class",
            "Outgoing number",
            "Pick-up group");
    static final List<String> NUMBERS = List.of(
            "Outside number",
            "Extension",
            "Announcement",
            "Prefix",
            "Note",
            "Hours",
            "Time zone",
            "Closed, rings",
            "Closed, says");

    static final List<String> GROUPS = List.of("Number", "Name", "Ring", "Seconds", "Members", "Afterwards");
    static final List<String> DIVERSIONS = List.of(
            "Extension", "Always", "Busy", "Not answered", "After seconds", "Registered nowhere", "At the same time");

    /** Where the rules of the records name a field, and the tables its heading. */
    private static final Map<String, String> OF_FIELDS = Map.ofEntries(
            Map.entry("name", "Name"),
            Map.entry("email", "E-mail"),
            Map.entry("mobile", "Mobile"),
            Map.entry("department", "Department"),
            Map.entry("language", "Language"),
            Map.entry("zone", "Time zone"),
            Map.entry("displayName", "Shown as"),
            Map.entry("authUser", "Authentication user"),
            Map.entry("contactLimit", "Contacts"),
            Map.entry("permissionClass", "Permission class"),
            Map.entry("outgoing", "Outgoing number"),
            Map.entry("e164", "Outside number"),
            Map.entry("extension", "Extension"),
            Map.entry("number", "Number"),
            Map.entry("eachSeconds", "Seconds"),
            Map.entry("members", "Members"),
            Map.entry("afterwards", "Afterwards"),
            Map.entry("always", "Always"),
            Map.entry("busy", "Busy"),
            Map.entry("unanswered", "Not answered"),
            Map.entry("afterSeconds", "After seconds"),
            Map.entry("unreachable", "Registered nowhere"),
            Map.entry("also", "At the same time"),
            Map.entry("pickUpGroup", "Pick-up group"),
            Map.entry("announcement", "Announcement"),
            Map.entry("hours", "Hours"),
            Map.entry("closedExtension", "Closed, rings"),
            Map.entry("closedAnnouncement", "Closed, says"),
            Map.entry("prefix", "Prefix"),
            Map.entry("note", "Note"));

    private Tables() {}

    /** The heading of the column that a problem points at. */
    static String heading(String pointer) {
        String field = pointer.substring(1).replaceFirst("/.*", "");
        return OF_FIELDS.getOrDefault(field, field);
    }

    /** Columns are told by their headings alone. */
    static List<ColumnGuess> guesses(List<String> headings) {
        return headings.stream()
                .map(h -> new ColumnGuess(h, List.of(h), c -> false))
                .toList();
    }
}
