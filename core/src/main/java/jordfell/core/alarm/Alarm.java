package jordfell.core.alarm;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * Something that an alarm is about, from its beginning to its end: one site, one node, one certificate, one extension.
 *
 * @param subject which one
 * @param words what is so, in a sentence
 * @param told when somebody was told of it; empty while nobody was
 * @param calm since when it is not so any more, if it is not over yet
 */
public record Alarm(
        String subject,
        String words,
        Instant raised,
        Optional<Instant> told,
        Optional<Instant> calm,
        Optional<Instant> cleared) {

    /** What is over for so long is over: one that comes and goes is one alarm. */
    static final Duration SETTLES = Duration.ofMinutes(2);

    /** What a rule makes of it now. */
    public sealed interface Step {

        /** Nothing is to be told. */
        record Nothing(Alarm alarm) implements Step {}

        /** Somebody is to be told that it began. */
        record Tell(Alarm alarm) implements Step {}

        /** Somebody is to be told that it is over. */
        record TellOver(Alarm alarm) implements Step {}
    }

    /** Something that is so since now. */
    public static Alarm begin(String subject, String words, Instant now) {
        return new Alarm(subject, words, now, Optional.empty(), Optional.empty(), Optional.empty());
    }

    /**
     * How it goes on.
     *
     * @param words what is so now; empty where it is not so any more
     * @param isQuiet whether nobody is to be told now
     */
    public Step next(Optional<String> words, boolean isQuiet, Instant now) {
        if (words.isPresent()) {
            Alarm goesOn = new Alarm(subject, words.get(), raised, told, Optional.empty(), Optional.empty());
            return told.isEmpty() && !isQuiet ? new Step.Tell(goesOn.toldAt(now)) : new Step.Nothing(goesOn);
        }
        Instant since = calm.orElse(now);
        Alarm calmer = new Alarm(subject, this.words, raised, told, Optional.of(since), Optional.empty());
        if (since.plus(SETTLES).isAfter(now)) {
            return new Step.Nothing(calmer);
        }
        Alarm over = new Alarm(subject, this.words, raised, told, Optional.of(since), Optional.of(since));
        // Of what nobody was told the beginning, nobody is told the end; at night it is told, for somebody may be on
        // the way.
        return told.isPresent() ? new Step.TellOver(over) : new Step.Nothing(over);
    }

    private Alarm toldAt(Instant now) {
        return new Alarm(subject, words, raised, Optional.of(now), calm, cleared);
    }

    public boolean isOver() {
        return cleared.isPresent();
    }
}
