package jordfell.server.calls;

import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What if an extension dials a number? */
@RestController
@RequestMapping(path = "/api/calls", produces = "application/json")
class WhatIfController {

    private static final int LONGEST_DIALLED = 40;
    private static final int LONGEST_EXTENSION = 7;

    private final WhatIfs whatIfs;

    WhatIfController(WhatIfs whatIfs) {
        this.whatIfs = whatIfs;
    }

    /**
     * Blanks and hyphens in what is dialled are left out, as people write numbers.
     *
     * @param from the extension that dials
     */
    @GetMapping("/what-if")
    WhatIfView whatIf(@RequestParam long domainId, @RequestParam String from, @RequestParam String dialled) {
        String extension = Fields.needed(from, "from", "extension", LONGEST_EXTENSION);
        String keys = Fields.text(dialled, "dialled", "number", LONGEST_DIALLED).replaceAll("[\\s-]", "");
        if (!keys.matches("[0-9*#A-D]*")) {
            throw RefusedException.field(
                    "/dialled", "“" + keys + "” can’t be dialled on a phone’s keys.", "Digits, * and #.");
        }
        return whatIfs.of(domainId, extension, keys);
    }
}
