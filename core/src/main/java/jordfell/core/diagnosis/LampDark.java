package jordfell.core.diagnosis;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import jordfell.core.milestone.Watch;
import jordfell.core.path.LampStatus;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;

/**
 * <em>lamp-dark</em>: a key that is to show whether an extension is busy is told nothing: nobody has that extension, the
 * registrar refuses, the phone never asked, or stopped asking. Lamps that are dark for one reason are told together. The
 * message lamp is dark only where its registrar refuses.
 */
final class LampDark implements Rule {

    /** Who is told that there is no time asks again (RFC 3261 §21.5.4), and who is forgotten asks anew (RFC 6665 §4.1.2.2). */
    private static final Pattern ASKS_AGAIN = Pattern.compile("^(503|481)\\b");

    /** More are counted. */
    private static final int MOST_NAMED = 4;

    @Override
    public List<Finding> examine(CaseOf device) {
        if (device.path().stop(Stop.ACCEPTED).state() != StopState.PASSED) {
            return List.of();
        }
        List<Finding> findings = new ArrayList<>();
        messages(device).ifPresent(findings::add);
        List<LampStatus> lamps =
                LampStatus.of(device.facts(), device.reached(), device.path().lines(), device.now());
        Predicate<LampStatus> unknown =
                lamp -> lamp.refusal().filter(r -> r.startsWith("404")).isPresent();
        Predicate<LampStatus> onRecord =
                lamp -> device.secrets().current(lamp.lamp().number()).isPresent();
        some(lamps, unknown.and(onRecord.negate())).forEach(dark -> findings.add(nobodys(device, dark)));
        some(lamps, unknown.and(onRecord)).forEach(dark -> findings.add(unknownThen(dark)));
        Map<String, List<LampStatus>> refused = lamps.stream()
                .filter(lamp -> lamp.refusal().filter(LampDark::isNo).isPresent() && !unknown.test(lamp))
                .collect(Collectors.groupingBy(
                        lamp -> lamp.refusal().orElseThrow(), LinkedHashMap::new, Collectors.toList()));
        refused.forEach((answer, dark) -> findings.add(refused(dark, answer)));
        some(lamps, lamp -> lamp.ranOut(device.now())).forEach(dark -> findings.add(ranOut(dark)));
        some(lamps, lamp -> lamp.neverAsked(device.now())).forEach(dark -> findings.add(neverAsked(device, dark)));
        return findings;
    }

    /** That the registrar refuses to tell it of its own messages: it may tell them unasked all the same. */
    private static Optional<Finding> messages(CaseOf device) {
        return device.facts().lines().stream()
                .flatMap(line -> line.extension().stream())
                .flatMap(extension -> device.reached().watch(Watch.MESSAGES, extension.number()).stream())
                .filter(watch -> watch.refusal().filter(LampDark::isNo).isPresent())
                .findFirst()
                .map(
                        watch -> Finding.likely(
                                        Cause.MESSAGE_LAMP_DARK,
                                        "The registrar does not tell it of the messages of " + watch.number() + " (“"
                                                + watch.refusal().orElseThrow() + "”), so its message lamp stays dark.",
                                        "Whether the lamp lights once somebody leaves a message: some registrars tell it unasked.")
                                .variant(watch.number())
                                .brief("message lamp dark")
                                .detail("It asked to be told of its own messages, and that was the answer.")
                                .since(watch.askedFirst())
                                .shownBy("SUBSCRIBE for the messages of " + watch.number() + " → "
                                        + watch.refusal().orElseThrow())
                                .remedies(
                                        Remedy.advice(
                                                "Leave it a message: if the lamp stays dark, have the registrar tell of messages (RFC 3842).")));
    }

    private static boolean isNo(String answer) {
        return !ASKS_AGAIN.matcher(answer).find();
    }

    /** Those of them, if there are any. */
    private static List<List<LampStatus>> some(List<LampStatus> lamps, Predicate<LampStatus> which) {
        List<LampStatus> dark = lamps.stream().filter(which).toList();
        return dark.isEmpty() ? List.of() : List.of(dark);
    }

    private static Finding nobodys(CaseOf device, List<LampStatus> lamps) {
        String domain = device.facts().domain().name();
        return Finding.certain(Cause.LAMP_DARK, "Nobody has " + numbers(lamps) + ", so " + places(lamps) + " dark.")
                .variant("nobody has " + all(lamps))
                .brief("lamp of " + numbers(lamps) + " dark")
                .detail("It asked to be told of " + numbers(lamps) + ", and was answered that " + domain
                        + " does not have it.")
                .since(since(lamps))
                .shownBy("SUBSCRIBE for " + numbers(lamps) + " → 404")
                .remedies(Remedy.advice("Put the number that is meant on " + keys(lamps) + ", under Templates, or give "
                        + numbers(lamps) + " to somebody, under Roster."));
    }

    /** On record here: since it asked, or the registrar has other accounts. */
    private static Finding unknownThen(List<LampStatus> lamps) {
        return Finding.likely(
                        Cause.LAMP_DARK,
                        "The registrar did not know " + numbers(lamps) + " when it asked, so " + places(lamps)
                                + " dark.",
                        "Whether a restart lights " + (lamps.size() == 1 ? "it." : "them."))
                .variant("was not known " + all(lamps))
                .brief("lamp of " + numbers(lamps) + " dark")
                .detail("It is on record here; the phone is to ask once more.")
                .since(since(lamps))
                .shownBy("SUBSCRIBE for " + numbers(lamps) + " → 404", numbers(lamps) + " is on record")
                .remedies(
                        Remedy.restart(),
                        Remedy.advice("If the answer is the same, give the registrar its accounts anew: under Roster,"
                                + " Extensions, “Accounts for a registrar…”."));
    }

    private static Finding refused(List<LampStatus> lamps, String answer) {
        return Finding.certain(
                        Cause.LAMP_DARK,
                        "The registrar does not tell it of " + numbers(lamps) + " (“" + answer + "”), so "
                                + places(lamps) + " dark.")
                .variant(answer + " " + all(lamps))
                .brief("lamp of " + numbers(lamps) + " dark")
                .detail("It asked to be told of " + numbers(lamps) + ", and that was the answer.")
                .since(since(lamps))
                .shownBy("SUBSCRIBE for " + numbers(lamps) + " → " + answer)
                .remedies(Remedy.advice("See at the registrar who may watch " + numbers(lamps) + "."));
    }

    private static Finding ranOut(List<LampStatus> lamps) {
        Instant end = lamps.stream()
                .flatMap(lamp -> lamp.ends().stream())
                .min(Comparator.naturalOrder())
                .orElseThrow();
        return Finding.likely(
                        Cause.LAMP_DARK,
                        "It stopped asking to be told of " + numbers(lamps) + ", so " + places(lamps) + " dark.",
                        "Whether a restart lights " + (lamps.size() == 1 ? "it." : "them."))
                .variant("ran out " + all(lamps))
                .brief("lamp of " + numbers(lamps) + " dark")
                .detail("It was told until its subscription ran out, and no other SUBSCRIBE came; its registration"
                        + " goes on.")
                .since(end)
                .shownBy("the subscription to " + numbers(lamps) + " ran out")
                .remedies(Remedy.restart(), Remedy.advice("If it is dark again later, look at its firmware."));
    }

    private static Finding neverAsked(CaseOf device, List<LampStatus> lamps) {
        return Finding.likely(
                        Cause.LAMP_DARK,
                        "It never asked to be told of " + numbers(lamps) + ", so " + places(lamps) + " dark.",
                        "Its own log of what it asks its registrar for.")
                .variant("never asked " + all(lamps))
                .brief("lamp of " + numbers(lamps) + " dark")
                .detail("It has its configuration and is registered, and no SUBSCRIBE for " + numbers(lamps)
                        + " came to a registrar.")
                .since(since(lamps))
                .shownBy("no SUBSCRIBE for " + numbers(lamps))
                .remedies(Remedy.advice(
                        "See whether the " + device.facts().model().fullName()
                                + " has lamps on these keys, and lights them with its firmware."));
    }

    private static Instant since(List<LampStatus> lamps) {
        return lamps.stream()
                .map(lamp -> lamp.watch().map(Watch::askedFirst).orElse(lamp.askedBy()))
                .min(Comparator.naturalOrder())
                .orElseThrow();
    }

    /** Each number once. */
    private static List<String> all(List<LampStatus> lamps) {
        return lamps.stream().map(lamp -> lamp.lamp().number()).distinct().toList();
    }

    private static String numbers(List<LampStatus> lamps) {
        List<String> all = all(lamps);
        boolean isMany = all.size() > MOST_NAMED;
        List<String> named = isMany ? all.subList(0, MOST_NAMED) : all.subList(0, all.size() - 1);
        String last = isMany ? all.size() - MOST_NAMED + " more" : all.get(all.size() - 1);
        return named.isEmpty() ? last : String.join(", ", named) + " and " + last;
    }

    private static String places(List<LampStatus> lamps) {
        return lamps.size() == 1
                ? "the lamp of " + lamps.get(0).lamp().place() + " stays"
                : lamps.size() + " lamps stay";
    }

    private static String keys(List<LampStatus> lamps) {
        return lamps.size() == 1 ? lamps.get(0).lamp().place() : "these keys";
    }
}
