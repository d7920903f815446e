package jordfell.server.lab;

import java.time.Instant;
import java.util.Map;
import jordfell.lab.world.LabWorld;
import jordfell.server.alarm.Certificates;
import org.springframework.stereotype.Component;

/** The certificates that the nodes of the Lab show. */
@Component
class LabCertificates implements Certificates {

    private final LabService lab;

    LabCertificates(LabService lab) {
        this.lab = lab;
    }

    @Override
    public Map<String, Instant> validUntil() {
        return lab.inWorld(LabWorld::certificatesUntil);
    }
}
