package jordfell.server.rehearsal;

import java.util.List;
import java.util.Set;
import jordfell.core.identity.MacAddress;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.scenario.Scenario.Beside;
import jordfell.server.lab.LabPhones;
import org.springframework.stereotype.Component;

/** Nothing, power that goes and comes back, or a start of all phones. */
@Component
class OnPhones implements Course {

    private final LabPhones phones;
    private final Enrolled enrolled;

    OnPhones(LabPhones phones, Enrolled enrolled) {
        this.phones = phones;
        this.enrolled = enrolled;
    }

    @Override
    public boolean isOf(Beside beside) {
        return beside == Beside.NOTHING || beside == Beside.POWER_OFF || beside == Beside.RESTART;
    }

    @Override
    public Done begin(Ground ground) {
        List<MacAddress> macs = ground.there().stream().map(PhoneState::mac).toList();
        switch (ground.scenario().beside()) {
            case POWER_OFF -> phones.actAll(macs, phone -> phone.power(false));
            case RESTART -> phones.actAll(macs, SimPhone::restart);
            default -> {}
        }
        return new Done(List.of(), ground.there(), enrolled.ids(ground.there()), Set.of(), "");
    }

    @Override
    public void end(Rehearsal rehearsal) {
        List<MacAddress> macs = rehearsal.phones().stream().map(MacAddress::of).toList();
        switch (rehearsal.scenario().beside()) {
            case POWER_OFF -> phones.actAll(macs, phone -> phone.power(true));
            case RESTART -> phones.actAll(macs, SimPhone::restart);
            default -> {}
        }
    }
}
