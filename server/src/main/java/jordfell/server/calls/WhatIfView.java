package jordfell.server.calls;

import java.util.List;
import java.util.Locale;
import jordfell.core.dialing.DialDecision;
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
 * @param digitMap by which it dials
 * @param permission of the extension; empty for none
 * @param passes whether it reaches anybody
 */
record WhatIfView(
        String phone,
        long deviceId,
        String digitMap,
        List<DialStep> steps,
        String sent,
        long waitsSeconds,
        String unheard,
        String permission,
        List<DialTried> tried,
        boolean passes,
        WhatIf.Verdict verdict,
        String sentence,
        String next) {

    /** @param words what it comes to, by the patterns that say so */
    record DialStep(String keys, DigitMap.Standing standing, String words) {}

    /** @param to where the row goes, in words */
    record DialTried(String list, String pattern, String to, DialDecision.Outcome outcome, String why) {}

    static WhatIfView of(String phone, long deviceId, String digitMap, String permission, WhatIf what) {
        PhoneDialling dialling = what.phone();
        return new WhatIfView(
                phone,
                deviceId,
                digitMap,
                dialling.steps().stream()
                        .map(step -> new DialStep(step.keys(), step.standing(), words(step, dialling)))
                        .toList(),
                dialling.sent().orElse(""),
                dialling.waits().toSeconds(),
                dialling.unheard(),
                permission,
                what.registrar().stream()
                        .flatMap(decision -> decision.tried().stream())
                        .map(tried -> new DialTried(
                                String.join(" › ", tried.path()),
                                tried.pattern(),
                                tried.target().map(WhatIfView::words).orElse(""),
                                tried.outcome(),
                                why(tried)))
                        .toList(),
                what.verdict().passes(),
                what.verdict(),
                what.sentence(),
                what.next());
    }

    private static String words(PhoneDialling.Step step, PhoneDialling dialling) {
        List<String> by = step.by().stream().limit(3).toList();
        String patterns = String.join(", ", by) + (step.by().size() > by.size() ? " and others" : "");
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

    private static String why(DialDecision.Tried tried) {
        return switch (tried.outcome()) {
            case NO, LOOP, MISSING -> "no: " + tried.why();
            case MATCHED -> "the first that matches";
            case NOT_REACHED -> tried.outcome().name().toLowerCase(Locale.ROOT).replace('_', ' ');
        };
    }
}
