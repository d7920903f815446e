package jordfell.server.knock;

import java.util.List;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.KnockStore;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Unknown devices that asked for a configuration, and devices that wait to be claimed. */
@RestController
@RequestMapping(path = "/api", produces = "application/json")
class KnockController {

    private final KnockStore knocks;
    private final Knocks near;
    private final Guessers guessers;
    private final Changes changes;

    KnockController(KnockStore knocks, Knocks near, Guessers guessers, Changes changes) {
        this.knocks = knocks;
        this.near = near;
        this.guessers = guessers;
        this.changes = changes;
    }

    @GetMapping("/knocks")
    List<Knocks.KnockView> knocks() {
        return near.open(guessers.sources());
    }

    /** Sources that try one address after another; they are slowed. */
    @GetMapping("/guessers")
    List<Guessers.Guesser> guessers() {
        return guessers.present();
    }

    /** It was one of ours: it is answered as before. */
    @DeleteMapping("/guessers/{source}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forgive(@PathVariable String source) {
        guessers.forget(source);
        changes.tell(Subject.KNOCK);
    }

    @GetMapping("/claims")
    List<Knocks.Waiting> waiting() {
        return near.waiting();
    }

    /** Shows it no more; it is still counted. */
    @DeleteMapping("/knocks/{mac}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void ignore(@PathVariable String mac) {
        knocks.ignore(mac(mac));
        changes.tell(Subject.KNOCK);
    }

    /** Answers it no more and counts it no more. */
    @PostMapping("/knocks/{mac}/block")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void block(@PathVariable String mac) {
        knocks.block(mac(mac));
        changes.tell(Subject.KNOCK);
    }

    /** Gives a device that never called in the MAC that knocks: its own was mistyped. */
    @PostMapping("/knocks/{mac}/belongs-to/{deviceId}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void correct(@PathVariable String mac, @PathVariable long deviceId) {
        near.correct(mac(mac), deviceId);
    }

    private static MacAddress mac(String text) {
        if (MacReader.read(text) instanceof MacReading.Refused refused) {
            throw RefusedException.field("/mac", refused.reason(), refused.hint());
        }
        return MacAddress.of(text);
    }
}
