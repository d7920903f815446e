package jordfell.server.directory;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The names that a device’s model has no room for. */
@RestController
@RequestMapping(path = "/api/devices/{deviceId}/phonebooks/{slot}/left", produces = "application/json")
class FallingOffController {

    /** More than so many are counted. */
    private static final int MOST_NAMED = 1_000;

    /**
     * Names in the order of the phonebook.
     *
     * @param more how many others there are
     */
    record FallingOff(List<String> names, int more) {}

    private final BookShelf shelf;

    FallingOffController(BookShelf shelf) {
        this.shelf = shelf;
    }

    @GetMapping
    FallingOff left(@PathVariable long deviceId, @PathVariable int slot) {
        List<String> all = shelf.fallingOff(deviceId, slot);
        return new FallingOff(all.subList(0, Math.min(MOST_NAMED, all.size())), Math.max(0, all.size() - MOST_NAMED));
    }
}
