package jordfell.server.screens;

import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

/** Addresses that belong to the screens: all are the same page, which reads the address itself. */
@Controller
class ScreenRoutes {

    @GetMapping({
        "/",
        "/intake/**",
        "/roster/**",
        "/templates/**",
        "/fleet/**",
        "/today",
        "/triage/**",
        "/calls/**",
        "/directory/**",
        "/lab/**",
        "/settings/**",
        "/handoff",
        "/pin"
    })
    String page() {
        return "forward:/index.html";
    }
}
