package jordfell.server.fleet;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.server.device.Assembled;
import jordfell.server.history.Contacts;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is bound to a device’s extensions now, by it and by others. */
@RestController
@RequestMapping(path = "/api/devices/{id}/contacts", produces = "application/json")
class ContactController {

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

    private final DeviceCase cases;
    private final Contacts contacts;
    private final DeviceStore devices;

    ContactController(DeviceCase cases, Contacts contacts, DeviceStore devices) {
        this.cases = cases;
        this.contacts = contacts;
        this.devices = devices;
    }

    @GetMapping
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
}
