package jordfell.server.casefile;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import jordfell.core.casefile.CaseWindow;
import jordfell.core.casefile.Casefile;
import jordfell.core.casefile.Withheld;
import jordfell.core.diagnosis.Cause;
import jordfell.server.casefile.CasefileMaker.Gathered;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStateStore;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/** Casefiles of a device or of a cause. Who is called when stands in them: none for viewers. */
@RestController
@RequestMapping("/api/casefile")
class CasefileController {

    private static final MediaType ZIP = MediaType.parseMediaType("application/zip");
    private static final int MOST_DEVICES = 20;
    private static final Duration LONGEST = Duration.ofDays(14);

    record WindowView(Instant from, Instant to, String why) {}

    private final CasefileMaker maker;
    private final JsonMapper json;
    private final DeviceStateStore states;
    private final Audit audit;
    private final InstantSource clock;

    CasefileController(
            CasefileMaker maker, JsonMapper json, DeviceStateStore states, Audit audit, InstantSource clock) {
        this.maker = maker;
        this.json = json;
        this.states = states;
        this.audit = audit;
        this.clock = clock;
    }

    /** A window that fits what happened. */
    @GetMapping(path = "/devices/{id}/window", produces = "application/json")
    WindowView window(@PathVariable long id) {
        CaseWindow window = maker.window(id).orElseThrow(() -> RefusedException.notFound("device"));
        return new WindowView(window.from(), window.to(), window.why());
    }

    /** @param from left out for the window that fits */
    @GetMapping(path = "/devices/{id}", produces = "application/zip")
    ResponseEntity<byte[]> ofDevice(
            @PathVariable long id,
            @RequestParam(required = false) @Nullable Instant from,
            @RequestParam(required = false) @Nullable Instant to) {
        CaseWindow fitting = maker.window(id).orElseThrow(() -> RefusedException.notFound("device"));
        CaseWindow window =
                from == null || to == null ? fitting : checked(new CaseWindow(from, to, "as it was asked for"));
        return zip("", List.of(id), window);
    }

    /** Of all devices that one cause holds, the first of them. */
    @GetMapping(path = "/causes/{cause}", produces = "application/zip")
    ResponseEntity<byte[]> ofCause(@PathVariable String cause, @RequestParam(defaultValue = "") String variant) {
        Cause known = Cause.find(cause).orElseThrow(() -> RefusedException.notFound("cause"));
        List<Long> ids = states.heldBy(cause, variant, MOST_DEVICES);
        if (ids.isEmpty()) {
            throw RefusedException.gone("This holds no device any more.");
        }
        Instant now = clock.instant();
        Instant from = ids.stream()
                .flatMap(id -> maker.window(id).stream())
                .map(CaseWindow::from)
                .min(Instant::compareTo)
                .orElse(now.minus(Duration.ofHours(1)));
        return zip(known.title(), ids, new CaseWindow(from, now, "from before it began with the first of them"));
    }

    /** Of a call that a device made or was made to, with the others of whose evidence it is. */
    @GetMapping(path = "/devices/{id}/call", produces = "application/zip")
    ResponseEntity<byte[]> ofCall(@PathVariable long id, @RequestParam String callId) {
        CasefileMaker.FoundCall call = maker.call(id, callId)
                .orElseThrow(() -> RefusedException.gone("Nothing of this call is kept any more."));
        return zip(call.title(), call.devices(), call.window());
    }

    private static CaseWindow checked(CaseWindow window) {
        if (!window.from().isBefore(window.to())) {
            throw RefusedException.field("/from", "It begins after it ends.", "Earlier than " + window.to() + ".");
        }
        if (Duration.between(window.from(), window.to()).compareTo(LONGEST) > 0) {
            throw RefusedException.field(
                    "/from",
                    "It is longer than " + LONGEST.toDays() + " days.",
                    "Evidence is kept that long at most; choose less.");
        }
        return window;
    }

    private ResponseEntity<byte[]> zip(String of, List<Long> ids, CaseWindow window) {
        Set<String> secrets = new LinkedHashSet<>();
        ids.forEach(id -> secrets.addAll(maker.secrets(id)));
        Withheld withheld = new Withheld(secrets);
        List<Gathered> devices = maker.gather(ids, window, withheld);
        if (devices.isEmpty()) {
            throw RefusedException.notFound("device");
        }
        String what = of.isEmpty() ? devices.get(0).device().device().label() : of;
        String made = "Made " + clock.instant().truncatedTo(ChronoUnit.SECONDS) + " by " + Audit.who()
                + ". All times are UTC; the server’s zone is " + ZoneId.systemDefault() + ".";
        Casefile casefile = new Casefile(
                "Casefile: " + what,
                made,
                window,
                devices.stream().map(Gathered::page).toList(),
                withheld.places());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            CasefileZip.write(casefile, devices, json, out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        audit.record("Made a casefile of “" + what + "”");
        return ResponseEntity.ok()
                .contentType(ZIP)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(fileName(what))
                                .build()
                                .toString())
                .header(HttpHeaders.CACHE_CONTROL, "no-store")
                .body(out.toByteArray());
    }

    private static String fileName(String what) {
        String plain =
                what.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
        return "casefile-" + (plain.isEmpty() ? "device" : plain) + ".zip";
    }
}
