package jordfell.core.story;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** From when to when something was so. */
public record Span(Instant from, Instant to) {

    /** The same without overlaps, in order; what follows within a moment goes on. */
    static List<Span> joined(List<Span> spans) {
        List<Span> joined = new ArrayList<>();
        spans.stream().sorted(Comparator.comparing(Span::from)).forEach(next -> {
            Span last = joined.isEmpty() ? null : joined.get(joined.size() - 1);
            if (last == null || last.to().isBefore(next.from())) {
                joined.add(next);
            } else if (next.to().isAfter(last.to())) {
                joined.set(joined.size() - 1, new Span(last.from(), next.to()));
            }
        });
        return joined;
    }

    /** What of it is before a moment. */
    Span until(Instant moment) {
        return new Span(from, to.isAfter(moment) ? moment : to);
    }
}
