package jordfell.server.keeping;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Tells the screens whether what is done on them can be kept. */
@RestController
@RequestMapping(path = "/api/keeping", produces = "application/json")
class KeepingController {

    /** @param trouble what stands against it, in words; empty when nothing does */
    record Keeping(String trouble) {}

    private final DataWatch watch;

    KeepingController(DataWatch watch) {
        this.watch = watch;
    }

    @GetMapping
    Keeping keeping() {
        return new Keeping(watch.present().map(Trouble::words).orElse(""));
    }
}
