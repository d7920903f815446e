package jordfell.server.device;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import jordfell.core.render.Dialect;
import jordfell.core.render.Dialects;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.records.FamilyStore;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The dialect of every family: those that come with the product, and those that technicians wrote, compiled once. */
@Component
public class DialectBook {

    private final FamilyStore store;
    private final Map<String, Optional<Dialect>> written = new ConcurrentHashMap<>();

    DialectBook(FamilyStore store) {
        this.store = store;
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

    /** A family that changed is compiled anew when it is next asked for. */
    @EventListener
    @Order(0)
    void follow(Changed changed) {
        changed.of(Subject.FAMILY).forEach(written::remove);
    }

    private Optional<Dialect> compile(String id) {
        return store.find(id)
                .map(written -> Dialect.of(written.family()))
                .filter(Dialect.Compiled.Good.class::isInstance)
                .map(good -> ((Dialect.Compiled.Good) good).dialect());
    }
}
