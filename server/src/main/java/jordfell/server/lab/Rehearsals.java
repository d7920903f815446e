package jordfell.server.lab;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.diagnosis.Cause;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Condition;
import jordfell.core.roster.Domain;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.scenario.Scenario;
import jordfell.lab.scenario.Score;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import org.springframework.stereotype.Component;

/** Runs one scenario at a time in the Lab, and holds what is told against what was done. */
@Component
class Rehearsals {

    /** A scenario that runs. */
    record Rehearsal(
            Scenario scenario,
            LabFaults.Place place,
            Instant since,
            Optional<Long> fault,
            List<MacAddress> phones,
            Set<Long> reached,
            Set<Cause> expected,
            Map<Long, Cause> before) {}

    private static final Set<String> WELL =
            Set.of(Condition.UNDER_WAY.name(), Condition.CARRYING.name(), Condition.PROVEN.name());

    private record Told(long device, String condition, String cause) {}

    private final LabService lab;
    private final LabFaults faults;
    private final LabPhones phones;
    private final DomainStore domains;
    private final Jdbc jdbc;
    private Optional<Rehearsal> running = Optional.empty();

    Rehearsals(LabService lab, LabFaults faults, LabPhones phones, DomainStore domains, Jdbc jdbc) {
        this.lab = lab;
        this.faults = faults;
        this.phones = phones;
        this.domains = domains;
        this.jdbc = jdbc;
    }

    synchronized Optional<Rehearsal> running() {
        return running;
    }

    /** How the one that runs is told now. */
    Score score(Rehearsal rehearsal) {
        return Score.of(rehearsal.reached(), rehearsal.expected(), rehearsal.before(), causes(told()));
    }

    synchronized void begin(Scenario scenario, LabFaults.Place place) {
        if (running.isPresent()) {
            throw RefusedException.field("/scenario", "Another scenario runs.", "End it first.");
        }
        if (scenario.where() != place.where()) {
            throw RefusedException.field(
                    "/key", "“" + scenario.title() + "” can’t be at " + place.name() + ".", "Choose another place.");
        }
        List<MacAddress> there = lab.inWorld(world -> world.phones().stream()
                .filter(phone -> phone.state().powered() && isReached(phone, place))
                .map(SimPhone::mac)
                .toList());
        if (there.isEmpty()) {
            throw RefusedException.field("/key", "No phone of the Lab is there that has power.", "Unbox some first.");
        }
        List<Told> told = told();
        Set<Long> reached = reached(there, told);
        Optional<Long> fault = scenario.fault()
                .map(kind -> faults.add(
                        kind,
                        place,
                        kind.amount().map(FaultKind.Amount::usual).orElse(0),
                        Duration.ZERO,
                        Optional.empty()));
        switch (scenario.beside()) {
            case POWER_OFF -> phones.actAll(there, phone -> phone.power(false));
            case RESTART -> phones.actAll(there, SimPhone::restart);
            case NOTHING -> {}
        }
        running = Optional.of(new Rehearsal(
                scenario, place, lab.now(), fault, there, reached, scenario.expected(isAlone(place)), causes(told)));
    }

    /** Ends the one that runs: what it broke is mended, and what it switched off is on again. */
    synchronized void end() {
        running.ifPresent(rehearsal -> {
            rehearsal.fault().ifPresent(faults::remove);
            if (rehearsal.scenario().beside() == Scenario.Beside.POWER_OFF) {
                phones.actAll(rehearsal.phones(), phone -> phone.power(true));
            }
        });
        running = Optional.empty();
    }

    private boolean isReached(SimPhone phone, LabFaults.Place place) {
        return switch (place.where()) {
            case SITE -> phone.state().site().equals(place.at());
            case NODE -> faults.domainOf(phone.state().site()).equals(place.of());
            case DOMAIN -> faults.domainOf(phone.state().site()).equals(place.at());
        };
    }

    private boolean isAlone(LabFaults.Place place) {
        return domains.all().stream()
                .filter(d -> d.name().equals(place.of()))
                .map(Domain::nodes)
                .anyMatch(nodes -> nodes.size() == 1);
    }

    /** Those that carry, or are on their way to it: of others something is told already, or nothing can be. */
    private Set<Long> reached(List<MacAddress> there, List<Told> told) {
        Set<Long> well = new HashSet<>();
        told.stream().filter(t -> WELL.contains(t.condition())).forEach(t -> well.add(t.device()));
        List<Long> ids = new ArrayList<>();
        there.forEach(mac -> jdbc.one("select id from device where mac = ?", row -> row.number("id"), mac.compact())
                .ifPresent(ids::add));
        well.retainAll(Set.copyOf(ids));
        return well;
    }

    private List<Told> told() {
        return jdbc.list(
                "select device_id, condition, cause from device_state",
                row -> new Told(row.number("device_id"), row.text("condition"), row.text("cause")));
    }

    private static Map<Long, Cause> causes(List<Told> told) {
        Map<Long, Cause> causes = new HashMap<>();
        told.stream()
                .filter(t -> !t.cause().isEmpty())
                .map(t -> Map.entry(t.device(), Cause.bySlug(t.cause())))
                .filter(e -> !e.getValue().leavesDialTone())
                .forEach(e -> causes.put(e.getKey(), e.getValue()));
        return causes;
    }
}
