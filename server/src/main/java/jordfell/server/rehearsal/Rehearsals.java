package jordfell.server.rehearsal;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jordfell.core.diagnosis.Cause;
import jordfell.core.roster.Domain;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.scenario.Scenario;
import jordfell.lab.scenario.Score;
import jordfell.server.lab.LabFaults;
import jordfell.server.lab.LabService;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStateStore;
import jordfell.server.records.DeviceStateStore.FirstCause;
import jordfell.server.records.DomainStore;
import jordfell.server.records.LabRehearsalStore;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Runs one scenario at a time in the Lab, over a start of the server too, and holds what is told against what was done. */
@Component
class Rehearsals {

    private final LabService lab;
    private final LabFaults faults;
    private final List<Course> courses;
    private final DomainStore domains;
    private final DeviceStateStore states;
    private final LabRehearsalStore store;
    private final JsonMapper json;

    Rehearsals(
            LabService lab,
            LabFaults faults,
            List<Course> courses,
            DomainStore domains,
            DeviceStateStore states,
            LabRehearsalStore store,
            JsonMapper json) {
        this.lab = lab;
        this.faults = faults;
        this.courses = List.copyOf(courses);
        this.domains = domains;
        this.states = states;
        this.store = store;
        this.json = json;
    }

    Optional<Rehearsal> running() {
        return store.running().map(kept -> json.readValue(kept, Rehearsal.class));
    }

    /** How the one that runs is told now. */
    Score score(Rehearsal rehearsal) {
        return rehearsal.score(causes(rehearsal.scenario(), states.firstCauses()));
    }

    synchronized void begin(Scenario scenario, LabFaults.Place place) {
        refuse(scenario, place);
        List<PhoneState> there = lab.inWorld(world -> world.phones().stream()
                .map(SimPhone::state)
                .filter(phone -> phone.powered() && isAt(phone, place))
                .toList());
        if (there.isEmpty() && scenario.beside() != Scenario.Beside.UNPACKED) {
            throw RefusedException.field("/key", "No phone of the Lab is there that has power.", "Unbox some first.");
        }
        List<FirstCause> told = states.firstCauses();
        List<Long> broken = new ArrayList<>();
        Course.Done done;
        try {
            scenario.fault()
                    .ifPresent(kind -> broken.add(faults.add(
                            kind,
                            place,
                            kind.amount().map(FaultKind.Amount::usual).orElse(0),
                            Duration.ZERO,
                            Optional.empty())));
            done = course(scenario).begin(new Course.Ground(scenario, place, there));
        } catch (RuntimeException e) {
            broken.forEach(faults::remove);
            throw e;
        }
        Set<Long> reached = reached(scenario, done, told);
        store.keep(json.writeValueAsString(new Rehearsal(
                scenario,
                place.name(),
                place.at(),
                lab.now(),
                Stream.concat(broken.stream(), done.faults().stream()).toList(),
                done.phones().stream().map(phone -> phone.mac().toString()).toList(),
                reached,
                done.devices(),
                done.singled(),
                isAlone(place),
                causes(scenario, told),
                done.undo())));
    }

    private void refuse(Scenario scenario, LabFaults.Place place) {
        if (running().isPresent()) {
            throw RefusedException.field("/scenario", "Another scenario runs.", "End it first.");
        }
        if (scenario.where() != place.where()) {
            throw RefusedException.field(
                    "/key", "“" + scenario.title() + "” can’t be at " + place.name() + ".", "Choose another place.");
        }
        if (faults.all().stream()
                .anyMatch(f -> scenario.fault().filter(f.kind()::equals).isPresent() && f.at().equals(place.at()))) {
            throw RefusedException.field(
                    "/scenario",
                    "What it breaks is broken there already.",
                    "Mend that first, under " + place.name() + ".");
        }
    }

    /** Ends the one that runs: what it broke is mended, and what it switched off is on again. */
    synchronized void end() {
        running().ifPresent(rehearsal -> {
            store.forget();
            rehearsal.faults().forEach(faults::remove);
            course(rehearsal.scenario()).end(rehearsal);
        });
    }

    private Course course(Scenario scenario) {
        return courses.stream()
                .filter(course -> course.isOf(scenario.beside()))
                .findFirst()
                .orElseThrow();
    }

    private boolean isAt(PhoneState phone, LabFaults.Place place) {
        return switch (place.where()) {
            case SITE -> phone.site().equals(place.at());
            case NODE -> faults.domainOf(phone.site()).equals(place.of());
            case DOMAIN -> faults.domainOf(phone.site()).equals(place.at());
            case PHONE -> phone.mac().toString().equals(place.at());
            case FLEET -> true;
        };
    }

    private boolean isAlone(LabFaults.Place place) {
        return domains.all().stream()
                .filter(d -> d.name().equals(place.of()))
                .map(Domain::nodes)
                .anyMatch(nodes -> nodes.size() == 1);
    }

    /** What was held before is told already; what is new was not there before. */
    private static Set<Long> reached(Scenario scenario, Course.Done done, List<FirstCause> told) {
        Set<Long> well = told.stream()
                .filter(t -> Scenario.reaches(t.condition()))
                .map(FirstCause::device)
                .collect(Collectors.toSet());
        boolean fresh = scenario.beside() == Scenario.Beside.UNPACKED;
        return done.devices().stream()
                .filter(device -> fresh || well.contains(device))
                .collect(Collectors.toSet());
    }

    /** What leaves dial tone is beside the point, unless the scenario is about it. */
    private static Map<Long, Cause> causes(Scenario scenario, List<FirstCause> told) {
        Set<Cause> meant = scenario.expects(true, true).named();
        Map<Long, Cause> causes = new HashMap<>();
        told.forEach(t -> t.cause()
                .filter(cause -> !cause.leavesDialTone() || meant.contains(cause))
                .ifPresent(cause -> causes.put(t.device(), cause)));
        return causes;
    }
}
