package jordfell.server.proving;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.proving.Pace;
import jordfell.core.proving.Protocol;
import jordfell.core.table.TableWriter;
import jordfell.core.wish.FieldProblem;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.problem.RefusedException;
import jordfell.server.proving.RoundStore.InRound;
import jordfell.server.proving.RoundStore.Round;
import jordfell.server.proving.RoundStore.State;
import jordfell.server.records.DeviceStateStore;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Rounds of test calls, and their protocols. */
@RestController
@RequestMapping(path = "/api/rounds")
class RoundController {

    private static final int MOST_DEVICES = 5_000;
    private static final int MOST_OPEN = 3;
    private static final int LONGEST_NAME = 200;

    /** Which devices: those that are named, or all of a site or a batch that are in use. */
    record RoundForm(
            @Nullable String name,
            @Nullable List<Long> deviceIds,
            @Nullable Long siteId,
            @Nullable Long batchId,
            int perMinute) {}

    /** @param seconds how long it will take, about */
    record RoundMade(long id, int devices, long seconds) {}

    record RoundView(
            long id,
            String name,
            String who,
            int perMinute,
            Instant begun,
            @Nullable Instant ended,
            boolean cancelled,
            int all,
            int passed,
            int half,
            int failed) {}

    record RoundDeviceView(
            long id,
            String label,
            String mac,
            String site,
            State state,
            @Nullable Instant at,
            String out,
            String in,
            String why) {}

    record RoundWhole(RoundView round, List<RoundDeviceView> devices) {}

    private final RoundStore store;
    private final RoundRunner runner;
    private final FactsAssembler facts;
    private final DeviceStateStore states;
    private final Audit audit;
    private final InstantSource clock;

    RoundController(
            RoundStore store,
            RoundRunner runner,
            FactsAssembler facts,
            DeviceStateStore states,
            Audit audit,
            InstantSource clock) {
        this.store = store;
        this.runner = runner;
        this.facts = facts;
        this.states = states;
        this.audit = audit;
        this.clock = clock;
    }

    @GetMapping(produces = "application/json")
    List<RoundView> all() {
        return store.all().stream().map(r -> view(r, store.devices(r.id()))).toList();
    }

    @GetMapping(path = "/{id}", produces = "application/json")
    RoundWhole whole(@PathVariable long id) {
        List<InRound> devices = store.devices(id);
        return new RoundWhole(
                view(find(id), devices),
                devices.stream()
                        .map(d -> new RoundDeviceView(
                                d.device(),
                                d.label(),
                                d.mac(),
                                d.site(),
                                d.state(),
                                d.at().orElse(null),
                                d.out(),
                                d.in(),
                                d.why()))
                        .toList());
    }

    @PostMapping(produces = "application/json")
    RoundMade begin(@RequestBody RoundForm form) {
        String name = Optional.ofNullable(form.name()).orElse("").strip();
        List<FieldProblem> problems = new ArrayList<>();
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            problems.add(new FieldProblem(
                    "/name",
                    name.isEmpty() ? "It has no name." : "The name has " + name.length() + " characters.",
                    "Up to " + LONGEST_NAME + ", such as “Acceptance of Eskvik Pier”."));
        }
        if (form.perMinute() < 1 || form.perMinute() > Pace.MOST_PER_MINUTE) {
            problems.add(new FieldProblem(
                    "/perMinute",
                    form.perMinute() + " in a minute can’t be.",
                    "From 1 to " + Pace.MOST_PER_MINUTE + ", so that people’s calls have room."));
        }
        RefusedException.ifAny(problems);
        List<Long> devices = devices(form);
        if (devices.isEmpty() || devices.size() > MOST_DEVICES) {
            throw RefusedException.field(
                    "/deviceIds",
                    devices.isEmpty() ? "No device in use is chosen." : devices.size() + " devices are chosen.",
                    "From 1 to " + MOST_DEVICES + ", or a site that has some.");
        }
        if (store.open().size() >= MOST_OPEN) {
            throw RefusedException.busy(MOST_OPEN + " rounds go on. Wait for one to end, or cancel it.");
        }
        long id = store.add(name, Audit.who(), form.perMinute(), devices, clock.instant());
        runner.wake();
        audit.record("Began test calls of " + devices.size() + " devices: “" + name + "”");
        return new RoundMade(
                id,
                devices.size(),
                new Pace(form.perMinute()).of(devices.size()).toSeconds());
    }

    /** Calls nobody any more; what came of those that were called stays. */
    @PostMapping(path = "/{id}/cancel", produces = "application/json")
    void cancel(@PathVariable long id) {
        Round round = find(id);
        if (round.ended().isPresent()) {
            throw RefusedException.gone("It is over.");
        }
        store.end(id, clock.instant(), true);
        audit.record("Cancelled the test calls “" + round.name() + "”");
    }

    /** The protocol, to print and to sign. */
    @GetMapping(path = "/{id}/protocol.html", produces = "text/html;charset=UTF-8")
    ResponseEntity<byte[]> page(@PathVariable long id) {
        Round round = find(id);
        List<String> head = List.of(
                "Test calls from " + round.begun() + " (UTC)"
                        + round.ended().map(at -> " to " + at).orElse(", not over yet")
                        + (round.cancelled() ? ", cancelled" : ""),
                "By " + round.who() + ", " + round.perMinute() + " devices in a minute");
        String page = Protocol.page(
                round.name(), head, store.devices(id).stream().map(this::line).toList());
        return ResponseEntity.ok()
                .contentType(new MediaType(MediaType.TEXT_HTML, StandardCharsets.UTF_8))
                .header(HttpHeaders.CACHE_CONTROL, "no-store")
                // What is printed brings its own styles, and may do nothing else.
                .header("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; sandbox")
                .body(page.getBytes(StandardCharsets.UTF_8));
    }

    /** The same as a table. */
    @GetMapping(path = "/{id}/protocol.csv", produces = "text/csv;charset=UTF-8")
    ResponseEntity<byte[]> table(@PathVariable long id) {
        find(id);
        String text = TableWriter.write(
                List.of("device", "mac", "model", "firmware", "revision", "extensions", "calls", "is called", "result"),
                store.devices(id).stream()
                        .map(this::line)
                        .map(l -> List.of(
                                l.label(),
                                l.mac(),
                                l.model(),
                                l.firmware(),
                                l.revision(),
                                l.numbers(),
                                l.out(),
                                l.in(),
                                l.result()))
                        .toList());
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"protocol.csv\"")
                .body(text.getBytes(StandardCharsets.UTF_8));
    }

    private Protocol.Line line(InRound d) {
        Optional<Assembled> device = facts.assemble(d.device());
        return new Protocol.Line(
                d.label(),
                d.mac(),
                device.map(of -> of.device().model().fullName()).orElse(""),
                states.shown(d.device()).firmware(),
                device.flatMap(of -> of.facts().released())
                        .map(r -> r.revision().brief())
                        .orElse(""),
                device.map(of -> of.facts().lines().stream()
                                .flatMap(l -> l.extension().stream())
                                .map(ExtensionFacts::number)
                                .collect(Collectors.joining(", ")))
                        .orElse(""),
                d.out(),
                d.in(),
                d.why().isEmpty() ? spoken(d.state()) : d.why(),
                d.state() == State.PASSED);
    }

    private static String spoken(State state) {
        return state.name().toLowerCase(Locale.ROOT);
    }

    private List<Long> devices(RoundForm form) {
        if (form.siteId() != null) {
            return store.devicesOf("site", form.siteId());
        } else if (form.batchId() != null) {
            return store.devicesOf("batch", form.batchId());
        }
        return form.deviceIds() == null
                ? List.of()
                : form.deviceIds().stream().distinct().toList();
    }

    private Round find(long id) {
        return store.find(id).orElseThrow(() -> RefusedException.notFound("round of test calls"));
    }

    private static RoundView view(Round r, List<InRound> devices) {
        return new RoundView(
                r.id(),
                r.name(),
                r.who(),
                r.perMinute(),
                r.begun(),
                r.ended().orElse(null),
                r.cancelled(),
                devices.size(),
                count(devices, State.PASSED),
                count(devices, State.HALF),
                count(devices, State.FAILED));
    }

    private static int count(List<InRound> devices, State state) {
        return (int) devices.stream().filter(d -> d.state() == state).count();
    }
}
