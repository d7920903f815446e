package jordfell.core.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Decides what may be kept of a template, whether it is typed on a screen or comes in a document. */
public final class TemplateRules {

    public static final int LONGEST_NAME = 60;
    public static final int LONGEST_NOTE = 2_000;

    /** So many templates may follow one another, the last one included. */
    public static final int LONGEST_CHAIN = 8;

    /** What of a template is refused. */
    public enum Field {
        NAME,
        NOTE,
        EXTENDS
    }

    /** What is wrong, and what would be right. */
    public record Refusal(Field field, String reason, String hint) {}

    private TemplateRules() {}

    /** All that is wrong with the name and the note, which are given without blanks around them. */
    public static List<Refusal> refuse(String name, String note) {
        List<Refusal> refusals = new ArrayList<>();
        if (name.isEmpty()) {
            refusals.add(new Refusal(Field.NAME, "The name is empty.", "1 to " + LONGEST_NAME + " characters."));
        }
        length(Field.NAME, "name", name, LONGEST_NAME).ifPresent(refusals::add);
        length(Field.NOTE, "note", note, LONGEST_NOTE).ifPresent(refusals::add);
        return List.copyOf(refusals);
    }

    /**
     * Why the template can’t extend another one.
     *
     * @param chain the other one and those that it extends, the nearest first; names tell templates of a domain apart
     * @param heirs how many templates follow one another beneath this one; 0 when none extends it
     */
    public static Optional<Refusal> refuseParent(String name, List<String> chain, int heirs) {
        int at = chain.indexOf(name);
        if (at >= 0) {
            String circle = String.join(
                    " extends ",
                    Stream.concat(Stream.of(name), chain.subList(0, at + 1).stream())
                            .toList());
            return Optional.of(new Refusal(
                    Field.EXTENDS, "That would be a circle: " + circle + ".", "Choose one that does not extend it."));
        }
        int all = chain.size() + 1 + heirs;
        return all <= LONGEST_CHAIN
                ? Optional.empty()
                : Optional.of(new Refusal(
                        Field.EXTENDS,
                        "The chain would have " + all + " templates.",
                        "At most " + LONGEST_CHAIN + " follow one another."));
    }

    private static Optional<Refusal> length(Field field, String what, String text, int most) {
        return text.length() <= most
                ? Optional.empty()
                : Optional.of(new Refusal(
                        field, "The " + what + " has " + text.length() + " characters.", "At most " + most + " fit."));
    }
}
