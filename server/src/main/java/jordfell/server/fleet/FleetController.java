package jordfell.server.fleet;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The list of devices, and the search field. */
@RestController
@RequestMapping(path = "/api", produces = "application/json")
class FleetController {

    private final FleetList list;

    FleetController(FleetList list) {
        this.list = list;
    }

    @GetMapping("/devices")
    FleetList.Fleet devices(
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "0") long siteId,
            @RequestParam(defaultValue = "") String condition,
            @RequestParam(defaultValue = "0") long batchId,
            @RequestParam(defaultValue = "") String after) {
        return list.devices(q, siteId, condition, batchId, after);
    }

    @GetMapping("/search")
    List<FleetList.Hit> search(@RequestParam String q) {
        return list.search(q);
    }
}
