package jordfell.core.milestone;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import jordfell.core.evidence.Observation.ConfigRequested;

/**
 * Its requests for its configuration.
 *
 * @param taken the revision that it has
 * @param answers how it is answered of late
 * @param sources from where it took configurations, the newest last
 * @param agent the newest User-Agent that names a version
 */
public record Fetches(Optional<Taken> taken, Optional<Answers> answers, List<String> sources, String agent) {

    static final Fetches NONE = new Fetches(Optional.empty(), Optional.empty(), List.of(), "");

    private static final int MOST_SOURCES = 8;

    /**
     * A revision that the device has.
     *
     * @param since when it took it first, with no other in between
     * @param newest the newest request that was answered with it
     */
    public record Taken(String revision, Instant since, ConfigRequested newest) {}

    /**
     * Equal answers in a row.
     *
     * @param since the first of them
     * @param times how many
     */
    public record Answers(int status, Instant since, ConfigRequested newest, int times) {}

    public Fetches {
        sources = List.copyOf(sources);
    }

    /** @param own whether an address is known to be the device’s */
    Fetches after(ConfigRequested request, Predicate<String> own) {
        if (!request.served() && taken.isPresent() && !own.test(request.source())) {
            return this; // anybody can ask for its file; once it was served, a refusal elsewhere says nothing of it
        }
        String named = request.userAgent().contains("/") ? request.userAgent() : agent;
        Optional<Answers> next = Optional.of(answers.filter(a -> a.status() == request.status())
                .map(a -> new Answers(a.status(), a.since(), request, a.times() + 1))
                .orElseGet(() -> new Answers(request.status(), request.at(), request, 1)));
        if (!request.served()) {
            return new Fetches(taken, next, sources, named);
        }
        Instant since = taken.filter(t -> t.revision().equals(request.revision()))
                .map(Taken::since)
                .orElse(request.at());
        return new Fetches(
                Optional.of(new Taken(request.revision(), since, request)), next, with(request.source()), named);
    }

    /** The version that it says it has: what follows the slash of its User-Agent; empty if it never said. */
    public String installed() {
        return agent.substring(agent.lastIndexOf('/') + 1);
    }

    private List<String> with(String source) {
        List<String> more = new ArrayList<>(sources);
        more.remove(source);
        more.add(source);
        return more.subList(Math.max(0, more.size() - MOST_SOURCES), more.size());
    }
}
