package jordfell.core.roster;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import jordfell.core.formula.Formula;
import jordfell.core.formula.Formulas;
import jordfell.core.formula.Vocabulary;

/** Works out what a kit derives for a person or a place. Compiled once for each kit. */
public final class KitDerivation {

    public static final Vocabulary WORDS = new Vocabulary(words());
    private static final Formulas FORMULAS = new Formulas(WORDS);

    private static final int LONGEST_NAME = 100;
    private static final int LONGEST_USER = 64;

    private final Map<String, Formula> formulas = new LinkedHashMap<>();
    private final List<Problem> problems = new ArrayList<>();

    /** A formula that can't be used: displayName, authUser or outgoing, and why. */
    public record Problem(String field, String reason) {}

    /** What was derived for one extension. */
    public record Derived(String displayName, String authUser, String outgoing, List<Problem> problems) {
        public Derived {
            problems = List.copyOf(problems);
        }
    }

    /** Whom or what it is derived for; for a place the name is the place's. */
    public record Subject(String name, String email, String department, String number, String domain) {}

    public KitDerivation(Kit.Formulas texts) {
        compile("displayName", texts.displayName());
        compile("authUser", texts.authUser());
        compile("outgoing", texts.outgoing());
    }

    /** Formulas that can't be compiled. */
    public List<Problem> problems() {
        return List.copyOf(problems);
    }

    /**
     * What comes of it for somebody. What can’t be used is left at what is usual, and said among the problems.
     *
     * @param mayBeShown whether others may be shown a number: the domain’s outside numbers and its extensions
     */
    public Derived derive(Subject subject, Predicate<String> mayBeShown) {
        List<Problem> failed = new ArrayList<>(problems);
        Vocabulary.Values values = WORDS.values(values(subject));
        String displayName =
                limited("displayName", values, LONGEST_NAME, failed).orElse(subject.name());
        String authUser = limited("authUser", values, LONGEST_USER, failed)
                .filter(user -> !user.isBlank())
                .orElse(subject.number() + "-a");
        String outgoing = limited("outgoing", values, LONGEST_USER, failed)
                .map(text -> text.startsWith("+") ? OutsideNumber.normalise(text) : text)
                .orElse("");
        if (!outgoing.isEmpty() && !outgoing.equals(subject.number()) && !mayBeShown.test(outgoing)) {
            failed.add(new Problem(
                    "outgoing",
                    "The outgoing number “" + outgoing
                            + "” is no outside number of the domain and no extension: nobody could call back."));
            outgoing = "";
        }
        return new Derived(displayName, authUser, outgoing, failed);
    }

    private void compile(String field, String text) {
        Formula.Compiled compiled = FORMULAS.compile(text);
        if (compiled instanceof Formula.Compiled.Good good) {
            formulas.put(field, good.formula());
        } else if (compiled instanceof Formula.Compiled.Bad bad) {
            problems.add(new Problem(field, bad.reason()));
        }
    }

    private Optional<String> limited(String field, Vocabulary.Values values, int longest, List<Problem> failed) {
        Formula formula = formulas.get(field);
        if (formula == null) {
            return Optional.empty();
        }
        Formula.Outcome outcome = formula.evaluate(values);
        if (outcome instanceof Formula.Outcome.Failed f) {
            failed.add(new Problem(field, f.reason()));
            return Optional.empty();
        }
        String text = ((Formula.Outcome.Text) outcome).text().strip();
        if (text.length() > longest) {
            failed.add(new Problem(field, "It gives " + text.length() + " characters; at most " + longest + " fit."));
            return Optional.empty();
        }
        return Optional.of(text);
    }

    private static Map<String, Map<String, String>> values(Subject subject) {
        String[] names = subject.name().strip().split("\\s+");
        return Map.of(
                "person",
                Map.of(
                        "name", subject.name(),
                        "first", names[0],
                        "last", names[names.length - 1],
                        "email", subject.email(),
                        "department", subject.department()),
                "extension",
                Map.of("number", subject.number()),
                "domain",
                Map.of("name", subject.domain()));
    }

    private static Map<String, List<String>> words() {
        Map<String, List<String>> words = new LinkedHashMap<>();
        words.put("person", List.of("name", "first", "last", "email", "department"));
        words.put("extension", List.of("number"));
        words.put("domain", List.of("name"));
        return words;
    }
}
