package jordfell.server.release;

import java.util.List;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.WaveStore;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Releases that were made: how their waves fare, and what can be done with them. */
@RestController
@RequestMapping(path = "/api/releases", produces = "application/json")
class WaveController {

    record GoOnWish(@Nullable Integer stopPercent) {}

    private final WaveList list;
    private final WaveStore waves;
    private final WaveActs acts;

    WaveController(WaveList list, WaveStore waves, WaveActs acts) {
        this.list = list;
        this.waves = waves;
        this.acts = acts;
    }

    @GetMapping
    List<WaveList.PastRelease> past() {
        return list.past();
    }

    @GetMapping("/{id}")
    WaveList.ReleaseView release(@PathVariable long id) {
        return list.release(id).orElseThrow(() -> RefusedException.notFound("release"));
    }

    @PostMapping("/{id}/waves/{position}/begin")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void begin(@PathVariable long id, @PathVariable int position) {
        acts.begin(wave(id, position));
    }

    @PostMapping("/{id}/waves/{position}/stop")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stop(@PathVariable long id, @PathVariable int position) {
        acts.stop(wave(id, position), Audit.who() + " stopped it.");
    }

    @PostMapping("/{id}/waves/{position}/go-on")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void goOn(@PathVariable long id, @PathVariable int position, @RequestBody GoOnWish wish) {
        int percent = wish.stopPercent() == null ? 100 : wish.stopPercent();
        if (percent < 0 || percent > 100) {
            throw RefusedException.field("/stopPercent", percent + " is no share.", "0 to 100 percent is.");
        }
        acts.goOn(wave(id, position), percent);
    }

    @PostMapping("/{id}/waves/{position}/take-back")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(@PathVariable long id, @PathVariable int position) {
        acts.takeBack(wave(id, position));
    }

    /** Keeps the waves that are still to come from beginning. */
    @PostMapping("/{id}/end")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(@PathVariable long id) {
        acts.endRest(id);
    }

    private WaveStore.Wave wave(long id, int position) {
        return waves.find(id, position).orElseThrow(() -> RefusedException.notFound("wave"));
    }
}
