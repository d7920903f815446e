package jordfell.server.story;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.device.Device.TemplateRef;
import jordfell.core.story.Twin;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStateStore;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The device most like one that works, and what differs between the two. */
@RestController
@RequestMapping(path = "/api/devices/{id}/twin", produces = "application/json")
class TwinController {

    record DifferenceView(String what, String here, String there) {}

    /**
     * A twin.
     *
     * @param id 0 where there is none of its model that works
     * @param same what both have, in words
     */
    record TwinView(long id, String label, String mac, List<String> same, List<DifferenceView> differences) {}

    private final FactsAssembler facts;
    private final DeviceStateStore states;

    TwinController(FactsAssembler facts, DeviceStateStore states) {
        this.facts = facts;
        this.states = states;
    }

    @GetMapping
    TwinView twin(@PathVariable long id) {
        Assembled here = facts.assemble(id).orElseThrow(() -> RefusedException.notFound("device"));
        return nearest(here)
                .flatMap(facts::assemble)
                .map(there -> view(here, there))
                .orElseGet(() -> new TwinView(0, "", "", List.of(), List.of()));
    }

    /** Of its model and in dial tone; of several one with its template, at its site, with its firmware. */
    private Optional<Long> nearest(Assembled here) {
        @Nullable Long template = here.device().template().map(TemplateRef::id).orElse(null);
        return states.nearestThatWorks(
                here.device().id(),
                here.device().model().id(),
                template,
                here.device().siteId(),
                states.shown(here.device().id()).firmware());
    }

    private TwinView view(Assembled here, Assembled there) {
        Map<String, String> mine = values(here);
        Map<String, String> other = values(there);
        List<String> same = new ArrayList<>();
        same.add(here.device().model().fullName());
        mine.forEach((what, value) -> {
            if (!value.isEmpty() && value.equals(other.get(what)) && same.size() < 4) {
                same.add(what.toLowerCase(java.util.Locale.ROOT) + " " + value);
            }
        });
        return new TwinView(
                there.device().id(),
                there.device().label(),
                there.device().mac().map(Object::toString).orElse(""),
                same,
                Twin.between(mine, other).stream()
                        .map(d -> new DifferenceView(d.what(), d.here(), d.there()))
                        .toList());
    }

    /** What two devices may have in common; numbers, names and secrets are each one’s own. */
    private Map<String, String> values(Assembled of) {
        Map<String, String> values = new LinkedHashMap<>();
        values.put("Site", of.site().name());
        values.put("Template", of.device().template().map(TemplateRef::name).orElse("none"));
        values.put("Firmware", states.shown(of.device().id()).firmware());
        values.put("Lines", Integer.toString(of.lines().size()));
        values.put("Domain", of.domain().name());
        values.put("Changes that are not released", of.facts().pending() ? "yes" : "no");
        of.settings().all().stream()
                .filter(s -> !s.setting().isSecret())
                .forEach(s -> values.put(s.setting().label(), s.value().orElse("")));
        of.lines().stream()
                .findFirst()
                .ifPresent(line -> line.settings().all().stream()
                        .filter(s -> !s.setting().isSecret())
                        .forEach(s -> values.put(
                                "Line 1: " + s.setting().label(), s.value().orElse(""))));
        return values;
    }
}
