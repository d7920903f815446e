package jordfell.server.fleet;

import java.util.List;
import jordfell.core.device.ManyWish;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Changes to many devices at once. */
@RestController
@RequestMapping(path = "/api/fleet", produces = "application/json")
class BulkController {

    record Changed(long actId) {}

    /** Which devices are to be changed, and what is to become of each; null leaves it as it is. */
    record BulkForm(
            @Nullable List<Long> deviceIds,
            @Nullable Long siteId,
            @Nullable Long templateId,
            @Nullable String modelId,
            @Nullable String note) {

        List<Long> ids() {
            return deviceIds == null ? List.of() : deviceIds;
        }

        ManyWish wish() {
            return new ManyWish(siteId, templateId, modelId, note);
        }
    }

    private final BulkEdit edits;

    BulkController(BulkEdit edits) {
        this.edits = edits;
    }

    /** What the change would mean, device by device. */
    @PostMapping("/try/change")
    List<BulkEdit.Difference> look(@RequestBody BulkForm form) {
        return edits.look(form.ids(), form.wish());
    }

    @PostMapping("/change")
    Changed change(@RequestBody BulkForm form) {
        return new Changed(edits.apply(form.ids(), form.wish()));
    }
}
