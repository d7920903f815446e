package jordfell.server.lab;

import java.util.List;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.lab.phone.SimPhone;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is done to many phones of the Lab at once, as a power cut does. */
@RestController
@RequestMapping(path = "/api/lab/phones/act", produces = "application/json")
class LabManyController {

    private static final int MOST = 5_000;

    /** What can be done. */
    enum Many {
        OFF,
        ON,
        RESTART,
        OUT,
        IN,
        LOG_OFF,
        RESET;

        void on(SimPhone phone) {
            switch (this) {
                case OFF -> phone.power(false);
                case ON -> phone.power(true);
                case RESTART -> phone.restart();
                case OUT -> phone.cable(false);
                case IN -> phone.cable(true);
                case LOG_OFF -> phone.logOff();
                case RESET -> phone.reset();
            }
        }
    }

    record ManyWish(@Nullable List<String> macs, @Nullable Many act) {}

    private final LabPhones phones;

    LabManyController(LabPhones phones) {
        this.phones = phones;
    }

    @PostMapping
    void act(@RequestBody ManyWish wish) {
        Many act = wish.act();
        if (act == null) {
            throw RefusedException.field(
                    "/act", "Nothing is to be done.", "One of OFF, ON, RESTART, OUT, IN, LOG_OFF and RESET.");
        }
        List<String> macs = wish.macs() == null ? List.of() : wish.macs();
        if (macs.isEmpty() || macs.size() > MOST) {
            throw RefusedException.field("/macs", "These are " + macs.size() + " phones.", "From 1 to " + MOST + ".");
        }
        phones.actAll(macs.stream().map(LabManyController::mac).toList(), act::on);
    }

    private static MacAddress mac(String written) {
        if (MacReader.read(written) instanceof MacReading.Refused refused) {
            throw RefusedException.field("/macs", refused.reason(), refused.hint());
        }
        return MacAddress.of(written);
    }
}
