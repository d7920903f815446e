package jordfell.server.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.scenario.Scenario.Beside;
import jordfell.server.lab.LabFaults;
import jordfell.server.lab.LabPhones;
import jordfell.server.problem.RefusedException;
import org.springframework.stereotype.Component;

/** The certificates of all nodes of a domain run out at the next midnight (UTC); it matters to phones that register by TLS. */
@Component
class CertificateTonight implements Course {

    private final LabPhones phones;
    private final LabFaults faults;
    private final Enrolled enrolled;
    private final InstantSource clock;

    CertificateTonight(LabPhones phones, LabFaults faults, Enrolled enrolled, InstantSource clock) {
        this.phones = phones;
        this.faults = faults;
        this.enrolled = enrolled;
        this.clock = clock;
    }

    @Override
    public boolean isOf(Beside beside) {
        return beside == Beside.CERTIFICATE_ENDS;
    }

    @Override
    public Done begin(Ground ground) {
        List<PhoneState> byTls = ground.there().stream()
                .filter(phone -> phones.look(phone.mac().toString(), SimPhone::speaksByTls))
                .toList();
        if (byTls.isEmpty()) {
            throw RefusedException.field(
                    "/key",
                    "No phone of " + ground.place().name() + " registers by TLS now.",
                    "Choose another domain, or set Transport to tls for a site and release it.");
        }
        Instant now = clock.instant();
        Instant midnight = now.truncatedTo(ChronoUnit.DAYS).plus(1, ChronoUnit.DAYS);
        int minutes = (int) Math.max(1, Duration.between(now, midnight).toMinutes());
        List<Long> ending = faults.places().stream()
                .filter(p -> p.where() == FaultKind.Where.NODE
                        && p.of().equals(ground.place().at()))
                .map(p -> faults.add(FaultKind.CERTIFICATE_RUNS_OUT, p, minutes, Duration.ZERO, Optional.empty()))
                .toList();
        return new Done(ending, byTls, enrolled.ids(byTls), Set.of(), "");
    }
}
