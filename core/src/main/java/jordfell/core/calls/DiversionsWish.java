package jordfell.core.calls;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/**
 * Where somebody wishes calls for an extension to go; empty text for nowhere.
 *
 * @param afterSeconds how long it rings before it counts as not answered
 * @param also what rings together with its devices
 */
public record DiversionsWish(
        @Nullable String always,
        @Nullable String busy,
        @Nullable String unanswered,
        int afterSeconds,
        @Nullable String unreachable,
        @Nullable String also) {

    private static final int SHORTEST = 5;
    private static final int LONGEST = 120;

    /**
     * The diversions, or all that is wrong.
     *
     * @param line the extension as it is
     */
    public Checked<Diversions> checked(Callee.Line line, CallPath.Ground ground) {
        FieldProblems problems = new FieldProblems();
        Optional<String> toAlways = target("always", always, line, ground, problems);
        Optional<String> toBusy = target("busy", busy, line, ground, problems);
        Optional<String> toUnanswered = target("unanswered", unanswered, line, ground, problems);
        Optional<String> toUnreachable = target("unreachable", unreachable, line, ground, problems);
        Optional<String> together = target("also", also, line, ground, problems);
        together.flatMap(ground::callee)
                .filter(callee -> !(callee instanceof Callee.Line))
                .ifPresent(callee -> problems.add(
                        "also",
                        callee.number() + " is " + callee.name()
                                + ", and only an extension can ring together with another.",
                        "An extension, or what is dialled for a number outside."));
        if (afterSeconds < SHORTEST || afterSeconds > LONGEST) {
            problems.add(
                    "afterSeconds",
                    afterSeconds + " seconds can’t be rung.",
                    SHORTEST + " to " + LONGEST + " can; a ring lasts about five.");
        }
        Diversions wished = new Diversions(
                toAlways, toBusy, toUnanswered, Duration.ofSeconds(Math.max(0, afterSeconds)), toUnreachable, together);
        if (problems.all().isEmpty()) {
            Callee.Line changed = new Callee.Line(line.number(), line.name(), line.ringers(), wished);
            TargetRule.round(line.number(), new ChangedGround(ground, changed))
                    .ifPresent(way -> problems.add(
                            fieldTo(way.get(1), wished),
                            "Calls would go round: " + String.join(" → ", way) + ".",
                            "Choose another, or end it at one of them."));
        }
        return problems.otherwise(() -> wished);
    }

    /** Whether this is what is kept: that stays as it is, though it may not be kept anew by now. */
    public boolean isThat(Diversions kept) {
        return bare(always).equals(kept.always())
                && bare(busy).equals(kept.busy())
                && bare(unanswered).equals(kept.unanswered())
                && afterSeconds == kept.after().toSeconds()
                && bare(unreachable).equals(kept.unreachable())
                && bare(also).equals(kept.also());
    }

    private static Optional<String> bare(@Nullable String text) {
        return Optional.ofNullable(text).map(t -> t.replaceAll("[\\s-]", "")).filter(t -> !t.isEmpty());
    }

    private static Optional<String> target(
            String field, @Nullable String text, Callee.Line line, CallPath.Ground ground, FieldProblems problems) {
        Optional<String> target = bare(text);
        target.ifPresent(to -> TargetRule.check(field, line.number(), to, ground, problems));
        return target;
    }

    private static String fieldTo(String target, Diversions wished) {
        List<String> fields = List.of("always", "busy", "unanswered", "unreachable");
        List<Optional<String>> targets =
                List.of(wished.always(), wished.busy(), wished.unanswered(), wished.unreachable());
        int at = targets.indexOf(Optional.of(target));
        return fields.get(Math.max(0, at));
    }
}
