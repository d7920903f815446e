package jordfell.server.fleet;

import java.time.InstantSource;
import java.util.ArrayList;
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

    private final DeviceStateStore states;
    private final FactsAssembler facts;
    private final ObservationStore observations;
    private final ExtensionStore extensions;
    private final InstantSource clock;

    DeviceCase(
            DeviceStateStore states,
            FactsAssembler facts,
            ObservationStore observations,
            ExtensionStore extensions,
            InstantSource clock) {
        this.states = states;
        this.facts = facts;
        this.observations = observations;
        this.extensions = extensions;
        this.clock = clock;
    }

    Optional<Opened> open(long deviceId) {
        return facts.assemble(deviceId).map(records -> {
            var now = clock.instant();
            // What is said of a moment rests on what was seen by then, of the lines that it has.
            Evidence evidence = records.facts().own(observations.of(deviceId).until(now));
            DevicePath path = PathComputer.compute(records.facts(), evidence, states.taken(deviceId), now);
            CaseOf device = new CaseOf(
                    records.facts(), evidence, path, book(records.domain().id()), now);
            return new Opened(records, device, remembering(deviceId, Diagnosis.of(device)));
        });
    }

    /**
     * Evidence reaches back only so far; when the first finding is the one from before, it began when it
     * was first seen.
     */
    private List<Finding> remembering(long deviceId, List<Finding> findings) {
        if (findings.isEmpty()) {
            return findings;
        }
        Finding first = findings.get(0);
        return states.keptFinding(deviceId)
                .filter(kept -> kept.cause().equals(first.cause().slug())
                        && kept.variant().equals(first.variant()))
                .map(kept -> {
                    List<Finding> remembered = new ArrayList<>(findings);
                    remembered.set(0, first.goingOnSince(kept.since().orElse(first.since())));
                    return remembered;
                })
                .orElse(findings);
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
