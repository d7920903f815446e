package jordfell.server.catalogue;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import jordfell.core.render.Dialect;
import jordfell.core.render.Dialects;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.undo.Kept;
import jordfell.server.undo.RecordsTouched;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** The dialect of every family: those that come with the product, and those that technicians wrote, compiled once. */
@Component
public class DialectBook {

    private final FamilyStore store;
    private final Jdbc jdbc;
    private final Map<String, Optional<Dialect>> written = new ConcurrentHashMap<>();

    DialectBook(FamilyStore store, Jdbc jdbc) {
        this.store = store;
        this.jdbc = jdbc;
    }

    /** The dialect, unless there is no such family or its body can't be used. */
    public Optional<Dialect> find(String family) {
        Optional<Dialect> shipped = Dialects.shipped(family);
        return shipped.isPresent() ? shipped : written.computeIfAbsent(family, this::compile);
    }

    /** The dialect of a family that is known to have one. @throws IllegalArgumentException if it has none */
    public Dialect get(String family) {
        return find(family).orElseThrow(() -> new IllegalArgumentException("no dialect for family " + family));
    }

    /** A family that an act touched is compiled anew when it is next asked for. */
    @EventListener
    void follow(RecordsTouched touched) {
        touched.of(Kept.FAMILY).forEach(family -> jdbc.afterCommit(() -> written.remove(family)));
    }

    private Optional<Dialect> compile(String id) {
        return store.find(id)
                .map(written -> Dialect.of(written.family()))
                .filter(Dialect.Compiled.Good.class::isInstance)
                .map(good -> ((Dialect.Compiled.Good) good).dialect());
    }
}
