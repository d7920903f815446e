package jordfell.core.roster;

import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import jordfell.core.calls.OpeningHours;
import jordfell.core.text.PlainText;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/**
 * An outside number as somebody writes it, in a form or a table; without anything that handles the call it rings nothing yet.
 *
 * @param extension what it rings: the number of an extension or a group, or the name of a place or a group
 * @param announcement what is said to whoever calls, in place of ringing anything
 * @param hours when those handle its calls; empty for always
 * @param zone in which time zone the hours are
 * @param closedExtension what rings outside of the hours
 * @param closedAnnouncement what is said outside of the hours
 */
public record OutsideNumberWish(
        @Nullable String e164,
        @Nullable String extension,
        @Nullable String announcement,
        @Nullable String prefix,
        @Nullable String note,
        @Nullable String hours,
        @Nullable String zone,
        @Nullable String closedExtension,
        @Nullable String closedAnnouncement) {

    private static final int LONGEST_WRITTEN = 40;
    private static final int LONGEST_RINGS = 100;
    private static final int LONGEST_ANNOUNCEMENT = 200;
    private static final int LONGEST_PREFIX = 20;
    private static final int LONGEST_ZONE = 60;
    private static final Set<String> ZONES = ZoneId.getAvailableZoneIds();
    private static final int LONGEST_NOTE = 500;

    /** The numbers of a domain. */
    public interface Numbers {

        /** Whether there is an extension or a group of this number. */
        boolean isThere(String number);

        /** The numbers of the places and groups of this name. */
        List<String> named(String name);
    }

    /** What is kept of it. */
    public record Fit(
            String e164, Optional<String> extension, String announcement, String prefix, String note, Closed closed) {}

    /** What handles calls outside of the hours; empty hours for nothing, ever. */
    public record Closed(String hours, String zone, Optional<String> extension, String announcement) {
        public static final Closed NEVER = new Closed("", "", Optional.empty(), "");
    }

    /** What is kept of it, or all that is wrong. */
    public Checked<Fit> checked(Numbers numbers) {
        FieldProblems problems = new FieldProblems();
        String written = problems.text(e164, "e164", "number", LONGEST_WRITTEN);
        problems.add("e164", OutsideNumber.refuse(written), "");
        String number = OutsideNumber.normalise(written);
        Optional<String> rings = rings("extension", extension, number, numbers, problems);
        String said = said("announcement", announcement, problems);
        if (rings.isPresent() && !said.isEmpty()) {
            problems.add(
                    "announcement",
                    "It rings " + rings.get() + ", so nobody would hear this.",
                    "Leave one of the two empty; where nobody answers, calls are diverted by the extension or the group.");
        }
        String before = problems.text(prefix, "prefix", "prefix", LONGEST_PREFIX);
        if (!before.isEmpty() && !said.isEmpty()) {
            problems.add("prefix", "No phone rings that could show it.", "Leave it empty beside an announcement.");
        }
        String words = problems.text(note, "note", "note", LONGEST_NOTE);
        Closed closed = closed(number, numbers, problems);
        return problems.otherwise(() -> new Fit(number, rings, said, before, words, closed));
    }

    private Closed closed(String own, Numbers numbers, FieldProblems problems) {
        String when = problems.text(hours, "hours", "hours", LONGEST_ANNOUNCEMENT);
        String where = problems.text(zone, "zone", "time zone", LONGEST_ZONE);
        Optional<String> rings = rings("closedExtension", closedExtension, own, numbers, problems);
        String said = said("closedAnnouncement", closedAnnouncement, problems);
        if (when.isEmpty()) {
            if (rings.isPresent() || !said.isEmpty()) {
                problems.add("hours", "Without hours it is never closed.", "Such as Mo-Fr 8:00-17:00.");
            }
            return Closed.NEVER;
        }
        problems.add("hours", OpeningHours.refuse(when), "");
        if (!ZONES.contains(where)) {
            problems.add(
                    "zone",
                    where.isEmpty() ? "It is not said in which time zone." : "There is no time zone “" + where + "”.",
                    "Such as Europe/Berlin.");
        }
        if (rings.isPresent() == !said.isEmpty()) {
            problems.add(
                    "closedExtension",
                    rings.isPresent()
                            ? "It can’t both ring and say something outside of its hours."
                            : "Outside of its hours it would ring nothing.",
                    "Give an extension, a place or a group, or something to say.");
        }
        return new Closed(when, where, rings, said);
    }

    private static String said(String field, @Nullable String text, FieldProblems problems) {
        String said = problems.text(text, field, "announcement", LONGEST_ANNOUNCEMENT);
        problems.add(field, PlainText.refuseLine(said), "Type it anew, or take it out.");
        return said;
    }

    private static Optional<String> rings(
            String field, @Nullable String written, String own, Numbers numbers, FieldProblems problems) {
        String text = problems.text(written, field, "extension", LONGEST_RINGS);
        if (text.isEmpty() || numbers.isThere(text)) {
            return Optional.of(text).filter(t -> !t.isEmpty());
        }
        List<String> named = numbers.named(text);
        if (named.size() == 1) {
            return Optional.of(named.get(0));
        }
        if (named.isEmpty()) {
            problems.add(
                    field, "There is no extension, no place and no group “" + text + "”.", suggestion(own, numbers));
        } else {
            problems.add(
                    field,
                    "“" + text + "” is " + String.join(" and ", named) + ".",
                    "Give the number that it is to ring.");
        }
        return Optional.empty();
    }

    /** The extension that the number's last digits name, where there is one. */
    private static String suggestion(String number, Numbers numbers) {
        return IntStream.iterate(5, digits -> digits >= 2, digits -> digits - 1)
                .mapToObj(digits -> OutsideNumber.lastDigits(number, digits))
                .filter(numbers::isThere)
                .findFirst()
                .map(last -> "By its last digits it could ring " + last + ".")
                .orElse("Make it first, or leave this empty.");
    }
}
