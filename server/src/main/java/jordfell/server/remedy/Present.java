package jordfell.server.remedy;

import java.time.InstantSource;
import java.util.Optional;
import jordfell.core.history.Point;
import jordfell.core.path.DeviceFacts;
import jordfell.server.device.FactsAssembler;
import jordfell.server.history.DomainSecrets;
import jordfell.server.history.Histories;
import org.springframework.stereotype.Component;

/** How a device stands just now, by its records and all that was seen. */
@Component
class Present {

    record Standing(DeviceFacts facts, Point point) {}

    private final FactsAssembler facts;
    private final Histories histories;
    private final DomainSecrets secrets;
    private final InstantSource clock;

    Present(FactsAssembler facts, Histories histories, DomainSecrets secrets, InstantSource clock) {
        this.facts = facts;
        this.histories = histories;
        this.secrets = secrets;
        this.clock = clock;
    }

    Optional<Standing> of(long device) {
        return facts.assemble(device)
                .map(records -> new Standing(
                        records.facts(),
                        histories
                                .look(
                                        records.facts(),
                                        secrets.of(records.domain().id()),
                                        clock.instant())
                                .present()));
    }
}
