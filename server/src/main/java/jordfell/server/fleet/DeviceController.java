package jordfell.server.fleet;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import jordfell.core.path.Standing;
import jordfell.server.answer.ActDone;
import jordfell.server.device.FactsAssembler.Assembled;
import jordfell.server.history.Contacts;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Device;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.ModelStore;
import jordfell.server.release.ReleaseService;
import jordfell.server.release.ReleaseService.Consents;
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

    /**
     * One number for each line from 1 on; an empty text is a line that is wanted and has none.
     *
     * @param version of the device as it was seen; without one, whatever it has now is replaced
     */
    record LinesWish(
            @Nullable List<@Nullable String> numbers,
            @Nullable Long version) {}

    record MacWish(@Nullable String mac) {}

    record StandingWish(Standing standing) {}

    private final DeviceCase cases;
    private final DeviceChanges changes;
    /**
     * What is agreed to.
     *
     * @param supersede the device may leave the wave of another release in which it waits or was held back
     * @param unfit it may have, or be given, firmware that is not to be relied on
     */
    record SingleRelease(
            @Nullable Boolean supersede, @Nullable Boolean unfit) {}

    private final ReleaseService releases;
    private final TestCalls testCalls;
    private final DeviceLife life;
    private final Restarts restarts;
    private final Contacts contacts;
    private final DeviceStore devices;
    private final ModelStore models;

    DeviceController(
            DeviceCase cases,
            DeviceChanges changes,
            ReleaseService releases,
            TestCalls testCalls,
            DeviceLife life,
            Restarts restarts,
            Contacts contacts,
            DeviceStore devices,
            ModelStore models) {
        this.cases = cases;
        this.changes = changes;
        this.releases = releases;
        this.testCalls = testCalls;
        this.life = life;
        this.restarts = restarts;
        this.contacts = contacts;
        this.devices = devices;
        this.models = models;
    }

    @GetMapping
    DeviceSheet sheet(@PathVariable long id) {
        DeviceCase.Opened opened = cases.open(id).orElseThrow(() -> RefusedException.notFound("device"));
        return DeviceSheet.of(
                opened,
                models.sheet(opened.device().facts().model().id())
                        .map(ModelStore.ModelSheet::firmware)
                        .orElse(ModelStore.Firmware.ANY));
    }

    /**
     * Something bound to the extension of a line.
     *
     * @param own whether it is this device
     * @param label of the device that it is; empty where nothing tells
     * @param deviceId 0 where nothing tells
     */
    record ContactView(
            int line,
            String number,
            String contact,
            String source,
            String node,
            Instant until,
            boolean own,
            String label,
            long deviceId) {}

    /** What is bound to the device’s extensions now, by it and by others. */
    @GetMapping("/contacts")
    List<ContactView> contacts(@PathVariable long id) {
        Assembled device = cases.open(id)
                .orElseThrow(() -> RefusedException.notFound("device"))
                .records();
        List<ContactView> views = new ArrayList<>();
        device.lines()
                .forEach(line -> line.extension()
                        .ifPresent(extension -> contacts.of(device.domain().name(), extension.number())
                                .forEach(c -> {
                                    Optional<Device> holder = c.device().flatMap(devices::byMac);
                                    views.add(new ContactView(
                                            line.position(),
                                            extension.number(),
                                            c.contact(),
                                            c.source(),
                                            c.node(),
                                            c.until(),
                                            holder.filter(h -> h.id() == id).isPresent(),
                                            holder.map(Device::label).orElse(""),
                                            holder.map(Device::id).orElse(0L)));
                                })));
        return views;
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
        changes.setLines(id, wish.version(), wish.numbers() == null ? List.of() : wish.numbers());
    }

    /** Exchanges the extensions of two lines. */
    @PostMapping("/lines/swap")
    void swapLines(@PathVariable long id) {
        changes.swapFirstLines(id);
    }

    @PostMapping("/release")
    void release(@PathVariable long id, @RequestBody(required = false) @Nullable SingleRelease wish) {
        releases.release(
                List.of(id),
                "",
                ReleaseService.ALL_AT_ONCE,
                wish == null ? Consents.NONE : Consents.of(wish.supersede(), wish.unfit()));
    }

    @PostMapping("/resend")
    void resend(@PathVariable long id) {
        releases.resend(id);
    }

    @PostMapping("/restart")
    void restart(@PathVariable long id) {
        restarts.restart(id);
    }

    @PostMapping("/test-call")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void testCall(@PathVariable long id) {
        testCalls.call(cases.open(id)
                .orElseThrow(() -> RefusedException.notFound("device"))
                .records());
    }

    /** Another box takes this one's place; the record keeps everything but the MAC. */
    @PostMapping("/replace")
    ActDone replace(@PathVariable long id, @RequestBody MacWish wish) {
        return new ActDone(life.replace(id, wish.mac() == null ? "" : wish.mac()));
    }

    /** A new claim code for a device that has no MAC yet. */
    @PostMapping("/claim")
    ActDone claim(@PathVariable long id) {
        return new ActDone(life.giveClaim(id));
    }

    @PutMapping("/standing")
    ActDone setStanding(@PathVariable long id, @RequestBody StandingWish wish) {
        if (wish.standing() == null) {
            throw RefusedException.field(
                    "/standing", "No standing is named.", Arrays.toString(Standing.values()) + ".");
        }
        return new ActDone(wish.standing() == Standing.IN_USE ? life.bringBack(id) : life.takeOut(id, wish.standing()));
    }

    /** Devices that share an extension with this one: they need a release when it is taken out of use. */
    @GetMapping("/sharing")
    List<String> sharing(@PathVariable long id) {
        return life.sharing(id);
    }
}
