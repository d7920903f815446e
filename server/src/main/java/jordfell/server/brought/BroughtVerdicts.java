package jordfell.server.brought;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.brought.ClockOffset;
import jordfell.core.brought.Gathered;
import jordfell.core.brought.Verdict;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.path.DeviceFacts;
import jordfell.server.brought.BroughtStore.Told;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.history.DomainSecrets;
import jordfell.server.history.EpisodeStore;
import org.springframework.stereotype.Component;

/** What is said of devices by what was brought, with the records of now. */
@Component
class BroughtVerdicts {

    /** Of so many devices it is looked whether the same was seen here. */
    private static final int MOST_COMPARED = 50;

    private final FactsAssembler facts;
    private final DomainSecrets secrets;
    private final EpisodeStore episodes;

    BroughtVerdicts(FactsAssembler facts, DomainSecrets secrets, EpisodeStore episodes) {
        this.facts = facts;
        this.secrets = secrets;
        this.episodes = episodes;
    }

    /**
     * A device, and what is said of it.
     *
     * @param secrets with which answers were compared
     */
    record Judged(DeviceFacts device, Verdict verdict, SecretBook secrets) {}

    /**
     * Empty for a device that is not on record any more.
     *
     * @param recordedUntil when the recording ended
     */
    Optional<Judged> of(Gathered.OfDevice seen, Instant recordedUntil) {
        return facts.assemble(seen.device()).map(Assembled::facts).map(device -> {
            SecretBook book = secrets.of(device.domain().id());
            return new Judged(device, Verdict.of(device, seen.observations(), book, recordedUntil), book);
        });
    }

    /** In short. */
    Told told(Gathered.OfDevice seen, Instant recordedUntil) {
        return of(seen, recordedUntil)
                .map(judged -> judged.verdict().findings().stream()
                        .findFirst()
                        .map(f -> new Told(f.cause().slug(), f.sentence()))
                        .orElseGet(() -> new Told("", judged.verdict().words())))
                .orElseGet(() -> new Told("", "It is not on record any more."));
    }

    /** How far its clock is from the one here; empty where that can’t be told, or it is right. */
    List<String> clock(List<Gathered.OfDevice> devices, Instant now) {
        ClockOffset offset = new ClockOffset();
        devices.stream()
                .limit(MOST_COMPARED)
                .forEach(of -> offset.compare(
                        of.observations(), episodes.of(of.device()).all()));
        List<String> words = new ArrayList<>();
        offset.words().ifPresent(words::add);
        boolean isToCome = devices.stream().anyMatch(of -> of.last().isAfter(now.plusSeconds(60)));
        if (words.isEmpty() && isToCome) {
            words.add("Its times are still to come: its clock is ahead of the one here.");
        }
        return words;
    }
}
