package jordfell.core.intake;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.intake.IntakeVerdict.Offer;
import jordfell.core.planning.LocalPorts;

/** Holds each row against the site's rule for local ports: behind a router, two phones with one local port are mixed up. */
final class PortCheck {

    private final IntakeRecords records;

    /** The row that has a port of a site. */
    private final Map<String, Integer> rows = new HashMap<>();

    PortCheck(IntakeRecords records) {
        this.records = records;
    }

    /** @param another what a row that can't have this number may do instead */
    void check(LinePlanner.Row row, IntakeColumn column, String number, List<Offer> another, RowProblems found) {
        if (!row.site().behindNat() || !number.matches("[0-9]{2,7}")) {
            return;
        }
        if (row.site().portBase() == 0) {
            String note =
                    row.site().name() + " is behind NAT and has no rule for local ports: phones there may share 5060";
            if (!found.notes.contains(note)) {
                found.notes.add(note);
            }
            return;
        }
        int port = LocalPorts.of(row.site().portBase(), number);
        Optional<String> refusal = LocalPorts.refuse(row.site().portBase(), number);
        if (refusal.isPresent()) {
            found.refuse(
                    column,
                    refusal.get(),
                    "Change the site’s port rule in Settings.",
                    LinePlanner.REFUSED_NUMBER,
                    another);
            return;
        }
        String key = row.site().id() + ":" + port;
        Integer before = rows.get(key);
        found.claims(() -> rows.putIfAbsent(key, row.index()));
        if (before != null && before != row.index()) {
            found.refuse(
                    column,
                    "Row " + (before + 1) + " has local port " + port + " behind the same router too.",
                    LocalPorts.ONE_EACH,
                    LinePlanner.REFUSED_NUMBER,
                    another);
        } else {
            records.portHolder(row.site().id(), port)
                    .filter(holder ->
                            row.existing().filter(d -> d.label().equals(holder)).isEmpty())
                    .ifPresent(holder -> found.refuse(
                            column,
                            holder + " has local port " + port + " behind the same router.",
                            LocalPorts.ONE_EACH,
                            LinePlanner.REFUSED_NUMBER,
                            another));
        }
    }
}
