package jordfell.server.jdbc;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * What was read by its key from some tables, kept in memory until something is written to one of them, whoever writes it: no
 * change has to be told here. What is not there is not kept. May be used by several threads.
 */
public final class KeptReads<K, V> {

    private record Kept<V>(V value, long version) {}

    private final Jdbc jdbc;
    private final Set<String> tables;
    private final Function<K, Optional<V>> read;
    private final Cache<K, Kept<V>> kept;

    /**
     * @param tables all from which {@code read} reads, in lower case; and those whose rows take theirs with them when they go
     * @param most as many are kept
     */
    public KeptReads(Jdbc jdbc, Set<String> tables, long most, Function<K, Optional<V>> read) {
        this.jdbc = jdbc;
        this.tables = Set.copyOf(tables);
        this.read = read;
        this.kept = Caffeine.newBuilder().maximumSize(most).build();
    }

    /** As it is in the tables now; within a transaction as that sees it. */
    public Optional<V> get(K key) {
        if (jdbc.isInTransaction()) {
            return read.apply(key); // it may see what is never committed
        }
        // Before it is read: what is written meanwhile makes it old.
        long version = jdbc.version(tables);
        Kept<V> known = kept.getIfPresent(key);
        if (known != null && known.version() == version) {
            return Optional.of(known.value());
        }
        Optional<V> value = read.apply(key);
        value.ifPresentOrElse(v -> kept.put(key, new Kept<>(v, version)), () -> kept.invalidate(key));
        return value;
    }
}
