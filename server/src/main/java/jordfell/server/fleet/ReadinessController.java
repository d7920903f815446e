package jordfell.server.fleet;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import jordfell.core.readiness.Missing;
import jordfell.core.readiness.Readiness;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceCounts;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.HandoffStore;
import jordfell.server.records.PersonStore;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is still missing before somebody or something can ring. */
@RestController
@RequestMapping(path = "/api/readiness", produces = "application/json")
class ReadinessController {

    private static final int MOST_DEVICES = 500;

    /** One thing that is missing, at the device or person that misses it. */
    record Item(String of, String what, Missing.Place place, long id) {}

    /**
     * A short list.
     *
     * @param devices how many were looked at
     * @param ready how many of them miss nothing
     */
    record ReadinessView(int devices, int ready, List<Item> missing) {}

    private final DeviceCase cases;
    private final DeviceStore devices;
    private final DeviceCounts counts;
    private final HandoffStore handoffs;
    private final PersonStore people;
    private final ExtensionStore extensions;
    private final InstantSource clock;

    ReadinessController(
            DeviceCase cases,
            DeviceStore devices,
            DeviceCounts counts,
            HandoffStore handoffs,
            PersonStore people,
            ExtensionStore extensions,
            InstantSource clock) {
        this.cases = cases;
        this.devices = devices;
        this.counts = counts;
        this.handoffs = handoffs;
        this.people = people;
        this.extensions = extensions;
        this.clock = clock;
    }

    @GetMapping("/devices/{id}")
    ReadinessView ofDevice(@PathVariable long id) {
        if (devices.find(id).isEmpty()) {
            throw RefusedException.notFound("device");
        }
        return ofDevices(List.of(id), List.of());
    }

    @GetMapping("/people/{id}")
    ReadinessView ofPerson(@PathVariable long id) {
        PersonStore.Person person = people.find(id).orElseThrow(() -> RefusedException.notFound("person"));
        List<Extension> own = extensions.ofPerson(id);
        List<Readiness.Unbound> unbound = new ArrayList<>();
        Set<Long> theirs = new LinkedHashSet<>();
        for (Extension extension : own) {
            List<Long> with = devices.withExtension(extension.id());
            theirs.addAll(with);
            if (with.isEmpty()) {
                unbound.add(new Readiness.Unbound(extension.id(), extension.number()));
            }
        }
        List<Item> items = Readiness.ofPerson(id, person.name(), own.size(), unbound).stream()
                .map(m -> new Item(person.name(), m.what(), m.place(), m.id()))
                .toList();
        return ofDevices(List.copyOf(theirs), person.leftAt().isPresent() ? List.of() : items);
    }

    @GetMapping("/batches/{id}")
    ReadinessView ofBatch(@PathVariable long id) {
        return ofDevices(counts.ofBatch(id, MOST_DEVICES), List.of());
    }

    private ReadinessView ofDevices(List<Long> ids, List<Item> before) {
        List<Item> items = new ArrayList<>(before);
        int ready = 0;
        for (long id : ids) {
            List<Missing> missing = cases.open(id).map(this::missing).orElse(List.of());
            ready += missing.isEmpty() ? 1 : 0;
            missing.forEach(m ->
                    items.add(new Item(devices.find(id).map(d -> d.label()).orElse(""), m.what(), m.place(), m.id())));
        }
        return new ReadinessView(ids.size(), ready, items);
    }

    private List<Missing> missing(DeviceCase.Opened opened) {
        List<Readiness.HandoffFacts> facts = handoffs
                .ofDevice(opened.device().facts().id())
                .stream()
                .map(h -> new Readiness.HandoffFacts(h.expiresAt(), h.openedAt() != null, h.revokedAt() != null))
                .toList();
        return Readiness.of(opened.device().facts(), opened.device().path(), facts, clock.instant());
    }
}
