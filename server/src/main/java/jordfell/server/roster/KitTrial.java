package jordfell.server.roster;

import java.util.List;
import java.util.function.Predicate;
import jordfell.core.roster.Kit;
import jordfell.core.roster.KitDerivation;
import org.jspecify.annotations.Nullable;

/** What the formulas of a kit give for somebody. */
record KitTrial(
        @Nullable String displayName,
        @Nullable String authUser,
        @Nullable String outgoing,
        @Nullable String name,
        @Nullable String number,
        @Nullable String domain) {

    record TrialProblem(String field, String reason) {}

    record TrialView(
            String displayName, String authUser, String outgoing, List<TrialProblem> problems, List<String> words) {}

    String domainName() {
        return text(domain);
    }

    /** @param mayBeShown whether others may be shown a number */
    TrialView tried(Predicate<String> mayBeShown) {
        KitDerivation.Derived derived = new KitDerivation(
                        new Kit.Formulas(text(displayName), text(authUser), text(outgoing)))
                .derive(
                        new KitDerivation.Subject(
                                or(name, "Ida Sørvik"),
                                "ida.sorvik@tarnholm.example",
                                "Harbour",
                                or(number, "2431"),
                                text(domain)),
                        mayBeShown);
        return new TrialView(
                derived.displayName(),
                derived.authUser(),
                derived.outgoing(),
                derived.problems().stream()
                        .map(p -> new TrialProblem(p.field(), p.reason()))
                        .toList(),
                KitDerivation.WORDS.names());
    }

    private static String or(@Nullable String text, String usual) {
        return text(text).isEmpty() ? usual : text(text);
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
