package jordfell.server.triage;

import java.util.List;
import jordfell.server.calls.NumberCauses;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the Triage screen asks. */
@RestController
@RequestMapping(path = "/api/triage", produces = "application/json")
class TriageController {

    private final CauseList causes;
    private final NumberCauses numbers;

    TriageController(CauseList causes, NumberCauses numbers) {
        this.numbers = numbers;
        this.causes = causes;
    }

    @GetMapping
    List<CauseList.CauseView> causes() {
        return causes.all();
    }

    /** Why numbers ring nothing, as far as that is no phone’s fault. */
    @GetMapping("/numbers")
    List<NumberCauses.NumberCause> numbers() {
        return numbers.all();
    }
}
