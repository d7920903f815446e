package jordfell.server.fleet;

import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jordfell.core.diagnosis.CaseOf;
import jordfell.core.diagnosis.Diagnosis;
import jordfell.core.diagnosis.Finding;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Evidence;
import jordfell.core.path.DevicePath;
import jordfell.core.path.PathComputer;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.FactsAssembler.Assembled;
import jordfell.server.observe.ObservationStore;
import jordfell.server.roster.ExtensionStore;
import org.springframework.stereotype.Component;

/** Opens the case of one device: records, evidence, path and findings as of now. */
@Component
class DeviceCase {

    /** Everything known of a device at one moment. */
    record Opened(Assembled records, CaseOf device, List<Finding> findings) {}

    private final FactsAssembler facts;
    private final ObservationStore observations;
    private final ExtensionStore extensions;
    private final InstantSource clock;

    DeviceCase(FactsAssembler facts, ObservationStore observations, ExtensionStore extensions, InstantSource clock) {
        this.facts = facts;
        this.observations = observations;
        this.extensions = extensions;
        this.clock = clock;
    }

    Optional<Opened> open(long deviceId) {
        return facts.assemble(deviceId).map(records -> {
            Evidence evidence = observations.of(deviceId);
            var now = clock.instant();
            DevicePath path = PathComputer.compute(records.facts(), evidence, now);
            CaseOf device = new CaseOf(
                    records.facts(), evidence, path, book(records.domain().id()), now);
            return new Opened(records, device, Diagnosis.of(device));
        });
    }

    /** Passwords are opened only when a rule asks for them. */
    private SecretBook book(long domainId) {
        return new SecretBook() {
            @Override
            public Optional<String> current(String number) {
                return passwords(number).stream().findFirst();
            }

            @Override
            public List<String> earlier(String number) {
                return passwords(number).stream().skip(1).toList();
            }

            @Override
            public Map<String, String> others(String number) {
                Map<String, String> others = new TreeMap<>(extensions.currentPasswords(domainId));
                others.remove(number);
                return others;
            }

            private List<String> passwords(String number) {
                return extensions
                        .byNumber(domainId, number)
                        .map(e -> extensions.passwords(e.id()))
                        .orElse(List.of());
            }
        };
    }
}
