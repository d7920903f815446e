package jordfell.server.security;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What was done and which secrets left, by whom, the latest first. */
@RestController
@RequestMapping(path = "/api/audit", produces = "application/json")
class AuditController {

    private final Audit audit;

    AuditController(Audit audit) {
        this.audit = audit;
    }

    @GetMapping
    Audit.AuditPage page(
            @RequestParam(defaultValue = "false") boolean secrets, @RequestParam(defaultValue = "0") long before) {
        return audit.page(secrets, before);
    }
}
