package jordfell.core.roster;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import jordfell.core.text.PlainText;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/**
 * An outside number as somebody writes it, in a form or a table; without anything that handles the call it rings nothing yet.
 *
 * @param extension what it rings: the number of an extension or a group, or the name of a place or a group
 * @param announcement what is said to whoever calls, in place of ringing anything
 */
public record OutsideNumberWish(
        @Nullable String e164,
        @Nullable String extension,
        @Nullable String announcement,
        @Nullable String prefix,
        @Nullable String note) {

    private static final int LONGEST_WRITTEN = 40;
    private static final int LONGEST_RINGS = 100;
    private static final int LONGEST_ANNOUNCEMENT = 200;
    private static final int LONGEST_PREFIX = 20;
    private static final int LONGEST_NOTE = 500;

    /** The numbers of a domain. */
    public interface Numbers {

        /** Whether there is an extension or a group of this number. */
        boolean isThere(String number);

        /** The numbers of the places and groups of this name. */
        List<String> named(String name);
    }

    /** What is kept of it. */
    public record Fit(String e164, Optional<String> extension, String announcement, String prefix, String note) {}

    /** What is kept of it, or all that is wrong. */
    public Checked<Fit> checked(Numbers numbers) {
        FieldProblems problems = new FieldProblems();
        String written = problems.text(e164, "e164", "number", LONGEST_WRITTEN);
        problems.add("e164", OutsideNumber.refuse(written), "");
        String number = OutsideNumber.normalise(written);
        Optional<String> rings = rings(number, numbers, problems);
        String said = problems.text(announcement, "announcement", "announcement", LONGEST_ANNOUNCEMENT);
        problems.add("announcement", PlainText.refuseLine(said), "Type it anew, or take it out.");
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
        return problems.otherwise(() -> new Fit(number, rings, said, before, words));
    }

    private Optional<String> rings(String own, Numbers numbers, FieldProblems problems) {
        String text = problems.text(extension, "extension", "extension", LONGEST_RINGS);
        if (text.isEmpty() || numbers.isThere(text)) {
            return Optional.of(text).filter(t -> !t.isEmpty());
        }
        List<String> named = numbers.named(text);
        if (named.size() == 1) {
            return Optional.of(named.get(0));
        }
        if (named.isEmpty()) {
            problems.add(
                    "extension",
                    "There is no extension, no place and no group “" + text + "”.",
                    suggestion(own, numbers));
        } else {
            problems.add(
                    "extension",
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
