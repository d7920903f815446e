package jordfell.core.settings;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.wish.FieldProblem;
import jordfell.core.wish.FieldProblems;

/** Decides what may be kept of a template, whether it is typed on a screen or comes in a document. */
public final class TemplateRules {

    public static final int LONGEST_NAME = 60;
    public static final int LONGEST_NOTE = 2_000;

    /** So many templates may follow one another, the last one included. */
    public static final int LONGEST_CHAIN = 8;

    private TemplateRules() {}

    /** All that is wrong with the name and the note, which are given without blanks around them. */
    public static List<FieldProblem> refuse(String name, String note) {
        FieldProblems problems = new FieldProblems();
        if (name.isEmpty()) {
            problems.add("name", "The name is empty.", "1 to " + LONGEST_NAME + " characters.");
        }
        problems.text(name, "name", "name", LONGEST_NAME);
        problems.text(note, "note", "note", LONGEST_NOTE);
        return problems.all();
    }

    /**
     * Why the template can’t extend another one.
     *
     * @param field in which the other one is named
     * @param chain the other one and those that it extends, the nearest first; names tell templates of a domain apart
     * @param heirs how many templates follow one another beneath this one; 0 when none extends it
     */
    public static Optional<FieldProblem> refuseParent(String field, String name, List<String> chain, int heirs) {
        int at = chain.indexOf(name);
        if (at >= 0) {
            String circle = String.join(
                    " extends ",
                    Stream.concat(Stream.of(name), chain.subList(0, at + 1).stream())
                            .toList());
            return Optional.of(new FieldProblem(
                    "/" + field, "That would be a circle: " + circle + ".", "Choose one that does not extend it."));
        }
        int all = chain.size() + 1 + heirs;
        return all <= LONGEST_CHAIN
                ? Optional.empty()
                : Optional.of(new FieldProblem(
                        "/" + field,
                        "The chain would have " + all + " templates.",
                        "At most " + LONGEST_CHAIN + " follow one another."));
    }
}
