package jordfell.server.calls;

import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import jordfell.core.dialing.DialDecision;
import jordfell.core.dialing.DialDecision.Tried;
import jordfell.core.dialing.DialTarget;
import jordfell.core.dialing.DialTarget.Change;
import jordfell.core.dialing.DigitMap;
import jordfell.core.dialing.PhoneDialling;
import jordfell.core.dialing.WhatIf;

/**
 * What comes of it when an extension dials a number.
 *
 * @param phone the device that was looked at; empty if none has the extension
 * @param deviceId 0 if there is none
 * @param phoneNote what is to be known of it beside its digit map; empty if nothing is
 * @param digitMap by which it dials; empty if that is not known, or it has none
 * @param permission of the extension; empty for none
 * @param tried the rows that were looked at; of very many only those at the beginning and around what matched
 * @param leftOut how many more there were
 * @param passes whether it reaches anybody
 */
record WhatIfView(
        String phone,
        long deviceId,
        String phoneNote,
        String digitMap,
        List<DialStep> steps,
        String sent,
        long waitsSeconds,
        String unheard,
        String permission,
        List<DialTried> tried,
        int leftOut,
        boolean passes,
        WhatIf.Verdict verdict,
        String sentence,
        String next) {

    private static final int MOST_AT_THE_BEGINNING = 100;
    private static final int MOST_AROUND = 20;
    private static final int MOST_PATTERNS = 3;

    /**
     * A key that was pressed.
     *
     * @param patterns those that say so
     * @param words what it comes to by them
     */
    record DialStep(String keys, DigitMap.Standing standing, String patterns, String words) {}

    /** @param to where the row goes, in words */
    record DialTried(String list, String pattern, String to, DialDecision.Outcome outcome, String why) {}

    static WhatIfView of(
            String phone, long deviceId, String phoneNote, String digitMap, String permission, WhatIf what) {
        PhoneDialling dialling = what.phone();
        List<Tried> all = what.registrar().map(DialDecision::tried).orElse(List.of());
        List<Tried> shown = shown(all);
        return new WhatIfView(
                phone,
                deviceId,
                phoneNote,
                digitMap,
                dialling.steps().stream()
                        .map(step -> new DialStep(step.keys(), step.standing(), patterns(step), words(step, dialling)))
                        .toList(),
                dialling.sent().orElse(""),
                dialling.waits().toSeconds(),
                dialling.unheard(),
                permission,
                shown.stream().map(WhatIfView::view).toList(),
                all.size() - shown.size(),
                what.verdict().passes(),
                what.verdict(),
                what.sentence(),
                what.next());
    }

    private static List<Tried> shown(List<Tried> all) {
        int matched = IntStream.range(0, all.size())
                .filter(i -> all.get(i).outcome() == DialDecision.Outcome.MATCHED)
                .findFirst()
                .orElse(all.size());
        return IntStream.range(0, all.size())
                .filter(i -> i < MOST_AT_THE_BEGINNING || Math.abs(i - matched) <= MOST_AROUND)
                .mapToObj(all::get)
                .toList();
    }

    private static DialTried view(Tried tried) {
        return new DialTried(
                String.join(" › ", tried.path()),
                tried.pattern(),
                tried.target().map(WhatIfView::words).orElse(""),
                tried.outcome(),
                why(tried));
    }

    private static String words(PhoneDialling.Step step, PhoneDialling dialling) {
        String patterns = patterns(step);
        return switch (step.standing()) {
            case NO_MATCH -> "nothing begins so";
            case COULD_MATCH -> patterns.isEmpty() ? "may become an emergency number" : patterns + " may follow";
            case WAITS ->
                patterns + ": sent when nothing follows"
                        + (dialling.sent().filter(step.keys()::equals).isPresent()
                                ? " for " + dialling.waits().toSeconds() + " s"
                                : "");
            case MATCHES -> patterns + ": sent at once";
        };
    }

    private static String patterns(PhoneDialling.Step step) {
        List<String> some = step.by().stream().limit(MOST_PATTERNS).toList();
        return String.join(", ", some) + (step.by().size() > some.size() ? " and others" : "");
    }

    private static String words(DialTarget target) {
        if (target instanceof DialTarget.Refused refused) {
            return "refused: " + refused.why();
        }
        if (target instanceof DialTarget.Service service) {
            return service.name();
        }
        return target instanceof DialTarget.Inside inside
                ? "inside" + changed(inside.change())
                : "outside" + changed(((DialTarget.Outside) target).change());
    }

    private static String changed(Change change) {
        String dropped = change.dropped() == 0
                ? ""
                : ", without the first " + (change.dropped() == 1 ? "digit" : change.dropped() + " digits");
        return dropped + (change.before().isEmpty() ? "" : ", " + change.before() + " before it");
    }

    private static String why(Tried tried) {
        return switch (tried.outcome()) {
            case NO, LOOP, MISSING -> "no: " + tried.why();
            case MATCHED -> "the first that matches";
            case NOT_REACHED -> tried.outcome().name().toLowerCase(Locale.ROOT).replace('_', ' ');
        };
    }
}
