package jordfell.server.fleet;

import java.util.List;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Changes to many devices at once. */
@RestController
@RequestMapping(path = "/api/fleet", produces = "application/json")
class BulkController {

    record Changed(long actId) {}

    private final BulkEdit edits;

    BulkController(BulkEdit edits) {
        this.edits = edits;
    }

    /** What the change would mean, device by device. */
    @PostMapping("/try/change")
    List<BulkEdit.Difference> look(@RequestBody BulkEdit.BulkWish wish) {
        return edits.look(wish);
    }

    @PostMapping("/change")
    Changed change(@RequestBody BulkEdit.BulkWish wish) {
        return new Changed(edits.apply(wish));
    }
}
