package jordfell.server.ground;

import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import jordfell.core.planning.LocalPorts;
import jordfell.core.planning.Networks;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.answer.Made;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.Checked;
import jordfell.server.problem.FieldProblem;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceCounts;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.SettingStore;
import jordfell.server.records.Site;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Sites: their network, their clock, and how their phones find their configuration. */
@RestController
@RequestMapping(path = "/api/sites", produces = "application/json")
class SiteController {

    private static final int TOKEN_BYTES = 16;

    /** A site as it is shown and as it is wished for; zone and timeServer are settings of the site's layer. */
    record SiteForm(
            long id,
            long domainId,
            @Nullable String name,
            boolean allowsLocalMacs,
            @Nullable String subnets,
            boolean behindNat,
            @Nullable String publicAddress,
            int natTimeout,
            Site.@Nullable Learns learns,
            int portBase,
            @Nullable String fetchUser,
            @Nullable String fetchPassword,
            boolean hasFetchPassword,
            @Nullable String fetchFrom,
            @Nullable String zone,
            @Nullable String timeServer,
            long devices,
            long version) {}

    private final DomainStore store;
    private final SettingStore settings;
    private final DeviceStore devices;
    private final DeviceCounts counts;
    private final Acts acts;
    private final SecureRandom random = new SecureRandom();

    SiteController(DomainStore store, SettingStore settings, DeviceStore devices, DeviceCounts counts, Acts acts) {
        this.store = store;
        this.settings = settings;
        this.devices = devices;
        this.counts = counts;
        this.acts = acts;
    }

    @GetMapping
    List<SiteForm> sites() {
        return store.sites().stream().map(this::view).toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    Made add(@RequestBody SiteForm wish) {
        byte[] token = new byte[TOKEN_BYTES];
        random.nextBytes(token);
        String name = Checked.needed(wish.name(), "name", "name", 100);
        return new Made(acts.act(id -> "added site " + name, recording -> {
                    long made = store.addSite(
                            wish.domainId(), name, HexFormat.of().formatHex(token), wish.allowsLocalMacs());
                    Site fresh = store.site(made).orElseThrow();
                    store.changeSite(site(fresh, wish, fresh.version()));
                    putClock(made, wish);
                    putFetchPassword(made, wish);
                    recording.made(Kept.SITE, made);
                    return made;
                })
                .result());
    }

    @PutMapping("/{id}")
    void change(@PathVariable long id, @RequestBody SiteForm wish) {
        Site before = get(id);
        Site after = site(before, wish, wish.version());
        acts.act(x -> "changed site " + after.name(), recording -> {
            recording.changing(Kept.SITE, id);
            if (!store.changeSite(after)) {
                throw RefusedException.changedMeanwhile("site");
            }
            putClock(id, wish);
            putFetchPassword(id, wish);
            return id;
        });
    }

    /** Whom the change would touch, and whether a port rule works for the whole site. */
    @PostMapping("/{id}/impact")
    Impact impact(@PathVariable long id, @RequestBody SiteForm wish) {
        Site before = get(id);
        Site after = site(before, wish, wish.version());
        List<String> numbers = numbers(id);
        List<String> sentences = new ArrayList<>();
        if (after.portBase() > 0) {
            numbers.stream()
                    .flatMap(n -> LocalPorts.refuse(after.portBase(), n).stream())
                    .limit(3)
                    .forEach(sentences::add);
            if (!sentences.isEmpty()) {
                OptionalInt better = LocalPorts.propose(numbers);
                sentences.add(
                        better.isPresent()
                                ? "With " + better.getAsInt() + " + extension every line has a port of its own."
                                : "No base of full thousands works for all extensions here.");
            }
        } else if (after.behindNat()) {
            OptionalInt proposed = LocalPorts.propose(numbers);
            sentences.add("Without a rule its phones share one local port behind the router."
                    + (proposed.isPresent() ? " " + proposed.getAsInt() + " + extension works." : ""));
        }
        Map<String, String> now = settings.values(LayerKind.SITE, Long.toString(id));
        boolean clock = !text(wish.zone()).equals(now.getOrDefault(SettingsCatalogue.ZONE, ""))
                || !text(wish.timeServer()).equals(now.getOrDefault(SettingsCatalogue.TIME_SERVER, ""));
        boolean ports = before.portBase() != after.portBase();
        int touched = clock || ports
                ? devices.under(LayerKind.SITE, Long.toString(id)).size()
                : 0;
        return new Impact(touched, sentences, List.of());
    }

    private void putClock(long id, SiteForm wish) {
        putOrRemove(id, SettingsCatalogue.ZONE, text(wish.zone()));
        putOrRemove(id, SettingsCatalogue.TIME_SERVER, text(wish.timeServer()));
    }

    /** A password that is not sent stays as it is; without a name there is none. */
    private void putFetchPassword(long id, SiteForm wish) {
        if (text(wish.fetchUser()).isEmpty()) {
            store.setFetchPassword(id, "");
        } else if (wish.fetchPassword() != null && !wish.fetchPassword().isEmpty()) {
            store.setFetchPassword(id, wish.fetchPassword());
        }
    }

    private void putOrRemove(long id, String key, String value) {
        if (settings.values(LayerKind.SITE, Long.toString(id))
                .getOrDefault(key, "")
                .equals(value)) {
            return;
        }
        if (value.isEmpty()) {
            settings.remove(LayerKind.SITE, Long.toString(id), key);
        } else {
            settings.put(LayerKind.SITE, Long.toString(id), key, value);
        }
    }

    private static Site site(Site before, SiteForm w, long version) {
        List<FieldProblem> problems = new ArrayList<>();
        String subnets = text(w.subnets());
        Arrays.stream(subnets.split("[,\\s]+"))
                .filter(s -> !s.isEmpty() && !s.matches("[0-9]{1,3}(\\.[0-9]{1,3}){3}/([0-9]|[12][0-9]|3[0-2])"))
                .forEach(s -> problems.add(new FieldProblem(
                        "/subnets", "“" + s + "” is no range.", "Such as 198.51.100.0/24, separated by blanks.")));
        Networks.of(text(w.fetchFrom())).stream()
                .flatMap(range -> Networks.refuse(range).stream())
                .forEach(reason -> problems.add(
                        new FieldProblem("/fetchFrom", reason, "Such as 198.51.100.0/24, separated by blanks.")));
        if (!text(w.fetchUser()).isEmpty() && text(w.fetchPassword()).isEmpty() && !w.hasFetchPassword()) {
            problems.add(new FieldProblem(
                    "/fetchPassword", "The name has no password.", "Write one of 12 characters or more."));
        } else if (!text(w.fetchPassword()).isEmpty() && text(w.fetchPassword()).length() < 12) {
            problems.add(new FieldProblem(
                    "/fetchPassword",
                    "It has " + text(w.fetchPassword()).length() + " characters.",
                    "12 to 64 can’t be tried out."));
        }
        String address = text(w.publicAddress());
        if (!address.isEmpty() && !address.matches("[0-9]{1,3}(\\.[0-9]{1,3}){3}")) {
            problems.add(
                    new FieldProblem("/publicAddress", "“" + address + "” is no address.", "Such as 203.0.113.9."));
        }
        if (w.portBase() != 0 && (w.portBase() < LocalPorts.LOWEST || w.portBase() > LocalPorts.HIGHEST)) {
            problems.add(new FieldProblem(
                    "/portBase", w.portBase() + " is no base for ports.", "0 for no rule, or such as 20000."));
        }
        type(SettingsCatalogue.ZONE, w.zone(), "zone", problems);
        type(SettingsCatalogue.TIME_SERVER, w.timeServer(), "timeServer", problems);
        if (!problems.isEmpty()) {
            throw RefusedException.fields(problems);
        }
        return new Site(
                before.id(),
                before.domainId(),
                Checked.needed(w.name(), "name", "name", 100),
                before.token(),
                w.allowsLocalMacs(),
                subnets,
                w.behindNat(),
                address,
                Checked.between(w.natTimeout(), 10, 3_600, "natTimeout", "timeout"),
                Optional.ofNullable(w.learns()).orElse(Site.Learns.OPTION_66),
                w.portBase(),
                new Site.Access(
                        Checked.text(w.fetchUser(), "fetchUser", "name", 64),
                        String.join(" ", Networks.of(text(w.fetchFrom())))),
                version);
    }

    private static void type(String key, @Nullable String value, String field, List<FieldProblem> problems) {
        if (!text(value).isEmpty()) {
            SettingsCatalogue.find(key)
                    .flatMap(s -> s.refuse(text(value)))
                    .ifPresent(reason -> problems.add(new FieldProblem("/" + field, reason, "")));
        }
    }

    private List<String> numbers(long siteId) {
        return counts.numbersAt(siteId);
    }

    private SiteForm view(Site s) {
        Map<String, String> values = settings.values(LayerKind.SITE, Long.toString(s.id()));
        return new SiteForm(
                s.id(),
                s.domainId(),
                s.name(),
                s.allowsLocalMacs(),
                s.subnets(),
                s.behindNat(),
                s.publicAddress(),
                s.natTimeout(),
                s.learns(),
                s.portBase(),
                s.access().user(),
                null,
                !store.fetchPassword(s.id()).isEmpty(),
                s.access().from(),
                values.getOrDefault(SettingsCatalogue.ZONE, ""),
                values.getOrDefault(SettingsCatalogue.TIME_SERVER, ""),
                counts.at(s.id()),
                s.version());
    }

    private Site get(long id) {
        return store.site(id).orElseThrow(() -> RefusedException.notFound("site"));
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
