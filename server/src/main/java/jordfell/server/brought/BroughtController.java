package jordfell.server.brought;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import jordfell.core.brought.Gathered;
import jordfell.core.brought.MatchedBy;
import jordfell.core.diagnosis.Certainty;
import jordfell.core.ground.Site;
import jordfell.core.ladder.Ladder;
import jordfell.core.wish.FieldProblem;
import jordfell.server.brought.Brought.State;
import jordfell.server.ladder.LadderView;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.SiteStore;
import jordfell.server.security.Audit;
import jordfell.server.security.SignedIn;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Evidence from elsewhere: it is begun with a name, its bytes are put into it, and what is in it is looked at. */
@RestController
@RequestMapping(path = "/api/brought", produces = "application/json")
class BroughtController {

    private static final int MOST_KEPT = 100;
    private static final int LONGEST_NAME = 200;
    private static final int MOST_SHOWN = 500;

    /** While it is read, so many are told. */
    private static final int MOST_TOLD = 50;

    record BroughtForm(@Nullable String name) {}

    /**
     * What was begun.
     *
     * @param key with which a program may feed it, once
     * @param feed where such a program puts it
     */
    record BegunView(long id, String key, String feed) {}

    /**
     * Somebody in it who is on record as nobody.
     *
     * @param mac who it says it is; empty where it says nothing
     */
    record StrangerView(
            String mac, String number, String domain, String host, long seen, Instant last, String answer) {}

    /**
     * Something that was brought.
     *
     * @param devices how many were found in it; -1 while it is read
     */
    record BroughtView(
            long id,
            String name,
            String kind,
            State state,
            String who,
            Instant begun,
            @Nullable Instant ended,
            long bytes,
            long packets,
            long sip,
            @Nullable Instant first,
            @Nullable Instant last,
            String trouble,
            int devices) {}

    /**
     * A device in it.
     *
     * @param matchedBy what says that it is this one
     * @param held whether something is found wrong
     */
    record BroughtDeviceView(
            long id,
            String label,
            String mac,
            String site,
            List<String> matchedBy,
            Instant first,
            Instant last,
            long seen,
            boolean held,
            String sentence) {}

    record BroughtWhole(
            BroughtView brought, List<String> doubts, List<BroughtDeviceView> devices, List<StrangerView> strangers) {}

    record BroughtFindingView(Certainty certainty, String sentence, String detail, List<String> evidence) {}

    /** What is said of one device. */
    record BroughtVerdictView(
            String words,
            List<BroughtFindingView> findings,
            List<String> blind,
            List<String> matchedBy,
            LadderView ladder) {}

    /**
     * Where phones may send what they write down.
     *
     * @param taken how many lines became evidence since the start
     * @param passedOver how many did not
     */
    record SyslogView(String address, long taken, long passedOver) {}

    private final BroughtStore store;
    private final BroughtReadings readings;
    private final BroughtVerdicts verdicts;
    private final FeedKeys keys;
    private final FeedPort port;
    private final SyslogPort syslog;
    private final DeviceStore devices;
    private final SiteStore sites;
    private final Audit audit;
    private final InstantSource clock;

    BroughtController(
            BroughtStore store,
            BroughtReadings readings,
            BroughtVerdicts verdicts,
            FeedKeys keys,
            FeedPort port,
            SyslogPort syslog,
            DeviceStore devices,
            SiteStore sites,
            Audit audit,
            InstantSource clock) {
        this.store = store;
        this.readings = readings;
        this.verdicts = verdicts;
        this.keys = keys;
        this.port = port;
        this.syslog = syslog;
        this.devices = devices;
        this.sites = sites;
        this.audit = audit;
        this.clock = clock;
    }

    @GetMapping
    List<BroughtView> list() {
        return store.all().stream().map(this::present).toList();
    }

    /** Those in which there is something of a device. */
    @GetMapping("/with/{device}")
    List<BroughtView> with(@PathVariable long device) {
        return store.with(device).stream().map(this::present).toList();
    }

    @GetMapping("/syslog")
    SyslogView syslog() {
        return new SyslogView("udp 127.0.0.1:" + syslog.port(), syslog.taken(), syslog.passedOver());
    }

    @PostMapping
    BegunView begin(@RequestBody BroughtForm form) {
        String name = Optional.ofNullable(form.name()).orElse("").strip();
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            throw RefusedException.fields(List.of(new FieldProblem(
                    "/name",
                    name.isEmpty() ? "It has no name." : "The name has " + name.length() + " characters.",
                    "Up to " + LONGEST_NAME + ", such as where it was recorded.")));
        }
        if (store.count() >= MOST_KEPT) {
            throw RefusedException.field(
                    "/name", MOST_KEPT + " are kept, and no more.", "Remove one that is not needed any more.");
        }
        long id = store.add(name, Audit.who(), clock.instant());
        audit.record("Brought evidence “" + name + "”");
        return new BegunView(id, keys.make(id), port.address(id));
    }

    /** Takes all of it; answers when it is read. */
    @PutMapping(path = "/{id}/bytes", consumes = "application/octet-stream")
    BroughtView bytes(@PathVariable long id, HttpServletRequest request) throws IOException {
        return view(readings.read(id, request.getInputStream()));
    }

    @PostMapping("/{id}/cancel")
    void cancel(@PathVariable long id) {
        readings.of(id)
                .orElseThrow(() -> RefusedException.gone("It is not being read."))
                .cancel();
    }

    @GetMapping("/{id}")
    BroughtWhole whole(@PathVariable long id) {
        Optional<Reading> reading = readings.of(id);
        Brought brought = reading.map(r -> r.as(State.READING, "", Optional.empty(), List.of()))
                .or(() -> store.find(id))
                .orElseThrow(() -> RefusedException.notFound("evidence"));
        List<BroughtDeviceView> found = reading.map(
                        r -> soFar(r.devices(), brought.last().orElseGet(clock::instant)))
                .orElseGet(() -> store.devices(id, MOST_SHOWN).stream()
                        .map(BroughtController::view)
                        .toList());
        return new BroughtWhole(
                view(brought),
                brought.doubts(),
                found,
                brought.strangers().stream()
                        .map(s -> new StrangerView(
                                s.mac(), s.number(), s.domain(), s.host(), s.seen(), s.last(), s.answer()))
                        .toList());
    }

    @GetMapping("/{id}/devices/{device}")
    BroughtVerdictView device(@PathVariable long id, @PathVariable long device) {
        Gathered.OfDevice seen = seen(id, device);
        BroughtVerdicts.Judged judged = judged(id, seen);
        return new BroughtVerdictView(
                judged.verdict().words(),
                judged.verdict().findings().stream()
                        .map(f -> new BroughtFindingView(f.certainty(), f.sentence(), f.detail(), f.evidence()))
                        .toList(),
                judged.verdict().blind(),
                seen.by().stream().map(MatchedBy::words).toList(),
                LadderView.of(Ladder.of(judged.device(), seen.episodes())));
    }

    /** One of its messages. */
    @GetMapping("/{id}/devices/{device}/message")
    LadderView.MessageView message(
            @PathVariable long id,
            @PathVariable long device,
            @RequestParam String key,
            @RequestParam int step,
            @AuthenticationPrincipal SignedIn who) {
        Gathered.OfDevice seen = seen(id, device);
        BroughtVerdicts.Judged judged = judged(id, seen);
        return LadderView.message(
                        Ladder.of(judged.device(), seen.episodes()), key, step, judged.device(), judged.secrets())
                .map(message -> message.shownTo(who))
                .orElseThrow(() -> RefusedException.gone("This message is kept no more."));
    }

    /** Lets go of it for good. */
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        Brought brought = store.find(id).orElseThrow(() -> RefusedException.notFound("evidence"));
        if (readings.of(id).isPresent()) {
            throw RefusedException.busy("It is being read. Cancel that first.");
        }
        store.remove(id);
        audit.record("Removed evidence “" + brought.name() + "”");
    }

    private Gathered.OfDevice seen(long id, long device) {
        return readings.of(id)
                .flatMap(r ->
                        r.devices().stream().filter(of -> of.device() == device).findFirst())
                .or(() -> store.device(id, device))
                .orElseThrow(() -> RefusedException.notFound("device in this evidence"));
    }

    private BroughtVerdicts.Judged judged(long id, Gathered.OfDevice seen) {
        Instant until = readings.of(id)
                .map(r -> r.as(State.READING, "", Optional.empty(), List.of()))
                .or(() -> store.find(id))
                .flatMap(Brought::last)
                .orElse(seen.last());
        return verdicts.of(seen, until)
                .orElseThrow(() -> RefusedException.gone("The device is not on record any more."));
    }

    private List<BroughtDeviceView> soFar(List<Gathered.OfDevice> found, Instant until) {
        return found.stream()
                .limit(MOST_TOLD)
                .flatMap(of -> devices.find(of.device()).stream().map(d -> {
                    BroughtStore.Told told = verdicts.told(of, until);
                    return new BroughtDeviceView(
                            of.device(),
                            d.label(),
                            d.mac().map(Object::toString).orElse(""),
                            sites.find(d.siteId()).map(Site::name).orElse(""),
                            of.by().stream().map(MatchedBy::words).toList(),
                            of.first(),
                            of.last(),
                            of.seen(),
                            !told.cause().isEmpty(),
                            told.sentence());
                }))
                .toList();
    }

    private BroughtView present(Brought b) {
        return readings.of(b.id())
                .map(r -> view(r.as(State.READING, "", Optional.empty(), List.of())))
                .orElseGet(() -> view(b));
    }

    private BroughtView view(Brought b) {
        return new BroughtView(
                b.id(),
                b.name(),
                b.kind(),
                b.state(),
                b.who(),
                b.begun(),
                b.ended().orElse(null),
                b.bytes(),
                b.packets(),
                b.sip(),
                b.first().orElse(null),
                b.last().orElse(null),
                b.trouble(),
                b.state() == State.READING ? -1 : store.countDevices(b.id()));
    }

    private static BroughtDeviceView view(BroughtStore.InIt in) {
        return new BroughtDeviceView(
                in.device(),
                in.label(),
                in.mac(),
                in.site(),
                in.by().stream().map(MatchedBy::words).toList(),
                in.first(),
                in.last(),
                in.seen(),
                !in.cause().isEmpty(),
                in.sentence());
    }
}
