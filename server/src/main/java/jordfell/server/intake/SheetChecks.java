package jordfell.server.intake;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;
import jordfell.core.intake.IntakeCheck;
import jordfell.core.intake.IntakeRow;
import jordfell.core.intake.IntakeVerdict;
import jordfell.server.change.Changed;
import jordfell.server.records.Sheet;
import jordfell.server.records.SheetStore;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * Checks sheets beside those who look at them: each once until it or the records change. Sheets take turns part by part, so
 * that a large one holds up nobody else’s, and a sheet that was changed or cleared meanwhile is not checked to its end.
 */
@Component
class SheetChecks {

    private static final int PART = 2_000;
    private static final int MOST_SHEETS = 8;

    /** What is no act, a knock for one, is seen after this long. */
    private static final Duration LONGEST = Duration.ofMinutes(5);

    /** How far a check is. */
    record Progress(int done, int of) {}

    private record Key(long sheetId, long version, long records) {}

    /** One sheet’s check, from being read to its last row. */
    private final class Job {
        private final Key key;
        private final CompletableFuture<Sheets.Checked> result = new CompletableFuture<>();
        private volatile Progress progress = new Progress(0, 0);
        private @Nullable Sheet sheet;
        private @Nullable IntakeCheck check;

        Job(Key key) {
            this.key = key;
        }

        /** Does a part, and stands in the queue again for the next. */
        void run() {
            if (jobs.getIfPresent(key.sheetId()) != this) {
                result.cancel(false);
                return;
            }
            try {
                if (part()) {
                    return;
                }
            } catch (RuntimeException e) {
                result.completeExceptionally(e);
                return;
            }
            worker.execute(this::run);
        }

        private boolean part() {
            if (sheet == null || check == null) {
                sheet = store.read(key.sheetId());
                List<IntakeRow> rows = sheet.cells();
                progress = new Progress(0, rows.size());
                check = begin(sheet);
                return false;
            }
            boolean done = check.step(PART);
            List<IntakeVerdict> verdicts = check.verdicts();
            progress = new Progress(verdicts.size(), progress.of());
            if (done) {
                result.complete(new Sheets.Checked(sheet, verdicts));
            }
            return done;
        }
    }

    private final SheetStore store;
    private final IntakeStores stores;
    private final AtomicLong records = new AtomicLong();
    private final ExecutorService worker = Executors.newSingleThreadExecutor(task -> {
        Thread thread = new Thread(task, "sheets");
        thread.setDaemon(true);
        return thread;
    });
    private final Cache<Long, Job> jobs = Caffeine.newBuilder()
            .maximumSize(MOST_SHEETS)
            .expireAfterWrite(LONGEST)
            .build();

    SheetChecks(SheetStore store, IntakeStores stores) {
        this.store = store;
        this.stores = stores;
    }

    /** Records changed: what was said of sheets may be otherwise. */
    @EventListener
    @Order(0)
    void follow(Changed changed) {
        records.incrementAndGet();
    }

    /** The sheet with its verdicts, if they are there within this time. */
    Optional<Sheets.Checked> within(Duration patience, long sheetId) {
        try {
            return Optional.of(job(sheetId).result.get(patience.toMillis(), TimeUnit.MILLISECONDS));
        } catch (TimeoutException e) {
            return Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        } catch (ExecutionException e) {
            jobs.invalidate(sheetId);
            throw new IllegalStateException("the sheet can’t be checked", e.getCause());
        } catch (java.util.concurrent.CancellationException e) {
            return Optional.empty();
        }
    }

    Progress progress(long sheetId) {
        return job(sheetId).progress;
    }

    /** A look at a sheet here and now, in the transaction in which it is to be enrolled. */
    Sheets.Checked now(Sheet sheet) {
        IntakeCheck check = begin(sheet);
        check.step(Integer.MAX_VALUE / 2);
        return new Sheets.Checked(sheet, check.verdicts());
    }

    private IntakeCheck begin(Sheet sheet) {
        List<IntakeRow> rows = sheet.cells();
        List<IntakeRow> filled =
                rows.stream().map(r -> r.withDefaults(sheet.defaults())).toList();
        return IntakeCheck.begin(rows, sheet.defaults(), new IntakeSnapshot(stores, filled));
    }

    private Job job(long sheetId) {
        Key key = new Key(sheetId, store.version(sheetId), records.get());
        Job present = jobs.getIfPresent(sheetId);
        if (present != null && present.key.equals(key)) {
            return present;
        }
        synchronized (this) {
            present = jobs.getIfPresent(sheetId);
            if (present != null && present.key.equals(key)) {
                return present;
            }
            Job fresh = new Job(key);
            jobs.put(sheetId, fresh);
            worker.execute(fresh::run);
            return fresh;
        }
    }

    @PreDestroy
    void stop() {
        worker.shutdownNow();
    }
}
