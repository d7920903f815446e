package jordfell.server.fleet;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import jordfell.server.device.Assembled;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.LeftLines;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Devices and lines that a person sets at the phone. */
@RestController
@RequestMapping(path = "/api/devices/{id}", produces = "application/json")
class ByHandController {

    /** @param on whether a person types what it needs */
    record ByHand(@Nullable Boolean on) {}

    /** Why a card is printed with its passwords. */
    record WhyPrinted(@Nullable String reason) {}

    /** The password of each line of a card. */
    record CardSecret(int line, String password) {}

    private final DeviceCase cases;
    private final DeviceChanges changes;
    private final LeftLines leftLines;
    private final ExtensionStore extensions;
    private final Audit audit;

    ByHandController(
            DeviceCase cases, DeviceChanges changes, LeftLines leftLines, ExtensionStore extensions, Audit audit) {
        this.cases = cases;
        this.changes = changes;
        this.leftLines = leftLines;
        this.extensions = extensions;
        this.audit = audit;
    }

    /** Whether a person types what it needs: it is given no file then. */
    @PutMapping("/by-hand")
    void setByHand(@PathVariable long id, @RequestBody ByHand wish) {
        changes.setByHand(id, Boolean.TRUE.equals(wish.on()));
    }

    /** What is typed into it, in the order of typing; the password is asked for by itself. */
    @GetMapping("/card")
    List<CardView> card(@PathVariable long id) {
        return CardView.of(records(id));
    }

    /** The passwords of its card to one who prints it and says why, which is kept. */
    @PostMapping("/card/print")
    List<CardSecret> print(@PathVariable long id, @RequestBody WhyPrinted why) {
        Assembled device = records(id);
        String reason = Fields.why(why.reason());
        List<CardView> cards = CardView.of(device);
        Map<Integer, String> passwords = cards.stream()
                .collect(Collectors.toMap(
                        CardView::line,
                        card -> extensions.passwords(card.extensionId()).get(0)));
        audit.secretLeft(
                Audit.SecretWay.CARD,
                "the credentials card of " + device.device().label() + " with "
                        + cards.stream().map(CardView::number).collect(Collectors.joining(", ")),
                reason);
        return passwords.entrySet().stream()
                .map(e -> new CardSecret(e.getKey(), e.getValue()))
                .toList();
    }

    /** A number that somebody typed into it stays so, and is told no more. */
    @PostMapping("/by-hand-lines/{number}/left-alone")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void leave(@PathVariable long id, @PathVariable String number) {
        Assembled device = records(id);
        if (number.isBlank() || number.length() > 60) {
            throw RefusedException.field("/number", "This is no number.", "Give the one that it registers.");
        }
        leftLines.leave(id, number);
        audit.record("leaves " + number + " alone, which somebody typed into "
                + device.device().label());
    }

    @DeleteMapping("/by-hand-lines/{number}/left-alone")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void tellAgain(@PathVariable long id, @PathVariable String number) {
        Assembled device = records(id);
        leftLines.tellAgain(id, number);
        audit.record("leaves " + number + " of " + device.device().label() + " alone no more");
    }

    private Assembled records(long id) {
        return cases.open(id)
                .orElseThrow(() -> RefusedException.notFound("device"))
                .records();
    }
}
