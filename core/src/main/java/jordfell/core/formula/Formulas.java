package jordfell.core.formula;

import dev.cel.bundle.Cel;
import dev.cel.bundle.CelBuilder;
import dev.cel.bundle.CelFactory;
import dev.cel.common.CelFunctionDecl;
import dev.cel.common.CelOverloadDecl;
import dev.cel.common.types.MapType;
import dev.cel.common.types.SimpleType;
import dev.cel.extensions.CelExtensions;
import dev.cel.extensions.CelStringExtensions;
import dev.cel.parser.CelStandardMacro;
import dev.cel.runtime.CelEvaluationExceptionBuilder;
import dev.cel.runtime.CelFunctionBinding;
import java.util.List;
import java.util.Map;
import jordfell.core.bounded.Bounded;

/**
 * Compiles formulas over one vocabulary and remembers them, so that one that stands in a template is compiled once for
 * all its devices.
 *
 * <p>The language is CEL without its loops ({@code map}, {@code filter}, {@code all}, {@code exists}) and without functions
 * that multiply text: what a formula costs is bounded by its length.
 */
public final class Formulas {

    private static final int REMEMBERED = 4_096;

    /** Text functions whose result is never longer than what they are given. */
    private static final CelStringExtensions.Function[] TEXT_FUNCTIONS = {
        CelStringExtensions.Function.CHAR_AT,
        CelStringExtensions.Function.INDEX_OF,
        CelStringExtensions.Function.LAST_INDEX_OF,
        CelStringExtensions.Function.LOWER_ASCII,
        CelStringExtensions.Function.UPPER_ASCII,
        CelStringExtensions.Function.SUBSTRING,
        CelStringExtensions.Function.TRIM
    };

    private final Vocabulary vocabulary;
    private final Cel environment;
    private final Map<String, Formula.Compiled> remembered = Bounded.byUse(REMEMBERED);

    public Formulas(Vocabulary vocabulary) {
        this.vocabulary = vocabulary;
        this.environment = environment(vocabulary);
    }

    public Vocabulary vocabulary() {
        return vocabulary;
    }

    /** The compiled formula, or why it can't be one. */
    public Formula.Compiled compile(String text) {
        synchronized (remembered) {
            return remembered.computeIfAbsent(text, t -> Formula.compile(t, environment, vocabulary));
        }
    }

    private static Cel environment(Vocabulary vocabulary) {
        CelBuilder builder = CelFactory.plannerCelBuilder()
                .setStandardMacros(CelStandardMacro.HAS)
                .addCompilerLibraries(CelExtensions.strings(TEXT_FUNCTIONS))
                .addRuntimeLibraries(CelExtensions.strings(TEXT_FUNCTIONS))
                .addFunctionDeclarations(CelFunctionDecl.newFunctionDeclaration(
                        "replace",
                        CelOverloadDecl.newMemberOverload(
                                "jordfell_replace",
                                SimpleType.STRING,
                                SimpleType.STRING,
                                SimpleType.STRING,
                                SimpleType.STRING)))
                .addFunctionBindings(CelFunctionBinding.from(
                        "jordfell_replace",
                        List.of(String.class, String.class, String.class),
                        arguments -> replace((String) arguments[0], (String) arguments[1], (String) arguments[2])));
        vocabulary
                .things()
                .keySet()
                .forEach(thing -> builder.addVar(
                        thing,
                        MapType.create(
                                SimpleType.STRING, vocabulary.isMixed(thing) ? SimpleType.DYN : SimpleType.STRING)));
        return builder.build();
    }

    /** Replacing can multiply text, so its result is measured before it is made. */
    private static String replace(String text, String what, String by) throws dev.cel.runtime.CelEvaluationException {
        long times =
                what.isEmpty() ? text.length() + 1L : text.split(java.util.regex.Pattern.quote(what), -1).length - 1L;
        if (text.length() + times * (by.length() - what.length()) > Formula.LONGEST_RESULT) {
            throw CelEvaluationExceptionBuilder.newBuilder("it gives more than %d characters.", Formula.LONGEST_RESULT)
                    .build();
        }
        return text.replace(what, by);
    }
}
