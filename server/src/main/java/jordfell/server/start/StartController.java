package jordfell.server.start;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Tells whoever wants to sign in how far the start is. */
@RestController
@RequestMapping(path = StartGate.OPEN_ALWAYS, produces = "application/json")
class StartController {

    private final StartProgress progress;

    StartController(StartProgress progress) {
        this.progress = progress;
    }

    @GetMapping
    StartProgress.Start start() {
        return progress.present();
    }
}
