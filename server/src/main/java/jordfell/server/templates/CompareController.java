package jordfell.server.templates;

import jordfell.core.comparison.Compared;
import jordfell.core.comparison.Comparison;
import jordfell.core.comparison.Side;
import jordfell.core.path.Condition;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStateStore;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Two devices side by side: this one works, that one doesn't, and these settings differ. */
@RestController
@RequestMapping(path = "/api/compare", produces = "application/json")
class CompareController {

    private final DeviceStateStore states;
    private final FactsAssembler facts;

    CompareController(DeviceStateStore states, FactsAssembler facts) {
        this.states = states;
        this.facts = facts;
    }

    @GetMapping
    Comparison compare(@RequestParam long one, @RequestParam long other) {
        if (one == other) {
            throw RefusedException.field("/other", "That is the same device.", "Choose another one.");
        }
        return Comparison.of(compared(one), compared(other));
    }

    private Compared compared(long id) {
        Assembled device = facts.assemble(id).orElseThrow(() -> RefusedException.notFound("device"));
        return new Compared(
                side(device),
                device.settings(),
                device.lines().stream()
                        .map(line -> new Compared.Line(line.position(), line.settings()))
                        .toList());
    }

    private Side side(Assembled device) {
        DeviceStateStore.Shown state = states.shown(device.device().id());
        return new Side(
                device.device().id(),
                device.device().label(),
                device.device().model().fullName(),
                device.site().name(),
                device.device().template().map(t -> t.name()).orElse("none"),
                state.firmware(),
                Condition.valueOf(state.condition()),
                state.word(),
                state.sentence(),
                state.rail());
    }
}
