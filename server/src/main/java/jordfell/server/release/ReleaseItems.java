package jordfell.server.release;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import jordfell.core.release.Snapshot;
import jordfell.core.render.DeviceConfig;
import jordfell.core.render.MarkedFile;
import jordfell.core.render.SecretMask;
import jordfell.core.wish.FieldProblem;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ReleaseStore;
import jordfell.server.records.ReleaseStore.SealedItem;
import org.springframework.stereotype.Component;

/** Renders what is released to each device and keeps it. */
@Component
class ReleaseItems {

    private static final int DOUBTS_TOLD = 3;
    private static final int MOST_TOLD = 200;

    private final FactsAssembler facts;
    private final ReleaseStore releases;
    private final InParts parts;
    private final FirmwareDoubts doubts;
    private final InstantSource clock;

    ReleaseItems(
            FactsAssembler facts, ReleaseStore releases, InParts parts, FirmwareDoubts doubts, InstantSource clock) {
        this.facts = facts;
        this.releases = releases;
        this.parts = parts;
        this.doubts = doubts;
        this.clock = clock;
    }

    /** What comes of one device that is to be released. */
    private sealed interface Outcome {
        /** @param doubt what is doubtful about its firmware */
        record Changes(SealedItem item, Optional<String> doubt) implements Outcome {}

        record Stays() implements Outcome {}

        record Fails(String why, String hint) implements Outcome {}
    }

    /** Renders and keeps the items of all that change, and gives their devices; refuses if any can't be rendered. */
    List<Long> add(long release, List<Long> deviceIds, Making.Turn turn, boolean unfitToo) {
        FirmwareDoubts.Known firmware = doubts.of(deviceIds);
        List<String> doubtful = new ArrayList<>();
        List<Long> changing = new ArrayList<>();
        List<FieldProblem> obstacles = new ArrayList<>();
        AtomicInteger index = new AtomicInteger();
        parts.each(deviceIds, id -> outcome(id, firmware), outcome -> {
            turn.step();
            String pointer = "/deviceIds/" + index.getAndIncrement();
            if (outcome instanceof Outcome.Fails fails && obstacles.size() < MOST_TOLD) {
                obstacles.add(new FieldProblem(pointer, fails.why(), fails.hint()));
            } else if (outcome instanceof Outcome.Changes changes && obstacles.isEmpty()) {
                releases.addItem(release, changes.item());
                changing.add(changes.item().deviceId());
                changes.doubt().ifPresent(doubtful::add);
            }
        });
        if (!obstacles.isEmpty()) {
            throw RefusedException.fields(obstacles);
        }
        if (changing.isEmpty()) {
            int all = deviceIds.size();
            throw RefusedException.field(
                    "/deviceIds",
                    "Nothing changes: " + (all == 1 ? "the device has" : "all " + all + " devices have")
                            + " the present configuration already.",
                    "Re-send has a device fetch it again.");
        }
        if (!unfitToo) {
            refuseDoubtful(doubtful);
        }
        return changing;
    }

    private static void refuseDoubtful(List<String> doubtful) {
        int more = doubtful.size() - DOUBTS_TOLD;
        if (!doubtful.isEmpty()) {
            throw RefusedException.field(
                    "/unfit",
                    String.join("; ", doubtful.subList(0, Math.min(DOUBTS_TOLD, doubtful.size())))
                            + (more > 0 ? "; and " + more + " more." : "."),
                    "Have other firmware given first, or release all the same.");
        }
    }

    private Outcome outcome(long deviceId, FirmwareDoubts.Known firmware) {
        Optional<Assembled> device = facts.assemble(deviceId);
        if (device.isEmpty()) {
            return new Outcome.Fails("There is no device " + deviceId + ".", "Load again.");
        }
        if (device.get().device().byHand()) {
            return new Outcome.Fails(
                    device.get().device().label() + " is set by hand: no file is made for it.",
                    "Type what its credentials card says, or have it given files again.");
        }
        if (device.get().text().isEmpty()) {
            return new Outcome.Fails(
                    obstacle(device.get()), "Mend it on the device, or leave the device out of this release.");
        }
        return device.get().facts().pending()
                ? new Outcome.Changes(
                        item(device.get()),
                        firmware.of(device.get())
                                .map(doubt -> device.get().device().label() + " " + doubt))
                : new Outcome.Stays();
    }

    /** Why a device's configuration can't be made, in one sentence. */
    static String obstacle(Assembled device) {
        return device.lines().stream()
                .filter(line -> line.extension().isEmpty())
                .findFirst()
                .map(line ->
                        "Line " + line.position() + " of " + device.device().label() + " has no extension.")
                .or(() -> device.facts().problems().stream()
                        .findFirst()
                        .map(p -> device.device().label() + ": " + p))
                .orElse(device.device().label() + " has no line with an extension.");
    }

    private SealedItem item(Assembled device) {
        DeviceConfig config = device.config().orElseThrow();
        MarkedFile marked = device.dialect().orElseThrow().renderMarked(config);
        return releases.sealed(
                device.device().id(),
                device.text().orElseThrow(),
                device.sentLines(clock.instant()),
                Snapshot.of(config),
                marked.spots().stream()
                        .filter(spot -> spot.name().isSecret())
                        .map(spot -> new SecretMask.Place(spot.line(), spot.from(), spot.to()))
                        .toList(),
                FetchProof.of(device.device().id(), config));
    }
}
