package jordfell.server.stray;

import java.time.InstantSource;
import java.util.List;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Agents that register, or try to, and belong to no enrolled device. */
@RestController
@RequestMapping(path = "/api/strays", produces = "application/json")
class StrayController {

    private final Strays strays;
    private final Changes changes;
    private final InstantSource clock;

    StrayController(Strays strays, Changes changes, InstantSource clock) {
        this.strays = strays;
        this.changes = changes;
        this.clock = clock;
    }

    /** @param all those too that are ignored, refused or known by now */
    @GetMapping
    List<Strays.StrayView> strays(@RequestParam(defaultValue = "false") boolean all) {
        return strays.all(all, clock.instant());
    }

    /** Shows it no more until it is registered anew. */
    @PostMapping("/{id}/ignored")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void ignore(@PathVariable long id) {
        strays.ignore(id, true);
        tell();
    }

    @DeleteMapping("/{id}/ignored")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void ignoreNoMore(@PathVariable long id) {
        strays.ignore(id, false);
        tell();
    }

    /** The registrar answers it with a refusal from now on. */
    @PostMapping("/{id}/refused")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void refuse(@PathVariable long id) {
        strays.refuse(id, true);
        tell();
    }

    @DeleteMapping("/{id}/refused")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void refuseNoMore(@PathVariable long id) {
        strays.refuse(id, false);
        tell();
    }

    /** It is this device; without one it is a stray again. */
    @PutMapping("/{id}/device")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void is(@PathVariable long id, @RequestBody Strays.Wish wish) {
        strays.is(id, wish.deviceId());
        tell();
    }

    private void tell() {
        changes.tell(Subject.STRAY);
    }
}
