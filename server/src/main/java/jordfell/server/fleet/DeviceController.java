package jordfell.server.fleet;

import java.util.List;
import jordfell.core.catalogue.FirmwareRules;
import jordfell.core.catalogue.ModelSheet;
import jordfell.core.device.DeviceWish;
import jordfell.core.device.LinesWish;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ModelStore;
import jordfell.server.security.SignedIn;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One device: its sheet, and what can be done to it. */
@RestController
@RequestMapping(path = "/api/devices/{id}", produces = "application/json")
class DeviceController {

    record DeviceForm(
            @Nullable String label,
            @Nullable String modelId,
            long siteId,
            @Nullable Long templateId,
            @Nullable String note,
            long version) {

        DeviceWish wish() {
            return new DeviceWish(label, modelId, siteId, templateId, note);
        }
    }

    /**
     * One number for each line from 1 on; an empty text is a line that is wanted and has none.
     *
     * @param version of the device as it was seen; without one, whatever it has now is replaced
     */
    record LinesForm(
            @Nullable List<@Nullable String> numbers,
            @Nullable Long version) {}

    private final DeviceCase cases;
    private final DeviceChanges changes;
    private final DeviceLife life;
    private final ModelStore models;

    DeviceController(DeviceCase cases, DeviceChanges changes, DeviceLife life, ModelStore models) {
        this.cases = cases;
        this.changes = changes;
        this.life = life;
        this.models = models;
    }

    @GetMapping
    DeviceSheet sheet(@PathVariable long id, @AuthenticationPrincipal SignedIn who) {
        DeviceCase.Opened opened = cases.open(id).orElseThrow(() -> RefusedException.notFound("device"));
        return DeviceSheet.of(
                opened,
                models.sheet(opened.device().facts().model().id())
                        .map(ModelSheet::firmware)
                        .orElse(FirmwareRules.ANY),
                who);
    }

    @PutMapping
    void change(@PathVariable long id, @RequestBody DeviceForm form) {
        changes.change(id, form.version(), form.wish());
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        changes.remove(id);
    }

    @PutMapping("/lines")
    void setLines(@PathVariable long id, @RequestBody LinesForm form) {
        changes.setLines(id, form.version(), new LinesWish(form.numbers() == null ? List.of() : form.numbers()));
    }

    /** Devices that share an extension with this one: they need a release when it is taken out of use. */
    @GetMapping("/sharing")
    List<String> sharing(@PathVariable long id) {
        return life.sharing(id);
    }
}
