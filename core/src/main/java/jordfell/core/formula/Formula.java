package jordfell.core.formula;

import dev.cel.bundle.Cel;
import dev.cel.common.CelIssue;
import dev.cel.common.CelValidationException;
import dev.cel.common.ast.CelExpr;
import dev.cel.common.navigation.CelNavigableAst;
import dev.cel.common.values.CelByteString;
import dev.cel.runtime.CelEvaluationException;
import dev.cel.runtime.CelRuntime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A value that is written down once and worked out for each thing: plain text, text with {@code {{ }}}, or a formula
 * after {@code =}. Compiled once; evaluation neither loops nor reaches anything but the given values.
 */
public final class Formula {

    /** Most characters of a formula's text. */
    public static final int LONGEST = 2_000;

    /** Most characters that one gives. */
    public static final int LONGEST_RESULT = 10_000;

    private static final Pattern FIELD = Pattern.compile("[a-z]+\\.[a-zA-Z]+");
    private static final Pattern PLACE = Pattern.compile("\\{\\{(.*?)}}");

    private final List<Part> parts;

    private Formula(List<Part> parts) {
        this.parts = parts;
    }

    private sealed interface Part {
        record Plain(String text) implements Part {}

        /** A field by itself, as most places in texts are: it needs no working out. */
        record Field(String thing, String field) implements Part {}

        record Worked(String source, CelRuntime.Program program) implements Part {}
    }

    /** A compiled formula or why it can't be one. */
    public sealed interface Compiled {
        record Good(Formula formula) implements Compiled {}

        record Bad(String reason) implements Compiled {}
    }

    /** The text that a formula gave, or why it gave none. */
    public sealed interface Outcome {
        record Text(String text) implements Outcome {}

        record Failed(String reason) implements Outcome {}
    }

    /** Whether the text is worked out at all, rather than standing for itself. */
    public static boolean isWorkedOut(String text) {
        return text.startsWith("=") || text.contains("{{");
    }

    static Compiled compile(String text, Cel environment, Vocabulary vocabulary) {
        if (text.length() > LONGEST) {
            return new Compiled.Bad("It has " + text.length() + " characters; at most " + LONGEST + " fit.");
        }
        List<Part> parts = new ArrayList<>();
        try {
            if (text.startsWith("=")) {
                parts.add(worked(text.substring(1).strip(), environment, vocabulary));
            } else {
                Matcher matcher = PLACE.matcher(text);
                int from = 0;
                while (matcher.find()) {
                    parts.add(new Part.Plain(text.substring(from, matcher.start())));
                    parts.add(worked(matcher.group(1).strip(), environment, vocabulary));
                    from = matcher.end();
                }
                parts.add(new Part.Plain(text.substring(from)));
            }
            return new Compiled.Good(new Formula(parts));
        } catch (CelValidationException e) {
            return new Compiled.Bad(reason(e));
        } catch (CelEvaluationException e) {
            return new Compiled.Bad("It can’t be worked out: " + e.getMessage());
        } catch (UnknownField e) {
            return new Compiled.Bad(String.valueOf(e.getMessage()));
        }
    }

    /** What it gives for these values; {@code true} and {@code false} are yes and no. */
    public Outcome evaluate(Vocabulary.Values values) {
        StringBuilder out = new StringBuilder();
        for (Part part : parts) {
            if (part instanceof Part.Plain plain) {
                out.append(plain.text());
            } else if (part instanceof Part.Field field) {
                out.append(values.field(field.thing(), field.field()));
            } else if (part instanceof Part.Worked worked) {
                try {
                    out.append(text(worked.program().eval(values.byThing())));
                } catch (CelEvaluationException e) {
                    return new Outcome.Failed("“" + worked.source() + "” gives nothing: " + plainReason(e));
                }
            }
        }
        return out.length() > LONGEST_RESULT
                ? new Outcome.Failed(
                        "It gives " + out.length() + " characters; at most " + LONGEST_RESULT + " are kept.")
                : new Outcome.Text(out.toString());
    }

    private static String text(Object value) {
        return switch (String.valueOf(value)) {
            case "true" -> value instanceof Boolean ? "yes" : "true";
            case "false" -> value instanceof Boolean ? "no" : "false";
            default -> value instanceof CelByteString bytes ? bytes.toStringUtf8() : String.valueOf(value);
        };
    }

    private static final class UnknownField extends RuntimeException {
        UnknownField(String message) {
            super(message);
        }
    }

    private static Part worked(String source, Cel environment, Vocabulary vocabulary)
            throws CelValidationException, CelEvaluationException {
        var ast = environment.compile(source).getAst();
        CelNavigableAst.fromAst(ast)
                .getRoot()
                .allNodes()
                .forEach(node -> unknownField(node.expr(), vocabulary).ifPresent(message -> {
                    throw new UnknownField(message);
                }));
        String[] names = source.split("\\.", -1);
        return FIELD.matcher(source).matches() && vocabulary.things().containsKey(names[0])
                ? new Part.Field(names[0], names[1])
                : new Part.Worked(source, environment.createProgram(ast));
    }

    private static Optional<String> unknownField(CelExpr expr, Vocabulary vocabulary) {
        if (expr.exprKind().getKind() != CelExpr.ExprKind.Kind.SELECT
                || expr.select().operand().exprKind().getKind() != CelExpr.ExprKind.Kind.IDENT) {
            return Optional.empty();
        }
        String thing = expr.select().operand().ident().name();
        List<String> fields = vocabulary.things().getOrDefault(thing, List.of());
        return fields.contains(expr.select().field())
                ? Optional.empty()
                : Optional.of("There is no " + thing + "." + expr.select().field() + "; " + thing + " has "
                        + String.join(", ", fields) + ".");
    }

    private static String reason(CelValidationException e) {
        return e.getErrors().stream().findFirst().map(Formula::reason).orElse("It is no formula.");
    }

    private static String reason(CelIssue issue) {
        String message = issue.getMessage();
        int column = issue.getSourceLocation().getColumn() + 1;
        Matcher undeclared =
                Pattern.compile("undeclared reference to '([^']+)'").matcher(message);
        if (undeclared.find()) {
            return "At character " + column + ": there is no “" + undeclared.group(1) + "”.";
        }
        return "At character " + column + ": " + message.lines().findFirst().orElse("it is no formula");
    }

    private static String plainReason(CelEvaluationException e) {
        String message = String.valueOf(e.getMessage()).replaceFirst("^evaluation error( at \\S+)?: ", "");
        Matcher notWhole = Pattern.compile("For input string: \"(.*)\"").matcher(message);
        if (notWhole.find()) {
            return "“" + notWhole.group(1) + "” is not a whole number.";
        }
        if (message.contains("No matching overload")) {
            return "text and numbers are mixed; int(…) makes a number of text, string(…) text of a number.";
        }
        return message.contains("/ by zero") || message.contains("divide by zero") ? "it divides by zero." : message;
    }
}
