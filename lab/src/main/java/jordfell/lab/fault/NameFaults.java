package jordfell.lab.fault;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;

/** Faults of the names of domains: those that are there now. */
public final class NameFaults {

    private final List<Fault> on = new ArrayList<>();

    /** Where nobody keeps what is so when one begins. */
    private Consumer<Fault> beginning = fault -> {};

    /** Whoever is told of each that begins. */
    public void whenBegins(Consumer<Fault> told) {
        beginning = told;
    }

    void begin(Fault fault) {
        on.add(fault);
        beginning.accept(fault);
    }

    void end(Fault fault) {
        on.removeIf(f -> f.id() == fault.id());
    }

    /** Whether a fault of this kind has to do with a name: that of the domain, or one within it. */
    public boolean has(FaultKind kind, String name) {
        return of(kind, name).isPresent();
    }

    /** The fault of this kind that has to do with a name. */
    public Optional<Fault> of(FaultKind kind, String name) {
        String asked = name.toLowerCase(Locale.ROOT);
        return on.stream()
                .filter(f -> f.kind() == kind)
                .filter(f -> {
                    String domain = f.at().toLowerCase(Locale.ROOT);
                    return asked.equals(domain) || asked.endsWith("." + domain);
                })
                .findFirst();
    }
}
