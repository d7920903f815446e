package jordfell.server.lab;

import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import jordfell.lab.phone.SimPhone;
import jordfell.server.calls.LabDialler.Rung;
import jordfell.server.problem.Fields;
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

    /** @param ahead seconds by which the clock is ahead of the time; negative for behind */
    record ClockWish(long ahead) {}

    /** @param caption beside it; empty for the message lamp */
    record LampKey(@Nullable String caption, @Nullable String number) {}

    private static final int LONGEST_CAPTION = 100;
    private static final Duration PATIENCE = Duration.ofSeconds(30);
    private static final Duration FURTHEST = Duration.ofDays(20_000);

    private final LabService lab;
    private final LabPhones phones;

    LabPhoneController(LabService lab, LabPhones phones) {
        this.lab = lab;
        this.phones = phones;
    }

    @PutMapping("/power")
    void power(@PathVariable String mac, @RequestBody Switch wish) {
        phones.act(mac, phone -> phone.power(wish.on()));
    }

    @PutMapping("/cable")
    void cable(@PathVariable String mac, @RequestBody Switch wish) {
        phones.act(mac, phone -> phone.cable(wish.on()));
    }

    /** Whether somebody is there who takes calls; without, they ring until they go on elsewhere. */
    @PutMapping("/staffed")
    void staffed(@PathVariable String mac, @RequestBody Switch wish) {
        phones.act(mac, phone -> phone.handset().staffed(wish.on()));
    }

    /** Somebody sets the clock of the phone, rightly or wrongly. */
    @PutMapping("/clock")
    void clock(@PathVariable String mac, @RequestBody ClockWish wish) {
        Duration ahead = Duration.ofSeconds(wish.ahead());
        if (ahead.abs().compareTo(FURTHEST) > 0) {
            throw RefusedException.field(
                    "/ahead", "No clock is " + ahead.toDays() + " days off.", "At most 20,000 days, in seconds.");
        }
        phones.act(mac, phone -> phone.setClock(ahead));
    }

    @PostMapping("/restart")
    void restart(@PathVariable String mac) {
        phones.act(mac, SimPhone::restart);
    }

    /** Somebody presses the key beside a lamp. */
    @PostMapping("/press")
    Rung press(@PathVariable String mac, @RequestBody LampKey key) {
        CompletableFuture<Rung> rung = new CompletableFuture<>();
        String caption = Fields.text(key.caption(), "caption", "caption", LONGEST_CAPTION);
        String number = Fields.needed(key.number(), "number", "number", LONGEST_CAPTION);
        phones.act(
                mac,
                phone -> phone.handset()
                        .press(caption, number, (worked, detail) -> rung.complete(new Rung(worked, detail))));
        return Rung.of(rung, PATIENCE);
    }

    /** Somebody calls from the phone and stays on the line for some minutes. */
    @PostMapping("/call")
    void call(@PathVariable String mac) {
        phones.act(mac, phone -> {
            if (!lab.world().holdCall(phone.mac())) {
                throw RefusedException.field("/", "No line of this phone is registered.", "Wait until one is.");
            }
        });
    }
}
