package jordfell.server.fleet;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.diagnosis.CaseOf;
import jordfell.core.diagnosis.Finding;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Episode;
import jordfell.core.evidence.Evidence;
import jordfell.core.history.FindingLife;
import jordfell.core.history.Point;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DevicePath;
import jordfell.core.path.PathComputer;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.MacMakers;
import jordfell.server.history.DomainSecrets;
import jordfell.server.history.EpisodeStore;
import jordfell.server.history.FindingStore;
import jordfell.server.history.Histories;
import jordfell.server.history.HistoryStore;
import jordfell.server.records.LeftLines;
import org.springframework.stereotype.Component;

/** Opens the case of one device: records, evidence, path and findings as of now. */
@Component
class DeviceCase {

    /**
     * Everything known of a device at one moment.
     *
     * @param macMaker whose block its MAC lies in; empty if nobody's on record
     * @param findings open ones, the first explaining most
     * @param past findings that are over
     * @param letGo evidence that is kept no more
     * @param leftAlone numbers that somebody typed into it and that are to stay so
     */
    record Opened(
            Assembled records,
            String macMaker,
            CaseOf device,
            List<Finding> findings,
            List<FindingStore.Past> past,
            List<Episode> episodes,
            Optional<HistoryStore.LetGo> letGo,
            Set<String> leftAlone) {}

    private final FactsAssembler facts;
    private final Histories histories;
    private final EpisodeStore episodes;
    private final FindingStore findings;
    private final HistoryStore store;
    private final DomainSecrets secrets;
    private final MacMakers makers;
    private final LeftLines leftLines;
    private final InstantSource clock;

    DeviceCase(
            FactsAssembler facts,
            Histories histories,
            EpisodeStore episodes,
            FindingStore findings,
            HistoryStore store,
            DomainSecrets secrets,
            MacMakers makers,
            LeftLines leftLines,
            InstantSource clock) {
        this.facts = facts;
        this.histories = histories;
        this.episodes = episodes;
        this.findings = findings;
        this.store = store;
        this.secrets = secrets;
        this.makers = makers;
        this.leftLines = leftLines;
        this.clock = clock;
    }

    Optional<Opened> open(long deviceId) {
        return facts.assemble(deviceId).map(records -> {
            Instant now = clock.instant();
            SecretBook book = book(records.domain().id());
            Point present = histories.look(records.facts(), book, now).present();
            List<Episode> seen = episodes.newest(deviceId);
            Evidence recent = new Evidence(seen.stream()
                    .flatMap(e -> e.newest().stream())
                    .filter(records.facts()::owns)
                    .toList());
            DevicePath path = PathComputer.compute(records.facts(), present.reached(), now);
            CaseOf device = new CaseOf(records.facts(), present.reached(), recent, path, book, now);
            return new Opened(
                    records,
                    records.device().mac().map(makers::of).orElse(""),
                    device,
                    present.lives().stream().map(FindingLife::finding).toList(),
                    findings.past(deviceId),
                    seen,
                    store.whatWasLetGo(deviceId),
                    leftLines.of(deviceId));
        });
    }

    /** The records of a device, for its history. */
    Optional<DeviceFacts> facts(long deviceId) {
        return facts.assemble(deviceId).map(Assembled::facts);
    }

    SecretBook book(long domainId) {
        return secrets.of(domainId);
    }
}
