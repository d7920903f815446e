package jordfell.server.lab;

import java.util.Optional;
import jordfell.lab.phone.Mistyping;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What somebody types into a phone of the Lab, rightly or wrongly. */
@RestController
@RequestMapping(path = "/api/lab/phones/{mac}", produces = "application/json")
class LabTypingController {

    record MistypeWish(@Nullable Mistyping way, int line, int keep) {}

    record ClaimWish(@Nullable String code) {}

    private final LabPhones phones;

    LabTypingController(LabPhones phones) {
        this.phones = phones;
    }

    /** Somebody types a claim code on the phone. */
    @PostMapping("/claim")
    void claim(@PathVariable String mac, @RequestBody ClaimWish wish) {
        String code = wish.code() == null ? "" : wish.code().strip();
        if (code.isEmpty() || code.length() > 20) {
            throw RefusedException.field("/code", "No code was typed.", "Eight digits, such as 4417-9036.");
        }
        phones.act(mac, phone -> {
            if (!phone.state().powered()) {
                throw RefusedException.field("/", "The phone is off.", "Switch it on first.");
            }
            phone.typeClaim(code);
        });
    }

    @PostMapping("/cross")
    void cross(@PathVariable String mac) {
        phones.act(mac, phone -> {
            if (phone.lineCount() < 2) {
                throw RefusedException.field("/", "This phone has no two lines.", "Choose one with two.");
            }
            phone.crossLines(1, 2);
        });
    }

    @PostMapping("/mistype")
    void mistype(@PathVariable String mac, @RequestBody MistypeWish wish) {
        Mistyping way = Optional.ofNullable(wish.way())
                .orElseThrow(() -> RefusedException.field("/way", "How is it mistyped?", "Choose a way."));
        phones.act(mac, phone -> {
            String password = phone.password(wish.line())
                    .orElseThrow(() -> RefusedException.field(
                            "/line", "This phone has no line " + wish.line() + ".", "Choose a line that it has."));
            phone.typePassword(wish.line(), way.apply(password, wish.keep()));
        });
    }
}
