package jordfell.server.change;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What was done lately, and taking it back. */
@RestController
@RequestMapping(path = "/api/acts", produces = "application/json")
class ActController {

    private static final int MOST = 50;

    private final Acts acts;

    ActController(Acts acts) {
        this.acts = acts;
    }

    @GetMapping
    List<Acts.Act> latest() {
        return acts.latest(MOST);
    }

    @PostMapping("/{id}/undo")
    void undo(@PathVariable long id) {
        acts.undo(id);
    }

    @PostMapping("/{id}/redo")
    void redo(@PathVariable long id) {
        acts.redo(id);
    }
}
