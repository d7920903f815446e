package jordfell.server.lab;

import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import jordfell.lab.phone.FoundEntry;
import jordfell.server.calls.LabDialler.Rung;
import jordfell.server.problem.Fields;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Somebody looks a name up on a phone of the Lab, and calls it. */
@RestController
@RequestMapping(path = "/api/lab/phones/{mac}/phonebook", produces = "application/json")
class LabBookController {

    record EntryCall(@Nullable String call) {}

    private static final int MOST_FOUND = 20;
    private static final int LONGEST = 100;
    private static final Duration PATIENCE = Duration.ofSeconds(30);

    private final LabPhones phones;

    LabBookController(LabPhones phones) {
        this.phones = phones;
    }

    /** What the phone finds when these letters are typed. */
    @GetMapping
    List<FoundEntry> find(@PathVariable String mac, @RequestParam(defaultValue = "") String typed) {
        String letters = Fields.text(typed, "typed", "text", LONGEST);
        return phones.look(mac, phone -> phone.handset().find(letters, MOST_FOUND));
    }

    /** Somebody calls a number of an entry. */
    @PostMapping("/call")
    Rung call(@PathVariable String mac, @RequestBody EntryCall wish) {
        String call = Fields.needed(wish.call(), "call", "number", LONGEST);
        CompletableFuture<Rung> rung = new CompletableFuture<>();
        phones.act(
                mac,
                phone -> phone.handset()
                        .call(
                                call.replaceFirst("@.*", ""),
                                (worked, detail) -> rung.complete(new Rung(worked, detail))));
        return Rung.of(rung, PATIENCE);
    }
}
