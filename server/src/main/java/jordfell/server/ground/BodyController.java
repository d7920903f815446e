package jordfell.server.ground;

import java.util.List;
import java.util.Optional;
import jordfell.core.render.BodyCheck;
import jordfell.core.render.BodyName;
import jordfell.core.render.BodyNames;
import jordfell.core.render.BodyProblem;
import jordfell.core.render.Dialect;
import jordfell.core.render.Escaping;
import jordfell.core.render.Family;
import jordfell.core.render.Letters;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Helps who writes a family's body: the names it may write, what is wrong, and what a device would be sent. */
@RestController
@RequestMapping(path = "/api/families", produces = "application/json")
class BodyController {

    record NameView(String name, BodyName.Place place, String purpose) {}

    record CheckWish(@Nullable String body, @Nullable Escaping escaping, long deviceId) {}

    /** @param text what the chosen device would be sent, secrets as dots; empty if the body can't be written */
    record Checkup(List<BodyProblem> problems, String text, List<String> missing) {}

    private final FactsAssembler facts;

    BodyController(FactsAssembler facts) {
        this.facts = facts;
    }

    /** The names that a body may write, for completion. */
    @GetMapping("/names")
    List<NameView> names() {
        return BodyNames.all().stream()
                .map(n -> new NameView(n.name(), n.place(), n.purpose()))
                .toList();
    }

    /** What is wrong with a body, and what a device would be sent if it were its family's. */
    @PostMapping("/check")
    Checkup check(@RequestBody CheckWish wish) {
        String body = wish.body() == null ? "" : wish.body();
        Escaping escaping = Optional.ofNullable(wish.escaping()).orElse(Escaping.KEY_VALUE);
        Family tried = new Family("tried", "Tried", "text/plain", "", "", escaping, body, "", Letters.ALL);
        if (Dialect.of(tried) instanceof Dialect.Compiled.Bad bad) {
            return new Checkup(bad.problems(), "", List.of());
        }
        Dialect dialect = ((Dialect.Compiled.Good) Dialect.of(tried)).dialect();
        Optional<Assembled> device = facts.assemble(wish.deviceId());
        return new Checkup(
                BodyCheck.check(body, escaping),
                device.flatMap(Assembled::writable)
                        .map(c -> dialect.render(c.withoutSecrets()))
                        .orElse(""),
                device.map(d -> d.facts().problems().stream()
                                .filter(p -> !p.startsWith("The family "))
                                .toList())
                        .orElse(List.of()));
    }
}
