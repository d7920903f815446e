package jordfell.server.triage;

import java.time.Duration;
import java.util.List;
import jordfell.core.shared.Matrix;
import jordfell.core.shared.Shared;
import jordfell.server.calls.NumberCauses;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What the Triage screen asks. */
@RestController
@RequestMapping(path = "/api/triage", produces = "application/json")
class TriageController {

    record FactorView(String kind, String value) {}

    record CellView(int held, int all) {}

    record MatrixView(
            String down, String across, List<String> rows, List<String> columns, List<List<CellView>> cells) {}

    /**
     * What the devices of a cause share.
     *
     * @param sentence empty where chance would do as well
     * @param chance that it is nothing but chance, from 0 to 1
     * @param withinSeconds from the first of them to the last; -1 where that was long, or there is one alone
     */
    record SharedView(String sentence, List<FactorView> factors, double chance, long withinSeconds, MatrixView matrix) {

        static SharedView of(FleetFactors.Found found) {
            Matrix m = found.matrix();
            return new SharedView(
                    found.shared().map(Shared::sentence).orElse(""),
                    found.shared().stream()
                            .flatMap(s -> s.factors().stream())
                            .map(f -> new FactorView(f.kind().word(), f.value()))
                            .toList(),
                    found.shared().map(Shared::chance).orElse(1.0),
                    found.within().map(Duration::toSeconds).orElse(-1L),
                    new MatrixView(
                            m.down().word(),
                            m.across().word(),
                            m.rows(),
                            m.columns(),
                            m.cells().stream()
                                    .map(row -> row.stream()
                                            .map(c -> new CellView(c.held(), c.all()))
                                            .toList())
                                    .toList()));
        }
    }

    private final CauseList causes;
    private final FleetFactors factors;
    private final NumberCauses numbers;

    TriageController(CauseList causes, FleetFactors factors, NumberCauses numbers) {
        this.factors = factors;
        this.numbers = numbers;
        this.causes = causes;
    }

    @GetMapping
    List<CauseList.CauseView> causes() {
        return causes.all();
    }

    @GetMapping("/shared")
    SharedView shared(@RequestParam String cause, @RequestParam(defaultValue = "") String variant) {
        return SharedView.of(factors.of(cause, variant));
    }

    /** Why numbers ring nothing, as far as that is no phone’s fault. */
    @GetMapping("/numbers")
    List<NumberCauses.NumberCause> numbers() {
        return numbers.all();
    }
}
