package jordfell.core.render;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.MustacheException;
import com.samskivert.mustache.MustacheParseException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import jordfell.core.identity.Resemblance;
import jordfell.core.render.BodyName.Place;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.text.PlainText;

/** Decides whether a family's body can be written, and what about it is likely to go wrong on the phone. */
public final class BodyCheck {

    /** A longer body is refused. */
    public static final int LONGEST = 60_000;

    /** Without these no line can register. */
    private static final List<String> NEEDED =
            List.of("number", "authUser", BodyNames.PASSWORD, "line." + SettingsCatalogue.REGISTRAR);

    private final String body;
    private final Escaping escaping;
    private final List<BodyProblem> problems = new ArrayList<>();

    private BodyCheck(String body, Escaping escaping) {
        this.body = body;
        this.escaping = escaping;
    }

    /** All problems, in the order of their lines. */
    public static List<BodyProblem> check(String body, Escaping escaping) {
        BodyCheck check = new BodyCheck(body, escaping);
        check.all();
        check.problems.sort(Comparator.comparingInt(BodyProblem::line));
        return List.copyOf(check.problems);
    }

    private void all() {
        if (body.length() > LONGEST) {
            grave(1, "The body has " + body.length() + " characters.", "At most " + LONGEST + " fit.");
            return;
        }
        PlainText.refuseLines(body).ifPresent(why -> grave(1, why, "Type it anew, or take it out."));
        grammar();
        List<BodyWords.Word> words = BodyWords.in(body);
        words.forEach(this::word);
        unclosed();
        needed(words);
    }

    private void grammar() {
        try {
            Mustache.compiler().compile(body);
        } catch (MustacheParseException e) {
            String message = String.valueOf(e.getMessage()).replaceAll(" @ line -?\\d+$", "");
            int line = Stream.of(String.valueOf(e.getMessage()).split("line "))
                    .reduce((first, last) -> last)
                    .filter(number -> number.matches("\\d+"))
                    .map(Integer::parseInt)
                    .orElse(1);
            grave(line, "It can’t be read: " + message + ".", "Every {{#section}} needs its {{/section}}.");
        } catch (MustacheException | IllegalArgumentException e) {
            grave(1, "It can’t be read: " + e.getMessage(), "Look for a {{ without }}.");
        }
    }

    /** Mustache takes braces that are not closed for plain text; nobody means that. */
    private void unclosed() {
        String left = BodyWords.withoutTags(body);
        int at = left.indexOf("{{");
        if (at >= 0) {
            int line = 1
                    + (int) left.substring(0, at).chars().filter(c -> c == '\n').count();
            grave(line, "It can’t be read: {{ is not closed.", "Every {{ needs its }}.");
        }
    }

    private void word(BodyWords.Word word) {
        switch (word.sign()) {
            case "!", "/" -> {}
            case ">" ->
                grave(word.line(), "A body has no parts of its own: {{>" + word.name() + "}}.", "Write it out.");
            case "=" -> grave(word.line(), "The signs {{ and }} can’t be changed.", "Keep them.");
            case "#", "^" -> section(word);
            default -> value(word);
        }
    }

    private void section(BodyWords.Word word) {
        boolean row = word.name().equals(BodyNames.STATIONS) || word.name().equals(BodyNames.KEYS);
        if (row && word.place() != Place.ANYWHERE) {
            grave(word.line(), "{{#" + word.name() + "}} stands within another row.", "Close that one first.");
        } else if (!row && !word.name().equals("more") && !word.name().startsWith(BodyNames.IF)) {
            grave(
                    word.line(),
                    "{{#" + word.name() + "}} is no section.",
                    "stations, keys, more and if. with a yes-or-no setting are.");
        } else if (!row && BodyNames.find(word.name(), word.place()).isEmpty()) {
            unknown(word);
        }
    }

    private void value(BodyWords.Word word) {
        BodyName name = BodyNames.find(word.name(), word.place()).orElse(null);
        if (name == null || word.name().equals("more")) {
            unknown(word);
            return;
        }
        if (!word.sign().isEmpty()) {
            warn(
                    word.line(),
                    "{{" + word.name() + "}} is written unescaped: a value with " + escaping.dangers()
                            + " breaks the file.",
                    "Two braces and no & escape it.");
        }
        if (name.isSecret() && escaping.isRemark(lineBefore(word.from()))) {
            warn(
                    word.line(),
                    "A secret stands in a remark: " + word.name() + ".",
                    "Whoever reads the file reads it; take it out.");
        }
    }

    private void unknown(BodyWords.Word word) {
        String hint = BodyNames.elsewhere(word.name())
                .map(place -> place == Place.STATION
                        ? "It means something between {{#stations}} and {{/stations}}."
                        : "It means something between {{#keys}} and {{/keys}}.")
                .or(() -> Resemblance.nearest(
                                word.name(),
                                BodyNames.all().stream().map(BodyName::name).toList())
                        .map(near -> "Did you mean " + near + "?"))
                .orElse("The list of names shows all.");
        grave(word.line(), "There is no “" + word.name() + "” here.", hint);
    }

    private void needed(List<BodyWords.Word> words) {
        Set<String> there = new HashSet<>();
        words.stream().filter(w -> w.place() == Place.STATION).forEach(w -> there.add(w.name()));
        NEEDED.stream()
                .filter(name -> !there.contains(name))
                .forEach(name -> warn(
                        1,
                        "It never writes {{" + name + "}}; without it no line registers.",
                        "Write it between {{#stations}} and {{/stations}}."));
    }

    /** What the line says before this place, tags left out: a section's sign begins no remark. */
    private String lineBefore(int from) {
        String line = body.substring(body.lastIndexOf('\n', Math.max(0, from - 1)) + 1, from);
        return line.replaceAll("\\{\\{[^}]*}}", "");
    }

    private void grave(int line, String what, String hint) {
        problems.add(new BodyProblem(line, true, what, hint));
    }

    private void warn(int line, String what, String hint) {
        problems.add(new BodyProblem(line, false, what, hint));
    }
}
