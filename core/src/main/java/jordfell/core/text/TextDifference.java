package jordfell.core.text;

import com.github.difflib.DiffUtils;
import com.github.difflib.patch.AbstractDelta;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Where a text is not as it should be, for texts that are nearly the same.
 *
 * @param from the first of its characters that is another one, from 0, in UTF-16 units
 * @param to behind the last of them; the same as {@code from} where one is missing
 * @param words what is different there: {@code “0” for “O”, which look alike}
 */
public record TextDifference(int from, int to, String words) {

    /** Longer ones are compared as a whole. */
    private static final int LONGEST = 200;

    /** Where a text differs from what it should be; none if it does not, or if it is another one altogether. */
    public static List<TextDifference> of(String meant, String is) {
        if (meant.isEmpty() || is.isEmpty() || meant.length() > LONGEST || is.length() > LONGEST) {
            return List.of();
        }
        List<AbstractDelta<Character>> deltas =
                DiffUtils.diff(characters(meant), characters(is)).getDeltas();
        int changed = deltas.stream()
                .mapToInt(d -> Math.max(d.getSource().size(), d.getTarget().size()))
                .sum();
        return changed * 2 > Math.max(meant.length(), is.length())
                ? List.of()
                : deltas.stream().map(TextDifference::of).toList();
    }

    private static TextDifference of(AbstractDelta<Character> delta) {
        String meant = text(delta.getSource().getLines());
        String is = text(delta.getTarget().getLines());
        int from = delta.getTarget().getPosition();
        return new TextDifference(from, from + is.length(), words(meant, is));
    }

    private static String words(String meant, String is) {
        if (meant.isEmpty()) {
            return named(is) + " too much";
        } else if (is.isEmpty()) {
            return named(meant) + " missing";
        } else if (meant.equalsIgnoreCase(is)) {
            return named(is) + " in the other case";
        }
        boolean isAlike = meant.length() == 1 && is.length() == 1 && LookAlikes.are(meant.charAt(0), is.charAt(0));
        return named(is) + " for " + named(meant) + (isAlike ? ", which look alike" : "");
    }

    /** What nobody sees is told by its name. */
    private static String named(String text) {
        Optional<String> unseen = text.length() == 1 ? LookAlikes.unseen(text.charAt(0)) : Optional.empty();
        return unseen.orElseGet(() -> text.isBlank() ? text.length() + " blanks" : "“" + text + "”");
    }

    private static List<Character> characters(String text) {
        return text.chars().mapToObj(c -> (char) c).toList();
    }

    private static String text(List<Character> characters) {
        return characters.stream().map(String::valueOf).collect(Collectors.joining());
    }
}
