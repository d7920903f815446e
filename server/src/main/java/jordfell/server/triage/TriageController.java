package jordfell.server.triage;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the Triage screen asks. */
@RestController
@RequestMapping(path = "/api/triage", produces = "application/json")
class TriageController {

    private final CauseList causes;

    TriageController(CauseList causes) {
        this.causes = causes;
    }

    @GetMapping
    List<CauseList.CauseView> causes() {
        return causes.all();
    }
}
