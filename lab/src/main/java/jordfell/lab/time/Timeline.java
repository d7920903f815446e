package jordfell.lab.time;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.PriorityQueue;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What happens in the world, in one order on one thread.
 *
 * <p>It begins on a virtual clock, which {@link #runUntil} turns; {@link #goLive} hands the same events, those still to
 * come included, to a clock that goes by itself: as fast as the wall’s, faster, or not at all ({@link #pace}). Events of the
 * same instant run in the order in which they were added.
 */
public final class Timeline implements AutoCloseable {

    private static final Logger log = LoggerFactory.getLogger(Timeline.class);

    private static final Duration AT_THE_END = Duration.ofSeconds(5);

    private record Event(Instant at, long order, Runnable action) {}

    private final Object lock = new Object();
    private final AtomicLong ran = new AtomicLong();
    private final AtomicLong failures = new AtomicLong();
    private final PriorityQueue<Event> queue =
            new PriorityQueue<>(Comparator.comparing(Event::at).thenComparing(Event::order));
    private Instant virtualNow;
    private long added;
    private boolean live;
    private final LiveClock clock = new LiveClock();
    private volatile BooleanSupplier brake = () -> false;
    private boolean closed;
    private volatile @Nullable Thread worker;

    public Timeline(Instant start) {
        this.virtualNow = start;
    }

    public Instant now() {
        synchronized (lock) {
            return live ? clock.now(queue.isEmpty() ? Instant.MAX : queue.peek().at()) : virtualNow;
        }
    }

    /** What time it is by the wall, with what this clock went faster before. */
    public Instant present() {
        synchronized (lock) {
            return Instant.now().plus(clock.ahead());
        }
    }

    /** By how much it is ahead of the wall from the beginning; before it goes live. */
    public void begins(Duration ahead) {
        synchronized (lock) {
            clock.begins(ahead);
        }
    }

    /** By how much it is ahead of the wall. */
    public Duration ahead() {
        synchronized (lock) {
            return clock.ahead();
        }
    }

    /** How many seconds of its own go by in one of the wall’s; 0 while it stands. */
    public int pace() {
        synchronized (lock) {
            return clock.pace();
        }
    }

    /** Has so many seconds go by in one, 0 to {@link LiveClock#FASTEST}. */
    public void pace(int pace) {
        synchronized (lock) {
            clock.pace(pace, now());
            lock.notifyAll();
        }
    }

    /** Has so much time go by as fast as it can, and stands then. */
    public void step(Duration time) {
        synchronized (lock) {
            clock.step(time, now());
            lock.notifyAll();
        }
    }

    /** Who can say that too much happened for now: while it goes faster than the wall, it waits then. */
    public void brake(BooleanSupplier tooMuch) {
        brake = tooMuch;
    }

    /** Adds an event; one whose time is past runs as soon as it can. */
    public void at(Instant when, Runnable action) {
        synchronized (lock) {
            queue.add(new Event(when, added++, action));
            lock.notifyAll();
        }
    }

    public void after(Duration delay, Runnable action) {
        at(now().plus(delay), action);
    }

    /** Runs an action in the world's order, as soon as possible. Callable from any thread. */
    public void post(Runnable action) {
        after(Duration.ZERO, action);
    }

    /** Turns the virtual clock to the given moment and runs all that happens until then. */
    public void runUntil(Instant end) {
        while (true) {
            Event next;
            synchronized (lock) {
                if (live) {
                    throw new IllegalStateException("the wall clock can't be turned");
                }
                next = queue.peek();
                if (next == null || next.at().isAfter(end)) {
                    virtualNow = end;
                    return;
                }
                queue.remove();
                if (next.at().isAfter(virtualNow)) {
                    virtualNow = next.at();
                }
            }
            ran.incrementAndGet();
            next.action().run();
        }
    }

    public void run(Duration time) {
        runUntil(now().plus(time));
    }

    /** From now on events run on the wall clock, on a thread of their own. */
    public void goLive() {
        synchronized (lock) {
            if (live) {
                return;
            }
            live = true;
            clock.pace(1, present());
        }
        Thread thread = new Thread(this::runLive, "lab-world");
        thread.setDaemon(true);
        thread.start();
        worker = thread;
    }

    /** How many events ran. */
    public long ran() {
        return ran.get();
    }

    /** How many events failed since it went live. */
    public long failures() {
        return failures.get();
    }

    private void runLive() {
        for (Event next = take(); next != null; next = take()) {
            waitForOthers();
            ran.incrementAndGet();
            try {
                next.action().run();
            } catch (RuntimeException | Error e) {
                // One event that fails must not stop the world.
                failures.incrementAndGet();
                log.error("An event of the Lab failed", e);
            }
        }
    }

    private void waitForOthers() {
        while (pace() > 1 && brake.getAsBoolean()) {
            LockSupport.parkNanos(1_000_000);
        }
    }

    private @Nullable Event take() {
        synchronized (lock) {
            while (!closed) {
                Event next = queue.peek();
                Instant due = next == null ? Instant.MAX : next.at();
                if (clock.reaches(due)) {
                    return queue.remove();
                }
                try {
                    lock.wait(clock.millisUntil(due));
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    return null;
                }
            }
            return null;
        }
    }

    /** Runs nothing any more, and waits a while for the event that is under way: it may be about to ask somebody who goes next. */
    @Override
    public void close() {
        synchronized (lock) {
            closed = true;
            lock.notifyAll();
        }
        Thread running = worker;
        if (running == null || running == Thread.currentThread()) {
            return;
        }
        try {
            running.join(AT_THE_END.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
