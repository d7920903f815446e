package jordfell.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import jordfell.core.capture.UnreadableException;
import jordfell.core.intake.IntakeRow;
import jordfell.lab.trial.Trial.Condition;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.TemplateStore;
import org.springframework.util.FileSystemUtils;

/** Runs all benchmarks and says for each figure what was promised and what was measured. */
public final class Bench {

    private static final int SMALL = 10_000;
    private static final int LARGE = 100_000;

    /** So many that none of them asks more often than a phone may, as fast as they come. */
    private static final int SERVED = 8_000;

    /** Each fault is tried with so many. */
    private static final int SEEDS = 20;

    private static final int FEW = 1_000;
    private static final int ROUNDS = 5;
    private static final int HOSTILE = 200_000;

    private final Report report = new Report();

    private Bench() {}

    public static void main(String[] args) throws IOException {
        Bench bench = new Bench();
        bench.run(args.length == 0 ? "all" : args[0]);
        bench.report.lines().forEach(System.out::println);
        System.exit(bench.report.isKept() ? 0 : 1);
    }

    /** @param part which figures: render, history, serve, import, traffic, start, calls, register, directory, world, flood, capture, triage; accuracy and rest, which are not
     *     among all: they take minutes. {@code accuracy3} tries three seeds */
    private void run(String part) throws IOException {
        boolean all = part.equals("all");
        if (all || part.equals("render")) {
            render();
        }
        if (all || part.equals("history")) {
            histories();
        }
        if (all || part.equals("calls")) {
            calls();
        }
        if (part.startsWith("accuracy")) {
            accuracy(part.equals("accuracy") ? SEEDS : Integer.parseInt(part.substring("accuracy".length())));
        }
        if (all || part.equals("flood")) {
            flood();
        }
        if (all || part.equals("capture")) {
            captures();
        }
        if (all || part.equals("world")) {
            world();
        }
        Path folder = Files.createTempDirectory("jordfell-bench");
        try {
            if (all || part.equals("register")) {
                registrations(folder);
            }
            if (all || part.equals("serve")) {
                serve(folder);
            }
            if (all || part.equals("directory")) {
                directory(folder);
            }
            if (all || part.equals("import")) {
                imports(folder);
            }
            if (all || part.equals("traffic")) {
                traffic(folder);
            }
            if (all || part.equals("start")) {
                starts(folder);
            }
            if (all || part.equals("triage")) {
                triage(folder);
            }
            if (part.equals("rest")) {
                rest(folder);
            }
        } finally {
            FileSystemUtils.deleteRecursively(folder);
        }
    }

    /** Of what cannot be said in times: what is missing to all, and how often something is told that is not so. */
    private void accuracy(int seeds) {
        AccuracyBench bench = new AccuracyBench(seeds);
        bench.table().forEach(report::add);
        say("first findings that are wrong, alone, against 1 %", 100 - bench.right(Condition.ALONE), 1, 1, "%");
        say("first findings that are wrong, with noise, against 3 %", 100 - bench.right(Condition.NOISE), 3, 1, "%");
        say("pairs of which not both are named, against 5 %", 100 - bench.bothNamed(), 5, 1, "%");
        say("phones that are well and told something of, against 0.1 %", bench.accused(), 0.1, 1, "%");
        say("false sentences, against none", bench.falseSentences(), 1, 0.5, "");
    }

    private void triage(Path folder) {
        say("why 10,000 devices are held and what they share, against 5 s", TriageBench.findings(SMALL), 5, 1, "s");
        double few;
        try (BenchServer server = imported(folder.resolve("triage-few"), FEW)) {
            TriageBench.hold(server, FEW / 2);
            few = new ListBench(server).median("/api/triage");
        }
        try (BenchServer server = imported(folder.resolve("triage-many"), LARGE)) {
            TriageBench.hold(server, FEW / 2);
            say(
                    "first rows of Triage, 100,000 devices against 1,000",
                    new ListBench(server).median("/api/triage"),
                    few,
                    1.5,
                    "ms");
            TriageBench.hold(server, SMALL);
            say("what 10,000 of 100,000 share, over HTTP, against 5 s", TriageBench.shared(server), 5, 1, "s");
        }
        try {
            say(
                    "from a registrar’s no until it is said why, the median, against 2 s",
                    SentenceBench.median(folder.resolve("sentence")),
                    2,
                    1,
                    "s");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static BenchServer imported(Path data, int devices) {
        BenchServer server = new BenchServer(data);
        server.bean(PathKeeper.class).pause();
        ImportBench imports = new ImportBench(server);
        imports.prepare();
        imports.imported(imports.rows(devices));
        return server;
    }

    /** Half an hour, so it is not among all. */
    private void rest(Path folder) {
        try {
            RestBench.Result result = RestBench.run(folder.resolve("rest"));
            say("the application at rest, of a core, against 3 %", 100 * result.share(), 3, 1, "%");
            report.add("told    by thread: " + String.join(", ", result.threads()));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void captures() {
        try {
            CaptureBench.Result result = CaptureBench.run();
            say(
                    "a capture of 1 GB looked at, against reading its packets alone",
                    result.looked(),
                    result.alone(),
                    2,
                    "s");
            say("what of it is held in the end, against 400 MB", result.megabytes(), 400, 1, "MB");
        } catch (UnreadableException e) {
            throw new IllegalStateException("a capture that was made here is read", e);
        }
    }

    private void world() {
        WorldBench.run(FEW, Duration.ofHours(1)); // until all of it is compiled
        WorldBench.Result few = WorldBench.run(FEW, Duration.ofHours(4));
        WorldBench.Result some = WorldBench.run(SMALL, Duration.ofHours(1));
        WorldBench.Result many = WorldBench.run(LARGE, Duration.ofMinutes(10));
        say("an hour of 10,000 phones, against 60 s", some.seconds(), 60, 1, "s");
        say("their heap, against 1 GB", some.megabytes(), 1_000, 1, "MB");
        say(
                "not registered of 110,000 in the end, against none",
                SMALL + LARGE - some.registered() - many.registered(),
                1,
                0.5,
                "");
        say(
                "an event among 100,000 phones against one among 1,000",
                many.microsAnEvent(),
                few.microsAnEvent(),
                1.5,
                "µs");
        report.add(String.format(
                Locale.ROOT,
                "told    %,d events of 1,000 phones, %,d of 10,000, %,d of 100,000 in %.0f s with %.0f MB of heap",
                few.events(),
                some.events(),
                many.events(),
                many.seconds(),
                many.megabytes()));
    }

    private void flood() {
        try {
            FloodBench.Result result = new RegisterBench().flooded(HOSTILE);
            say(
                    "registrations lost of " + result.registered()
                            + " while 2,500 hostile datagrams a second come, against none",
                    result.lost(),
                    1,
                    0.5,
                    "");
            say("their 99th percentile against the quiet one", result.flooded(), result.quiet(), 10, "ms");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void calls() {
        CallBench bench = new CallBench();
        double paths = Double.MAX_VALUE;
        double one = Double.MAX_VALUE;
        double digit = Double.MAX_VALUE;
        for (int round = 0; round < ROUNDS; round++) {
            paths = Math.min(paths, bench.all());
            one = Math.min(one, bench.one());
            digit = Math.min(digit, bench.digit());
        }
        say("call paths of 10,000 extensions and 5,000 outside numbers, against 2 s", paths, 2, 1, "s");
        say("call path of one number, against 1 ms", one, 1, 1, "ms");
        say("a digit over 1,000 patterns, against 0.1 ms", digit, 0.1, 1, "ms");
    }

    /** What it costs to observe a registration against what it costs to be registered. */
    private void observing(Path folder) throws IOException, InterruptedException {
        try (BenchServer server = new BenchServer(folder.resolve("observing"))) {
            TrafficBench traffic = new TrafficBench(server, 2 * BenchAgents.ALL);
            traffic.fetch();
            double registered = new RegisterBench(traffic.phones(), RegisterBench.NOBODY).cost(() -> {});
            double observed = new RegisterBench(traffic.phones(), traffic.log()).cost(traffic::settled);
            say("a registration’s observing against its registering", observed - registered, registered, 1, "µs");
            say(
                    "lost of what was observed, against none",
                    (double) traffic.log().lost(),
                    1,
                    0.5,
                    "");
        }
    }

    private void registrations(Path folder) throws IOException {
        try {
            RegisterBench bench = new RegisterBench();
            BenchAgents.Done echoed = bench.echoed();
            BenchAgents.Done top = bench.registered(0);
            say("echoes in the time of one registration", echoed.aSecond(), top.aSecond(), 1 / 0.6, "a second");
            long pause = (long) (BenchAgents.AT_ONCE * 2e9 / top.aSecond());
            BenchAgents.Done half = bench.registered(pause);
            say("lost at half of that rate, against none", half.lost(), 1, 0.5, "");
            say("99th percentile at half of that rate against its median", half.p99(), half.median(), 5, "ms");
            say(
                    "back to usual after three times that rate, against 2 s",
                    bench.recovery(top.aSecond(), half),
                    2,
                    1,
                    "s");
            observing(folder);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void histories() {
        HistoryBench bench = new HistoryBench();
        double little = Double.MAX_VALUE;
        double more = Double.MAX_VALUE;
        double much = Double.MAX_VALUE;
        for (int round = 0; round < ROUNDS; round++) {
            little = Math.min(little, bench.step(100));
            more = Math.min(more, bench.step(SMALL));
            much = Math.min(much, bench.step(LARGE));
        }
        say("step one observation with 10,000 in the past against 100", more, little, 1.2, "µs");
        say("step one observation with 100,000 in the past against 100", much, little, 1.2, "µs");
        double few = bench.rebuilt(FEW);
        few = Math.min(few, bench.rebuilt(FEW));
        say("histories of 10,000 devices out of a day’s evidence, against 1,000", bench.rebuilt(SMALL), few, 12, "s");
    }

    private void render() {
        RenderBench render = new RenderBench();
        double bare = Double.MAX_VALUE;
        double small = Double.MAX_VALUE;
        // The first rounds are slower than all later ones, until both are compiled.
        for (int round = 0; round < ROUNDS; round++) {
            bare = Math.min(bare, render.bare(SMALL));
            small = Math.min(small, render.rendered(SMALL));
        }
        say("resolve and render 10,000 devices against the bare bodies", small, bare, 3, "s");
        growth(render);
        say(
                "memory kept after 100,000 devices against 10,000",
                render.megabytesKept(LARGE),
                render.megabytesKept(SMALL),
                1.2,
                "MB");
    }

    /** Few right before and right after many, since the machine is not equally fast all the time; the middle of the rounds. */
    private void growth(RenderBench render) {
        record Round(double few, double many) {
            double ratio() {
                return many / few;
            }
        }
        List<Round> rounds = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            double before = render.rendered(SMALL);
            double many = render.rendered(LARGE);
            rounds.add(new Round((before + render.rendered(SMALL)) / 2, many));
        }
        rounds.sort(Comparator.comparingDouble(Round::ratio));
        Round middle = rounds.get(1);
        say("resolve and render 100,000 devices against 10,000", middle.many(), middle.few(), 11, "s");
    }

    private void serve(Path folder) throws IOException {
        try (BenchServer server = new BenchServer(folder.resolve("serve"))) {
            server.bean(PathKeeper.class).pause();
            ImportBench imports = new ImportBench(server);
            imports.prepare();
            imports.imported(imports.rows(SERVED + SMALL));
            List<Long> all = server.bean(DeviceStore.class).allIds();
            ServeBench serve = new ServeBench(server, all.subList(0, SERVED));
            List<Long> ids = all.subList(SERVED, SERVED + SMALL); // not released yet
            ReleaseBench release = new ReleaseBench(server);
            release.forecast(ids.subList(SMALL - FEW, SMALL));
            double few = release.forecast(ids.subList(SMALL - FEW, SMALL));
            say("forecast of 10,000 devices against 1,000", release.forecast(ids), few, 13, "s");
            double one = release.released(ids.subList(0, FEW));
            say(
                    "release in waves to 5,000 devices against 1,000",
                    release.released(ids.subList(SMALL / 2, SMALL)),
                    one,
                    7,
                    "s");
            served(server, serve, folder);
            long template = server.bean(TemplateStore.class).all().get(0).id();
            server.bean(Jdbc.class).update("update device set template_id = ? where id = ?", template, ids.get(0));
            say("preview at the 95th percentile against 50 ms", serve.preview(ids.get(0), template), 50, 1, "ms");
        }
    }

    /** Both ways round are the same: how much a bare Tomcat writes in the time of one answer of the server’s. */
    private void served(BenchServer server, ServeBench serve, Path folder) {
        LoadClient client = new LoadClient(folder);
        try (BareTomcat bare = new BareTomcat(folder.resolve("bare"), serve.configuration())) {
            for (boolean unchanged : List.of(false, true)) {
                List<LoadClient.Asked> asked = serve.asked(unchanged);
                double most = client.rate(bare.address(), asked);
                double served = client.rate(server.address(), asked);
                say(
                        "a bare Tomcat’s answers in the time of one "
                                + (unchanged ? "“unchanged”" : "fresh configuration"),
                        most,
                        served,
                        2,
                        "a second");
            }
        }
        double scripts = client.rate(server.address(), List.of(serve.script()));
        say("the screens’ largest script, against 1,000 a second", 1_000, scripts, 1, "a second");
    }

    private void directory(Path folder) {
        DirectoryBench bench = new DirectoryBench();
        double written = Double.MAX_VALUE;
        double bare = Double.MAX_VALUE;
        for (int round = 0; round < 2 * ROUNDS; round++) {
            bare = Math.min(bare, bench.bare());
            written = Math.min(written, bench.written());
        }
        say("a phonebook of 10,000 out of the roster against the bare body", written, bare, 3, "s");
        try (BenchServer server = new BenchServer(folder.resolve("directory"))) {
            server.bean(PathKeeper.class).pause();
            ImportBench imports = new ImportBench(server);
            imports.prepare();
            imports.imported(imports.rows(SMALL));
            server.bean(Jdbc.class).update("update model set phonebook = ?", SMALL);
            long quay = DirectoryBench.published(server);
            List<Long> all = server.bean(DeviceStore.class).allIds();
            ServeBench serve = new ServeBench(server, all.subList(0, SERVED));
            say(
                    "a change of one of 10,000 people until it is shown, against 100 ms",
                    DirectoryBench.shown(server, quay, 1),
                    100,
                    1,
                    "ms");
            LoadClient client = new LoadClient(folder);
            double configurations = client.rate(server.address(), serve.asked(true));
            double phonebooks = client.rate(server.address(), serve.books(true));
            say("“unchanged” configurations in the time of one phonebook", configurations, phonebooks, 1.1, "a second");
            double beside = DirectoryBench.megabytes(server, serve.asked(false).subList(0, FEW));
            double held = DirectoryBench.megabytes(server, serve.books(false).subList(0, FEW));
            say(
                    "heap while 1,000 take a phonebook, beyond configurations, against one copy",
                    Math.max(0, held - beside),
                    serve.book().length / 1e6,
                    1,
                    "MB");
        }
    }

    private void imports(Path folder) {
        Map<String, Double> few;
        try (BenchServer server = new BenchServer(folder.resolve("few"))) {
            server.bean(PathKeeper.class).pause();
            ImportBench imports = new ImportBench(server);
            imports.prepare();
            imports.imported(imports.rows(1_000));
            few = lists(server);
        }
        try (BenchServer server = new BenchServer(folder.resolve("many"))) {
            server.bean(PathKeeper.class).pause();
            ImportBench imports = new ImportBench(server);
            imports.prepare();
            imports.bare(SMALL);
            imports.imported(imports.rows(2_000));
            double bare = Math.min(imports.bare(SMALL), imports.bare(SMALL));
            double small = imports.imported(imports.rows(SMALL));
            List<IntakeRow> many = imports.rows(LARGE);
            double large = imports.imported(many);
            say("import of 10,000 rows against a bare insert", small, bare, 4, "s");
            say("import of 100,000 rows against one of 10,000", large, small, 12, "s");
            Map<String, Double> all = lists(server);
            all.forEach((name, time) -> say(
                    name + ", 100,000 devices against 1,000",
                    time,
                    few.get(name),
                    name.startsWith("first") ? 1.5 : 3,
                    "ms"));
        }
    }

    /** Ten minutes of a usual day of 100,000 phones; fewer minutes while something is looked for. */
    private void traffic(Path folder) {
        int devices = Integer.getInteger("jordfell.bench.devices", LARGE);
        Duration length = Duration.ofMinutes(Integer.getInteger("jordfell.bench.minutes", 10));
        try (BenchServer server = new BenchServer(folder.resolve("traffic"))) {
            TrafficBench bench = new TrafficBench(server, devices);
            bench.comeUp();
            TrafficBench.Result result = bench.play(length);
            String of = String.format(Locale.ROOT, "%,d phones: ", devices);
            say(of + "observations lost, of " + result.seen(), (double) result.lost(), 1, 0, "");
            say(of + "path behind at the 99th percentile, against 1 s", result.lagMillis(), 1_000, 1, "ms");
            say(of + "heap in use, against 2 GB", result.heapMegabytes(), 2_000, 1, "MB");
            say(of + "processor, against one core", result.cores(), 1, 1, "cores");
            say(of + "passwords opened, against 1 s", bench.opening(), 1_000, 1, "ms");
            report.add("told    path behind, minute by minute, in ms: " + result.lagByMinute());
            double perDay = (double) Duration.ofDays(1).toMinutes() / length.toMinutes();
            report.add(String.format(
                    Locale.ROOT,
                    "told    the evidence grew by %.0f MB and %.0f episodes in %d minutes: %.1f GB a day, %.0f GB in 14 days",
                    result.megabytes(),
                    result.rows(),
                    length.toMinutes(),
                    result.megabytes() * perDay / 1_000,
                    result.megabytes() * perDay * 14 / 1_000));
        }
    }

    private void starts(Path folder) {
        StartBench few = new StartBench(folder.resolve("start-few"), FEW);
        StartBench many = new StartBench(folder.resolve("start-many"), LARGE);
        double small = few.start();
        double large = many.start();
        say("start until a phone is answered, 100,000 devices against 1,000", large, small, 2, "s");
        say("the same against 10 s", large, 10, 1, "s");
    }

    private static Map<String, Double> lists(BenchServer server) {
        ListBench bench = new ListBench(server);
        Map<String, Double> times = new LinkedHashMap<>();
        times.put("first rows of the Fleet", bench.median("/api/devices"));
        times.put("first rows of the extensions", bench.median("/api/extensions?domainId=1"));
        times.put("first rows of the people", bench.median("/api/people?domainId=1"));
        times.put("search by MAC fragment", bench.median("/api/devices?q=00-01-F"));
        times.put("search by extension", bench.median("/api/devices?q=1000123"));
        times.put("search by name in the Fleet", bench.median("/api/devices?q=1000456%20exam"));
        times.put("search by name in the Roster", bench.median("/api/people?domainId=1&q=1000456"));
        times.put("search by number in the Roster", bench.median("/api/extensions?domainId=1&q=1000456"));
        return times;
    }

    private void say(String what, double measured, double baseline, double promised, String unit) {
        report.say(what, measured, baseline, promised, unit);
    }
}
