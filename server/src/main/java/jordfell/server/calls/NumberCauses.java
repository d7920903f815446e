package jordfell.server.calls;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import jordfell.core.calls.CallStop.DeadEnd;
import jordfell.core.calls.CallStop.DeadEnd.Weight;
import jordfell.server.calls.DeadNumberSearch.DeadNumber;
import jordfell.server.records.DomainStore;
import org.springframework.stereotype.Component;

/**
 * Why numbers ring nothing that should, as causes: only what somebody has to change on record. That a phone is not registered is
 * told of the phone.
 */
@Component
public class NumberCauses {

    private static final int MOST_NAMED = 5;

    /** Looking at every number of a large domain takes a moment, and several people look at the causes. */
    private static final Duration FRESH = Duration.ofSeconds(10);

    /**
     * Numbers of a domain that ring nothing for one reason.
     *
     * @param sentence what is wrong with the first of them
     * @param some the first few, as they are written
     */
    public record NumberCause(
            long domainId, String domain, DeadEnd end, String title, String sentence, int count, List<String> some) {}

    private final DomainStore domains;
    private final LoadingCache<Long, List<DeadNumber>> found;

    NumberCauses(DomainStore domains, DeadNumberSearch search) {
        this.domains = domains;
        this.found = Caffeine.newBuilder()
                .maximumSize(100)
                .expireAfterWrite(FRESH)
                .build(domain -> search.in(domain).dead());
    }

    /** Those of all domains. */
    public List<NumberCause> all() {
        List<NumberCause> causes = new ArrayList<>();
        domains.all().forEach(domain -> {
            Map<DeadEnd, List<DeadNumber>> byEnd = new EnumMap<>(DeadEnd.class);
            for (DeadNumber dead : found.get(domain.id())) {
                DeadEnd end = dead.end();
                if (end != null && end.weight() == Weight.RECORD) {
                    byEnd.computeIfAbsent(end, e -> new ArrayList<>()).add(dead);
                }
            }
            byEnd.forEach((end, dead) -> causes.add(new NumberCause(
                    domain.id(),
                    domain.name(),
                    end,
                    end.title(),
                    dead.get(0).why(),
                    dead.size(),
                    dead.stream().limit(MOST_NAMED).map(DeadNumber::shown).toList())));
        });
        return causes;
    }
}
