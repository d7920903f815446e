package jordfell.server.lab;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jordfell.core.device.Device;
import jordfell.core.diagnosis.Cause;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.Domain;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.scenario.Scenario;
import jordfell.lab.scenario.Score;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStateStore;
import jordfell.server.records.DeviceStateStore.FirstCause;
import jordfell.server.records.DeviceStore;
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
            List<Long> faults,
            List<MacAddress> phones,
            Set<Long> reached,
            Score.Expected expected,
            Map<Long, Cause> before) {}

    private static final int REFUSALS = 3;
    private static final String WRONG = "typed-by-somebody-else";

    private final LabService lab;
    private final LabFaults faults;
    private final LabPhones phones;
    private final DomainStore domains;
    private final DeviceStore devices;
    private final DeviceStateStore states;
    private Optional<Rehearsal> running = Optional.empty();

    Rehearsals(
            LabService lab,
            LabFaults faults,
            LabPhones phones,
            DomainStore domains,
            DeviceStore devices,
            DeviceStateStore states) {
        this.lab = lab;
        this.faults = faults;
        this.phones = phones;
        this.domains = domains;
        this.devices = devices;
        this.states = states;
    }

    synchronized Optional<Rehearsal> running() {
        return running;
    }

    /** How the one that runs is told now. */
    Score score(Rehearsal rehearsal) {
        return Score.of(rehearsal.reached(), rehearsal.expected(), rehearsal.before(), causes(states.firstCauses()));
    }

    synchronized void begin(Scenario scenario, LabFaults.Place place) {
        if (running.isPresent()) {
            throw RefusedException.field("/scenario", "Another scenario runs.", "End it first.");
        }
        if (scenario.where() != place.where()) {
            throw RefusedException.field(
                    "/key", "“" + scenario.title() + "” can’t be at " + place.name() + ".", "Choose another place.");
        }
        List<PhoneState> all = lab.inWorld(
                world -> world.phones().stream().map(SimPhone::state).toList());
        List<MacAddress> there = all.stream()
                .filter(phone -> phone.powered() && isAt(phone, place))
                .map(PhoneState::mac)
                .toList();
        if (there.isEmpty()) {
            throw RefusedException.field("/key", "No phone of the Lab is there that has power.", "Unbox some first.");
        }
        if (faults.all().stream()
                .anyMatch(f -> scenario.fault().filter(f.kind()::equals).isPresent() && f.at().equals(place.at()))) {
            throw RefusedException.field(
                    "/scenario",
                    "What it breaks is broken there already.",
                    "Mend that first, under " + place.name() + ".");
        }
        List<FirstCause> told = states.firstCauses();
        Set<Long> reached = reached(there, told);
        List<Long> broken = new ArrayList<>();
        scenario.fault()
                .map(kind -> faults.add(
                        kind,
                        place,
                        kind.amount().map(FaultKind.Amount::usual).orElse(0),
                        Duration.ZERO,
                        Optional.empty()))
                .ifPresent(broken::add);
        switch (scenario.beside()) {
            case POWER_OFF -> phones.actAll(there, phone -> phone.power(false));
            case RESTART -> phones.actAll(there, SimPhone::restart);
            case ONE_MISTYPED -> {
                broken.addAll(banning(faults.domainOf(place.at())));
                phones.actAll(there, SimPhone::restart);
                phones.actAll(there.subList(0, 1), phone -> phone.typePassword(1, WRONG));
            }
            case NOTHING -> {}
        }
        boolean alone = isAlone(place);
        running = Optional.of(new Rehearsal(
                scenario,
                place,
                lab.now(),
                List.copyOf(broken),
                there,
                reached,
                new Score.Expected(scenario.named(alone), scenario.following(alone)),
                causes(told)));
    }

    /** Ends the one that runs: what it broke is mended, and what it switched off is on again. */
    synchronized void end() {
        running.ifPresent(rehearsal -> {
            rehearsal.faults().forEach(faults::remove);
            if (rehearsal.scenario().beside() == Scenario.Beside.ONE_MISTYPED) {
                phones.actAll(rehearsal.phones().subList(0, 1), SimPhone::reset);
            }
            if (rehearsal.scenario().beside() == Scenario.Beside.POWER_OFF) {
                phones.actAll(rehearsal.phones(), phone -> phone.power(true));
            }
        });
        running = Optional.empty();
    }

    /** All nodes of a domain ban who is refused, where they do not yet. */
    private List<Long> banning(String domain) {
        List<Fault> on = faults.all();
        return faults.places().stream()
                .filter(p -> p.where() == FaultKind.Where.NODE && p.of().equals(domain))
                .filter(p -> on.stream().noneMatch(f -> f.kind() == FaultKind.NODE_BANS && f.at().equals(p.at())))
                .map(p -> faults.add(FaultKind.NODE_BANS, p, REFUSALS, Duration.ZERO, Optional.empty()))
                .toList();
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

    private Set<Long> reached(List<MacAddress> there, List<FirstCause> told) {
        Set<Long> ids = there.stream()
                .flatMap(mac -> devices.byMac(mac).stream())
                .map(Device::id)
                .collect(Collectors.toSet());
        return told.stream()
                .filter(t -> ids.contains(t.device()) && Scenario.reaches(t.condition()))
                .map(FirstCause::device)
                .collect(Collectors.toSet());
    }

    private static Map<Long, Cause> causes(List<FirstCause> told) {
        Map<Long, Cause> causes = new HashMap<>();
        told.forEach(t ->
                t.cause().filter(cause -> !cause.leavesDialTone()).ifPresent(cause -> causes.put(t.device(), cause)));
        return causes;
    }
}
