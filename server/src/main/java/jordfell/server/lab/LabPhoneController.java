package jordfell.server.lab;

import java.time.Duration;
import java.util.Optional;
import java.util.function.Consumer;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.lab.phone.Mistyping;
import jordfell.lab.phone.SimPhone;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is done to a phone of the Lab by hand. */
@RestController
@RequestMapping(path = "/api/lab/phones/{mac}", produces = "application/json")
class LabPhoneController {

    record Switch(boolean on) {}

    record MistypeWish(@Nullable Mistyping way, int line, int keep) {}

    record ClaimWish(@Nullable String code) {}

    /** @param ahead seconds by which the clock is ahead of the time; negative for behind */
    record ClockWish(long ahead) {}

    private static final Duration FURTHEST = Duration.ofDays(20_000);

    private final LabService lab;
    private final Changes changes;

    LabPhoneController(LabService lab, Changes changes) {
        this.lab = lab;
        this.changes = changes;
    }

    @PutMapping("/power")
    void power(@PathVariable String mac, @RequestBody Switch wish) {
        act(mac, phone -> phone.power(wish.on()));
    }

    @PutMapping("/cable")
    void cable(@PathVariable String mac, @RequestBody Switch wish) {
        act(mac, phone -> phone.cable(wish.on()));
    }

    /** Whether somebody is there who takes calls; without, they ring until they go on elsewhere. */
    @PutMapping("/staffed")
    void staffed(@PathVariable String mac, @RequestBody Switch wish) {
        act(mac, phone -> phone.handset().staffed(wish.on()));
    }

    /** Somebody sets the clock of the phone, rightly or wrongly. */
    @PutMapping("/clock")
    void clock(@PathVariable String mac, @RequestBody ClockWish wish) {
        Duration ahead = Duration.ofSeconds(wish.ahead());
        if (ahead.abs().compareTo(FURTHEST) > 0) {
            throw RefusedException.field(
                    "/ahead", "No clock is " + ahead.toDays() + " days off.", "At most 20,000 days, in seconds.");
        }
        act(mac, phone -> phone.setClock(ahead));
    }

    @PostMapping("/restart")
    void restart(@PathVariable String mac) {
        act(mac, SimPhone::restart);
    }

    /** Somebody calls from the phone and stays on the line for some minutes. */
    @PostMapping("/call")
    void call(@PathVariable String mac) {
        act(mac, phone -> {
            if (!lab.world().holdCall(phone.mac())) {
                throw RefusedException.field("/", "No line of this phone is registered.", "Wait until one is.");
            }
        });
    }

    /** Somebody types a claim code on the phone. */
    @PostMapping("/claim")
    void claim(@PathVariable String mac, @RequestBody ClaimWish wish) {
        String code = wish.code() == null ? "" : wish.code().strip();
        if (code.isEmpty() || code.length() > 20) {
            throw RefusedException.field("/code", "No code was typed.", "Eight digits, such as 4417-9036.");
        }
        act(mac, phone -> {
            if (!phone.state().powered()) {
                throw RefusedException.field("/", "The phone is off.", "Switch it on first.");
            }
            phone.typeClaim(code);
        });
    }

    @PostMapping("/cross")
    void cross(@PathVariable String mac) {
        act(mac, phone -> {
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
        act(mac, phone -> {
            String password = phone.password(wish.line())
                    .orElseThrow(() -> RefusedException.field(
                            "/line", "This phone has no line " + wish.line() + ".", "Choose a line that it has."));
            phone.typePassword(wish.line(), way.apply(password, wish.keep()));
        });
    }

    private void act(String mac, Consumer<SimPhone> action) {
        if (MacReader.read(mac) instanceof MacReading.Refused refused) {
            throw RefusedException.field("/mac", refused.reason(), refused.hint());
        }
        lab.inWorld(world -> {
            action.accept(
                    world.phone(MacAddress.of(mac)).orElseThrow(() -> RefusedException.notFound("phone in the Lab")));
            return true;
        });
        changes.tell(Subject.PHONE);
    }
}
