package jordfell.core.waves;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jordfell.core.path.Condition;

/**
 * Decides how a wave fares from how its devices were before it and how they are now: whether it goes on, has carried, or
 * must stop because too many got worse.
 */
public final class WaveWatch {

    /** Until then a device that took its file may still be on its way up. */
    private static final Duration SETTLING = Duration.ofSeconds(20);

    /** A wave of which so many days nothing is heard counts as carried by those who could be. */
    private static final Duration PATIENCE = Duration.ofHours(12);

    private WaveWatch() {}

    /**
     * A device of a wave.
     *
     * @param before how it was when the wave began
     * @param now how it is
     * @param fetched whether it has taken the file that the wave gave it
     * @param word why it is held, in a few words; empty if it is not
     */
    public record Member(long deviceId, String label, Condition before, Condition now, boolean fetched, String word) {

        /** It worked, or was on its way, and is held or silent now that it took the file. */
        public boolean isWorse() {
            return fetched && rank(now) < rank(before) && (now == Condition.HELD || now == Condition.SILENT);
        }

        /** It has taken the file and is no worse off. */
        public boolean hasCarried() {
            return fetched && !isWorse() && (isWell(now) || rank(now) >= rank(before) && !isWell(before));
        }

        private static boolean isWell(Condition condition) {
            return condition == Condition.CARRYING || condition == Condition.PROVEN;
        }

        /** Higher is better; whether a test call was made since is no better or worse. */
        private static int rank(Condition condition) {
            return switch (condition) {
                case PROVEN, CARRYING -> 3;
                case UNDER_WAY, PARKED -> 2;
                case HELD, SILENT -> 1;
            };
        }
    }

    /** How a wave fares. */
    public sealed interface Verdict {
        /** So many have carried, so many are still to come. */
        record GoesOn(int carried, int worse, int open) implements Verdict {}

        record Carried(int carried, int worse) implements Verdict {}

        /** Too many got worse. */
        record Stops(int worse, String why) implements Verdict {}
    }

    /**
     * Judges a wave.
     *
     * @param stopPercent the wave stops when more than this share of its devices got worse
     * @param sinceStart how long ago the wave began
     */
    public static Verdict judge(List<Member> members, int stopPercent, Duration sinceStart) {
        int worse = (int) members.stream().filter(Member::isWorse).count();
        int carried = (int) members.stream().filter(Member::hasCarried).count();
        if (worse * 100 > stopPercent * members.size()) {
            return new Verdict.Stops(worse, why(members, worse, stopPercent));
        }
        int open = members.size() - carried - worse;
        boolean over = open == 0 && sinceStart.compareTo(SETTLING) >= 0 || sinceStart.compareTo(PATIENCE) >= 0;
        return over ? new Verdict.Carried(carried, worse) : new Verdict.GoesOn(carried, worse, open);
    }

    private static String why(List<Member> members, int worse, int stopPercent) {
        List<Member> hurt = members.stream()
                .filter(Member::isWorse)
                .sorted(Comparator.comparing(Member::label))
                .toList();
        String common = commonWord(hurt).map(word -> ", all “" + word + "”").orElse("");
        String names =
                String.join(", ", hurt.stream().limit(3).map(Member::label).toList())
                        + (hurt.size() > 3 ? " and " + (hurt.size() - 3) + " more" : "");
        return worse + " of " + members.size() + " got worse" + (hurt.size() > 1 ? common : "") + ": " + names
                + (hurt.size() == 1 && !hurt.get(0).word().isEmpty()
                        ? " (" + hurt.get(0).word() + ")"
                        : "")
                + ". More than " + stopPercent + " % stops the wave.";
    }

    private static Optional<String> commonWord(List<Member> hurt) {
        List<String> words = hurt.stream().map(Member::word).distinct().toList();
        return words.size() == 1 && !words.get(0).isEmpty() ? Optional.of(words.get(0)) : Optional.empty();
    }

    /** When a wave that waits begins. */
    public enum Starts {
        /** Somebody starts it. */
        BY_HAND,
        /** At a time. */
        AT,
        /** As soon as the wave before it has carried. */
        WHEN_CARRIED
    }

    /**
     * Whether a waiting wave begins now.
     *
     * @param at the time of one that begins at a time
     * @param beforeCarried whether the wave before it has carried; true for the first
     * @param anyStopped whether an earlier wave of the release was stopped or taken back
     */
    public static boolean begins(
            Starts starts, Optional<Instant> at, boolean beforeCarried, boolean anyStopped, Instant now) {
        if (anyStopped) {
            return false;
        }
        return switch (starts) {
            case BY_HAND -> false;
            case AT -> at.filter(time -> !time.isAfter(now)).isPresent();
            case WHEN_CARRIED -> beforeCarried;
        };
    }
}
