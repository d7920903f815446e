package jordfell.bench;

import java.lang.management.ManagementFactory;
import java.lang.management.MemoryMXBean;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.LongStream;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.identity.MacAddress;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.history.Histories;
import jordfell.server.history.Moved;
import jordfell.server.history.ObservationLog;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import jordfell.server.release.ReleaseService;

/**
 * The traffic of a usual day, at its own pace, with the paths being followed: every phone refreshes its registration
 * every twenty minutes, asks for its configuration every fifteen, and answers a ping every minute.
 */
final class TrafficBench {

    private static final Duration REFRESH = Duration.ofMinutes(20);
    private static final Duration CHECK = Duration.ofMinutes(15);
    private static final Duration PING = Duration.ofMinutes(1);

    /** So many phones a second lose their registration and get it back: the path's delay is measured at them. */
    private static final int MOVED_A_SECOND = 5;

    private static final long MINUTE = 60_000_000_000L;

    /** A row and its places in the indexes without what was seen, in bytes, about. */
    private static final int BYTES_OF_A_ROW = 250;

    /**
     * What came of it.
     *
     * @param lagByMinute the 99th percentile of each minute, in milliseconds: one that goes up tells that it does not keep up
     */
    record Result(
            long seen,
            long lost,
            double lagMillis,
            List<Long> lagByMinute,
            double heapMegabytes,
            double cores,
            double megabytes,
            double rows) {}

    /** How long after it was seen a move was told, and when in the play that was. */
    private record Lag(long minute, double millis) {}

    private final BenchServer server;
    private final ObservationLog log;
    private final List<BenchPhone> phones;
    private final Map<Long, Map<String, String>> passwords = new HashMap<>();
    private final Map<Long, Long> waitingSince = new ConcurrentHashMap<>();
    private final List<Lag> lags = new ArrayList<>();
    private volatile long began;
    private int messages;

    TrafficBench(BenchServer server, int devices) {
        this.server = server;
        this.log = server.bean(ObservationLog.class);
        ImportBench imports = new ImportBench(server);
        imports.prepare();
        imports.imported(imports.rows(devices));
        server.bean(ReleaseService.class).release(server.bean(DeviceStore.class).allIds(), "bench");
        ExtensionStore extensions = server.bean(ExtensionStore.class);
        server.bean(DomainStore.class).all().forEach(d -> passwords.put(d.id(), extensions.currentPasswords(d.id())));
        phones = server.bean(Jdbc.class)
                .list(
                        """
                        select d.id, d.mac, e.number, e.auth_user, m.id domain_id, m.name, i.revision from device d
                        join line l on l.device_id = d.id and l.position = 1 join extension e on e.id = l.extension_id
                        join domain m on m.id = e.domain_id join release_item i on i.device_id = d.id
                        where d.mac is not null order by d.id""",
                        row -> new BenchPhone(
                                row.number("id"),
                                MacAddress.of(row.text("mac")),
                                row.text("number"),
                                row.text("auth_user"),
                                passwords.get(row.number("domain_id")).get(row.text("number")),
                                row.text("name"),
                                row.text("revision")));
        server.onEvent(Moved.class, moved -> {
            Long since = waitingSince.remove(moved.deviceId());
            if (since != null) {
                synchronized (lags) {
                    lags.add(new Lag((since - began) / MINUTE, (System.nanoTime() - since) / 1e6));
                }
            }
        });
    }

    /** Milliseconds to open the passwords of all domains once more: what the first wrong one that nobody has waits for. */
    double opening() {
        long began = System.nanoTime();
        passwords.keySet().forEach(server.bean(ExtensionStore.class)::currentPasswords);
        return (System.nanoTime() - began) / 1e6;
    }

    /** Has all phones come up, one after the other as fast as they are taken. */
    void comeUp() {
        // How fast they come up is not what is measured.
        server.bean(Jdbc.class).update("set write_delay 500");
        Instant now = Instant.now();
        int n = 0;
        for (BenchPhone phone : phones) {
            tell(phone, phone.fetched(now, 200));
            tell(phone, phone.lookUp(now));
            refresh(phone, now, BindingChanged.Change.ADDED);
            refresh(phone, now.plusMillis(1), BindingChanged.Change.REFRESHED);
            tell(phone, phone.ping(now));
            if (++n % 10_000 == 0) {
                log.flush();
            }
        }
        log.flush();
        settle();
        server.bean(Jdbc.class).update("set write_delay 0");
    }

    private void settle() {
        Jdbc jdbc = server.bean(Jdbc.class);
        long carrying = 0;
        Instant patience = Instant.now().plus(Duration.ofSeconds(phones.size() / 100 + 20));
        Histories histories = server.bean(Histories.class);
        PathKeeper paths = server.bean(PathKeeper.class);
        while ((carrying < phones.size() || !histories.withNews().isEmpty() || paths.waiting() > 0)
                && Instant.now().isBefore(patience)) {
            LockSupport.parkNanos(500_000_000L);
            carrying = jdbc.one(
                            "select count(*) n from device_state where condition in ('CARRYING', 'PROVEN')",
                            row -> row.number("n"))
                    .orElse(0L);
        }
        if (carrying < phones.size()) {
            throw new IllegalStateException("only " + carrying + " of " + phones.size() + " carry: "
                    + jdbc.list(
                            "select condition || ' ' || word || ' ' || count(*) t from device_state group by condition, word",
                            row -> row.text("t")));
        }
    }

    /** Has all phones take their files, and nothing else. */
    void fetch() {
        phones.forEach(phone -> tell(phone, phone.fetched(Instant.now(), 200)));
        settled();
    }

    /** Waits until all that was seen is written, and all that follows from it is known. */
    void settled() {
        log.flush();
        while (!server.bean(Histories.class).withNews().isEmpty()
                || server.bean(PathKeeper.class).waiting() > 0) {
            LockSupport.parkNanos(5_000_000L);
        }
    }

    List<BenchPhone> phones() {
        return phones;
    }

    ObservationLog log() {
        return log;
    }

    /** Plays so long of a usual day. */
    Result play(Duration length) {
        long bytesBefore = size();
        long rowsBefore = rows();
        long lostBefore = log.lost();
        double cpuBefore = Cpu.micros();
        began = System.nanoTime();
        long seen = 0;
        Random random = new Random(4);
        for (int second = 0; second < length.toSeconds(); second++) {
            Instant now = Instant.now();
            seen += each(second, PING, phone -> tell(phone, phone.ping(now)));
            seen += each(second, CHECK, phone -> tell(phone, phone.fetched(now, 304)));
            seen += 3 * each(second, REFRESH, phone -> refresh(phone, now, BindingChanged.Change.REFRESHED));
            for (int i = 0; i < MOVED_A_SECOND; i++) {
                moved(phones.get(random.nextInt(phones.size())), now);
            }
            long due = began + (second + 1) * 1_000_000_000L;
            LockSupport.parkNanos(Math.max(0, due - System.nanoTime()));
        }
        double wall = (System.nanoTime() - began) / 1e9;
        double cores = (Cpu.micros() - cpuBefore) / 1e6 / wall;
        log.flush();
        LockSupport.parkNanos(2_000_000_000L);
        List<Lag> told;
        synchronized (lags) {
            told = List.copyOf(lags);
        }
        if (told.isEmpty() || !waitingSince.isEmpty()) {
            throw new IllegalStateException(told.size() + " moves were told, and " + waitingSince.size() + " not");
        }
        return new Result(
                seen,
                log.lost() - lostBefore,
                slowest(told),
                LongStream.range(0, length.toMinutes())
                        .mapToObj(minute -> (long) slowest(
                                told.stream().filter(l -> l.minute() == minute).toList()))
                        .toList(),
                heapAfterCollection(),
                cores,
                (size() - bytesBefore) / 1e6,
                rows() - rowsBefore);
    }

    /** The 99th percentile; 0 of none. */
    private static double slowest(List<Lag> lags) {
        double[] sorted = lags.stream().mapToDouble(Lag::millis).sorted().toArray();
        return sorted.length == 0 ? 0 : sorted[(int) Math.ceil(sorted.length * 0.99) - 1];
    }

    private interface Act {
        void of(BenchPhone phone);
    }

    /** The phones whose turn it is in this second, evenly dealt. */
    private long each(int second, Duration every, Act act) {
        int period = (int) every.toSeconds();
        long count = 0;
        for (int i = second % period; i < phones.size(); i += period) {
            act.of(phones.get(i));
            count++;
        }
        return count;
    }

    /** It logs off and comes back. */
    private void moved(BenchPhone phone, Instant now) {
        if (waitingSince.putIfAbsent(phone.id(), System.nanoTime()) == null) {
            tell(phone, phone.binding(now, BindingChanged.Change.EXPIRED));
            tell(phone, phone.binding(now, BindingChanged.Change.ADDED));
        }
    }

    private void refresh(BenchPhone phone, Instant now, BindingChanged.Change change) {
        phone.registers(now, change, ++messages).forEach(observation -> tell(phone, observation));
    }

    private void tell(BenchPhone phone, Observation observation) {
        log.observed(phone.domain(), Optional.of(phone.mac()), observation);
    }

    private static double heapAfterCollection() {
        MemoryMXBean memory = ManagementFactory.getMemoryMXBean();
        memory.gc();
        return memory.getHeapMemoryUsage().getUsed() / 1e6;
    }

    private long rows() {
        return server.bean(Jdbc.class)
                .one("select count(*) n from episode", row -> row.number("n"))
                .orElse(0L);
    }

    /** What the evidence takes: the file of the database grows in steps, and keeps what it grew by. */
    private long size() {
        return server.bean(Jdbc.class)
                .one(
                        "select coalesce(sum(octet_length(data)), 0) + count(*) * ? n from episode",
                        row -> row.number("n"),
                        BYTES_OF_A_ROW)
                .orElse(0L);
    }
}
