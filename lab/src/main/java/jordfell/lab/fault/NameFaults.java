package jordfell.lab.fault;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Faults of the names of domains: those that are there now. */
public final class NameFaults {

    private final List<Fault> on = new ArrayList<>();

    void begin(Fault fault) {
        on.add(fault);
    }

    void end(Fault fault) {
        on.removeIf(f -> f.id() == fault.id());
    }

    /** Whether a fault of this kind has to do with a name: that of the domain, or one within it. */
    public boolean has(FaultKind kind, String name) {
        String asked = name.toLowerCase(Locale.ROOT);
        return on.stream()
                .filter(f -> f.kind() == kind)
                .map(f -> f.at().toLowerCase(Locale.ROOT))
                .anyMatch(domain -> asked.equals(domain) || asked.endsWith("." + domain));
    }
}
