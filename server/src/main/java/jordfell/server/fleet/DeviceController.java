package jordfell.server.fleet;

import java.util.List;
import jordfell.server.problem.RefusedException;
import jordfell.server.release.ReleaseService;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One device: its sheet, and what can be done to it. */
@RestController
@RequestMapping(path = "/api/devices/{id}", produces = "application/json")
class DeviceController {

    record DeviceWish(
            @Nullable String label,
            @Nullable String modelId,
            long siteId,
            @Nullable Long templateId,
            @Nullable String note,
            long version) {}

    /** One number for each line from 1 on; an empty text is a line that is wanted and has none. */
    record LinesWish(@Nullable List<@Nullable String> numbers) {}

    private final DeviceCase cases;
    private final DeviceChanges changes;
    private final ReleaseService releases;
    private final TestCalls testCalls;

    DeviceController(DeviceCase cases, DeviceChanges changes, ReleaseService releases, TestCalls testCalls) {
        this.cases = cases;
        this.changes = changes;
        this.releases = releases;
        this.testCalls = testCalls;
    }

    @GetMapping
    DeviceSheet sheet(@PathVariable long id) {
        return DeviceSheet.of(cases.open(id).orElseThrow(() -> RefusedException.notFound("device")));
    }

    @PutMapping
    void change(@PathVariable long id, @RequestBody DeviceWish wish) {
        changes.change(id, wish.version(), wish.modelId(), wish.siteId(), wish.templateId(), wish.label(), wish.note());
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        changes.remove(id);
    }

    @PutMapping("/lines")
    void setLines(@PathVariable long id, @RequestBody LinesWish wish) {
        changes.setLines(id, wish.numbers() == null ? List.of() : wish.numbers());
    }

    /** Exchanges the extensions of two lines. */
    @PostMapping("/lines/swap")
    void swapLines(@PathVariable long id) {
        changes.swapFirstLines(id);
    }

    @PostMapping("/release")
    void release(@PathVariable long id) {
        releases.release(List.of(id), "");
    }

    @PostMapping("/resend")
    void resend(@PathVariable long id) {
        releases.resend(id);
    }

    @PostMapping("/test-call")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void testCall(@PathVariable long id) {
        testCalls.call(cases.open(id)
                .orElseThrow(() -> RefusedException.notFound("device"))
                .records());
    }
}
