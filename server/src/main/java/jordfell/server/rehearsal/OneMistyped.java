package jordfell.server.rehearsal;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import jordfell.core.identity.MacAddress;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.scenario.Scenario.Beside;
import jordfell.server.lab.LabFaults;
import jordfell.server.lab.LabPhones;
import org.springframework.stereotype.Component;

/** Somebody types a wrong password on one of the phones, and the nodes ban the address of who is refused. */
@Component
class OneMistyped implements Course {

    private static final int REFUSALS = 3;
    private static final String WRONG = "typed-by-somebody-else";

    private final LabPhones phones;
    private final LabFaults faults;
    private final Enrolled enrolled;

    OneMistyped(LabPhones phones, LabFaults faults, Enrolled enrolled) {
        this.phones = phones;
        this.faults = faults;
        this.enrolled = enrolled;
    }

    @Override
    public boolean isOf(Beside beside) {
        return beside == Beside.ONE_MISTYPED;
    }

    @Override
    public Done begin(Ground ground) {
        List<Long> banning = banning(faults.domainOf(ground.place().at()));
        List<MacAddress> macs = ground.there().stream().map(PhoneState::mac).toList();
        phones.actAll(macs, SimPhone::restart);
        phones.actAll(macs.subList(0, 1), phone -> phone.typePassword(1, WRONG));
        return new Done(
                banning,
                ground.there(),
                enrolled.ids(ground.there()),
                enrolled.ids(ground.there().subList(0, 1)),
                "");
    }

    @Override
    public void end(Rehearsal rehearsal) {
        phones.actAll(List.of(MacAddress.of(rehearsal.phones().get(0))), SimPhone::forgetTyped);
    }

    /** All nodes of a domain ban who is refused, where they do not yet. */
    private List<Long> banning(String domain) {
        List<Fault> on = faults.all();
        return faults.places().stream()
                .filter(p -> p.where() == FaultKind.Where.NODE && p.of().equals(domain))
                .filter(p -> on.stream().noneMatch(f -> f.kind() == FaultKind.NODE_BANS && f.at().equals(p.at())))
                .map(p -> faults.add(FaultKind.NODE_BANS, p, REFUSALS, Duration.ZERO, Optional.empty()))
                .toList();
    }
}
