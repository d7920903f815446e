package jordfell.core.phonebook;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a phonebook is made of. Contacts of its own belong to every one, and stand before what comes from its sources.
 *
 * @param domainId whose extensions it may name; empty for one that phones of all domains may have
 * @param decided by number, who of several contacts keeps it, as {@link Merged#of} takes it
 */
public record Phonebook(
        long id, Optional<Long> domainId, String name, List<Source> sources, Map<String, String> decided) {

    public Phonebook {
        sources = List.copyOf(sources);
        decided = Map.copyOf(decided);
    }

    /** From where contacts come, beside its own. */
    public sealed interface Source {}

    /** People and places of the roster, by a rule. */
    public record OfRoster(RosterRule rule) implements Source {}

    /** All of another phonebook. */
    public record Including(long phonebookId) implements Source {}

    /**
     * A list that is kept elsewhere.
     *
     * @param address http or https
     * @param everyMinutes how often it is fetched
     */
    public record Elsewhere(String address, int everyMinutes) implements Source {}

    /** The phonebooks of which it takes all. */
    public List<Long> includes() {
        return sources.stream()
                .filter(Including.class::isInstance)
                .map(s -> ((Including) s).phonebookId())
                .toList();
    }
}
