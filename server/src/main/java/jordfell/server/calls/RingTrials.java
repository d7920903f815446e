package jordfell.server.calls;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import jordfell.core.calls.RingTrial;
import jordfell.core.calls.RingTrial.Rang;
import jordfell.core.calls.Ringing;
import jordfell.core.device.Device;
import jordfell.core.evidence.FollowedCall;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import org.springframework.stereotype.Component;

/** Calls that are made to see whether what rings is what was foretold. */
@Component
class RingTrials {

    /** More ring at the same time for nobody’s good. */
    private static final int MOST_AT_ONCE = 4;

    private static final int MOST_KEPT = 200;
    private static final Duration LONGEST = Duration.ofMinutes(3);

    /** After the last one that is to ring has begun. */
    private static final Duration AFTER_THE_LAST = Duration.ofSeconds(8);

    /**
     * A trial as far as it came.
     *
     * @param rang who rang, in their order
     * @param seconds that it took, or has taken so far
     * @param words how it ended; empty while it goes on
     * @param differences in what it went otherwise than was foretold; none while it goes on
     */
    record RingTrialView(
            long id,
            String number,
            List<RangView> rang,
            long seconds,
            boolean answered,
            String words,
            List<String> differences) {}

    /**
     * Somebody to whom the call came.
     *
     * @param answer the final answer, such as 486; 0 for none
     */
    record RangView(long deviceId, String label, String number, long afterSeconds, boolean rings, int answer) {}

    private final LabDialler lab;
    private final DeviceStore devices;
    private final AtomicLong last = new AtomicLong();
    private final AtomicInteger running = new AtomicInteger();
    private final Cache<Long, RingTrialView> all =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    RingTrials(LabDialler lab, DeviceStore devices) {
        this.lab = lab;
        this.devices = devices;
    }

    /** Begins one. */
    RingTrialView begin(String domain, String number, Ringing foretold) {
        if (running.incrementAndGet() > MOST_AT_ONCE) {
            running.decrementAndGet();
            throw RefusedException.tooMany(
                    "Some numbers are being called already. Try again when those calls are over.");
        }
        long id = last.incrementAndGet();
        RingTrialView begun = new RingTrialView(id, number, List.of(), 0, false, "", List.of());
        all.put(id, begun);
        lab.follow(domain, number, patience(foretold), call -> {
            // Whatever becomes of the telling, a call that is over makes room for the next.
            if (call.isOver()) {
                running.decrementAndGet();
            }
            all.put(id, view(id, number, foretold, call));
        });
        return begun;
    }

    Optional<RingTrialView> find(long id) {
        return Optional.ofNullable(all.getIfPresent(id));
    }

    private static Duration patience(Ringing foretold) {
        Duration last = foretold.rung().stream()
                .map(Ringing.Rung::from)
                .max(Duration::compareTo)
                .orElse(Duration.ZERO)
                .plus(AFTER_THE_LAST);
        return last.compareTo(LONGEST) < 0 ? last : LONGEST;
    }

    private RingTrialView view(long id, String number, Ringing foretold, FollowedCall call) {
        List<RangView> rang = call.rung().stream().map(this::view).toList();
        List<Rang> came = rang.stream()
                .filter(RangView::rings)
                .map(r -> new Rang(r.deviceId(), r.number(), r.label(), Duration.ofSeconds(r.afterSeconds())))
                .toList();
        return new RingTrialView(
                id,
                number,
                rang,
                call.took().toSeconds(),
                call.isAnswered(),
                call.words(),
                call.isOver() ? RingTrial.differences(foretold, came, call.took()) : List.of());
    }

    private RangView view(FollowedCall.Rung rung) {
        Optional<Device> device = rung.device().flatMap(devices::byMac);
        return new RangView(
                device.map(Device::id).orElse(0L),
                device.map(Device::label).orElse("What is at " + rung.peer()),
                rung.number(),
                rung.after().toSeconds(),
                rung.rings(),
                rung.answer());
    }
}
