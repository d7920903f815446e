package jordfell.server.lab;

import java.util.Optional;
import jordfell.lab.phone.Mistyping;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.server.problem.Fields;
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

    record TakeWish(@Nullable String from) {}

    record AccountWish(
            int line,
            @Nullable String number,
            @Nullable String authUser,
            @Nullable String password,
            @Nullable String registrar) {}

    private static final int LONGEST = 100;
    private static final int MOST_LINES = 12;

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
            refuseIfOff(phone);
            phone.typeClaim(code);
        });
    }

    /** Somebody gives it the file of another phone. */
    @PostMapping("/take")
    void take(@PathVariable String mac, @RequestBody TakeWish wish) {
        PhoneState other =
                phones.look(Fields.needed(wish.from(), "from", "MAC of the other phone", LONGEST), SimPhone::state);
        if (other.file().isEmpty()) {
            throw RefusedException.field("/from", "That phone has no file.", "Choose one that has taken its file.");
        }
        phones.act(mac, phone -> {
            refuseIfOff(phone);
            if (!phone.takeFile(other.file(), other.revision())) {
                throw RefusedException.field(
                        "/from",
                        "A " + phone.state().model() + " can’t read the file of a " + other.model() + ".",
                        "Choose a phone of the same maker.");
            }
        });
    }

    /** Somebody sets an account on the phone itself. */
    @PostMapping("/account")
    void account(@PathVariable String mac, @RequestBody AccountWish wish) {
        if (wish.line() < 1 || wish.line() > MOST_LINES) {
            throw RefusedException.field("/line", "There is no line " + wish.line() + ".", "1 to " + MOST_LINES + ".");
        }
        String number = Fields.needed(wish.number(), "number", "number", LONGEST);
        String user = Fields.text(wish.authUser(), "authUser", "authentication user", LONGEST);
        PhoneState.TypedAccount account = new PhoneState.TypedAccount(
                number,
                user.isEmpty() ? number : user,
                wish.password() == null
                        ? ""
                        : wish.password()
                                .substring(0, Math.min(LONGEST, wish.password().length())),
                Fields.needed(wish.registrar(), "registrar", "registrar", LONGEST));
        phones.act(mac, phone -> {
            refuseIfOff(phone);
            phone.setAccount(wish.line(), account);
        });
    }

    private static void refuseIfOff(SimPhone phone) {
        if (!phone.state().powered()) {
            throw RefusedException.field("/", "The phone is off.", "Switch it on first.");
        }
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
