package jordfell.server.templates;

import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.release.ConfigDiff;
import jordfell.core.render.Dialects;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.LayerWord;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingType;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.DeviceStore;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.FactsAssembler.Assembled;
import jordfell.server.events.EventHub;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.observe.ObservationStore;
import jordfell.server.problem.RefusedException;
import jordfell.server.release.ReleaseStore;
import jordfell.server.security.Audit;
import jordfell.server.settings.SettingStore;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Templates, and the settings of one real device with where each value comes from. */
@RestController
@RequestMapping(path = "/api", produces = "application/json")
class TemplateController {

    record WordView(LayerKind layer, String name, String value) {}

    /**
     * A setting of one device.
     *
     * @param options the words to choose from; empty for anything but a choice
     * @param words every layer's word, lowest first; the last one stands
     */
    record SettingView(
            String key,
            String group,
            String label,
            String purpose,
            String unit,
            List<String> options,
            String value,
            String problem,
            List<WordView> words) {}

    record LayerView(LayerKind layer, String name, String owner, int values) {}

    record DeviceSettings(long deviceId, String label, List<LayerView> layers, List<SettingView> settings) {}

    /** One line of the file: {@code same}, {@code added} or {@code removed} against what is on the phone. */
    record FileLine(ConfigDiff.Change change, String text) {}

    /**
     * The file a device would be sent, passwords as dots.
     *
     * @param onPhone the revision that it fetched last, empty if none
     */
    record FilePreview(
            String fileName,
            String revision,
            String released,
            String onPhone,
            List<FileLine> lines,
            List<String> problems) {}

    record TemplateWish(long domainId, @Nullable String name) {}

    record ValueWish(@Nullable String value) {}

    record Made(long id) {}

    private static final Pattern PASSWORD_LINE = Pattern.compile(
            "(?m)(^answer-with += |\"secret\": \"|\"pass\": \"|<proof as=\"[^\"]*\" with=\")(.*?)(?=$|\" }|\",|\"/>)");

    private final TemplateStore templates;
    private final FactsAssembler facts;
    private final SettingStore settings;
    private final DeviceStore devices;
    private final ReleaseStore releases;
    private final ObservationStore observations;
    private final PathKeeper paths;
    private final EventHub events;
    private final Audit audit;

    TemplateController(
            TemplateStore templates,
            FactsAssembler facts,
            SettingStore settings,
            DeviceStore devices,
            ReleaseStore releases,
            ObservationStore observations,
            PathKeeper paths,
            EventHub events,
            Audit audit) {
        this.templates = templates;
        this.facts = facts;
        this.settings = settings;
        this.devices = devices;
        this.releases = releases;
        this.observations = observations;
        this.paths = paths;
        this.events = events;
        this.audit = audit;
    }

    @PostMapping("/templates")
    @ResponseStatus(HttpStatus.CREATED)
    Made make(@RequestBody TemplateWish wish) {
        String name = wish.name() == null ? "" : wish.name().strip();
        if (name.isEmpty() || name.length() > 60) {
            throw RefusedException.field(
                    "/name", name.isEmpty() ? "The name is empty." : "The name is too long.", "1 to 60 characters.");
        }
        long id = templates.add(wish.domainId(), name);
        audit.record("made template " + name);
        return new Made(id);
    }

    @GetMapping("/devices/{id}/settings")
    DeviceSettings settings(@PathVariable long id) {
        Assembled device = get(id);
        List<LayerView> layers = Stream.concat(
                        device.layers().stream()
                                .map(l -> new LayerView(
                                        l.kind(),
                                        l.name(),
                                        owner(device, l.kind()),
                                        l.values().size())),
                        device.lines().stream()
                                .limit(1)
                                .flatMap(l -> l.extension().stream())
                                .map(e -> new LayerView(
                                        LayerKind.EXTENSION,
                                        "Extension " + e.number(),
                                        Long.toString(e.id()),
                                        settings.values(LayerKind.EXTENSION, Long.toString(e.id()))
                                                        .size()
                                                + 1)))
                .sorted(java.util.Comparator.comparing(LayerView::layer))
                .toList();
        List<SettingView> views = SettingsCatalogue.all().stream()
                .map(setting -> view(resolved(device, setting)))
                .toList();
        return new DeviceSettings(id, device.device().label(), layers, views);
    }

    @GetMapping("/devices/{id}/file")
    FilePreview file(@PathVariable long id) {
        Assembled device = get(id);
        var dialect = Dialects.of(device.device().model().family());
        String now =
                device.config().map(c -> dialect.render(c.withoutSecrets())).orElse("");
        Optional<ConfigRequested> fetched = observations.of(id).last(ConfigRequested.class, ConfigRequested::served);
        String before = fetched.flatMap(r -> releases.body(id, r.revision()))
                .map(ReleaseStore.Released::body)
                .map(body -> masked(body, device))
                .orElse("");
        List<ConfigDiff.Line> lines = before.isEmpty()
                ? now.lines()
                        .map(l -> new ConfigDiff.Line(ConfigDiff.Change.SAME, l))
                        .toList()
                : ConfigDiff.between(before, now);
        return new FilePreview(
                device.device().mac().map(dialect::fileName).orElse("a file, once it is claimed"),
                device.facts().current().map(r -> r.brief()).orElse(""),
                device.facts().released().map(r -> r.revision().brief()).orElse(""),
                fetched.map(r -> r.revision().substring(0, 4)).orElse(""),
                lines.stream().map(l -> new FileLine(l.change(), l.text())).toList(),
                device.facts().problems());
    }

    /** Sets what a layer says; refused when the setting can't take the value. */
    @PutMapping("/settings/{layer}/{owner}/{key}")
    void put(
            @PathVariable LayerKind layer,
            @PathVariable String owner,
            @PathVariable String key,
            @RequestBody ValueWish wish) {
        Setting setting = SettingsCatalogue.find(key).orElseThrow(() -> RefusedException.notFound("setting"));
        String value = wish.value() == null ? "" : wish.value();
        setting.type().refuse(value).ifPresent(reason -> {
            throw RefusedException.field("/value", reason, setting.purpose());
        });
        settings.put(layer, owner, key, value);
        audit.record(
                "set " + setting.label() + " for " + layer.name().toLowerCase(java.util.Locale.ROOT) + " " + owner);
        changed(layer, owner);
    }

    /** Takes a layer's word back, so that the layer below speaks again. */
    @DeleteMapping("/settings/{layer}/{owner}/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable LayerKind layer, @PathVariable String owner, @PathVariable String key) {
        settings.remove(layer, owner, key);
        audit.record("took back " + key + " for " + layer.name().toLowerCase(java.util.Locale.ROOT) + " " + owner);
        changed(layer, owner);
    }

    private void changed(LayerKind layer, String owner) {
        paths.touch(devices.under(layer, owner));
        events.publish(EventHub.Topic.TEMPLATES, 0);
    }

    private Assembled get(long id) {
        return facts.assemble(id).orElseThrow(() -> RefusedException.notFound("device"));
    }

    private static ResolvedSetting resolved(Assembled device, Setting setting) {
        return setting.scope() == Setting.Scope.DEVICE || device.lines().isEmpty()
                ? jordfell.core.settings.SettingsResolver.resolve(setting.scope(), device.layers())
                        .get(setting.key())
                : device.lines().get(0).settings().get(setting.key());
    }

    private static SettingView view(ResolvedSetting s) {
        Setting setting = s.setting();
        SettingType type = setting.type();
        List<String> options = type instanceof SettingType.Choice choice
                ? choice.options()
                : type instanceof SettingType.YesNo ? List.of("yes", "no") : List.of();
        return new SettingView(
                setting.key(),
                setting.group(),
                setting.label(),
                setting.purpose(),
                type instanceof SettingType.Whole whole ? whole.unit() : "",
                options,
                s.value().orElse(""),
                s.problem().orElse(""),
                s.words().stream().map(TemplateController::view).toList());
    }

    private static WordView view(LayerWord word) {
        return new WordView(word.layer(), word.name(), word.value());
    }

    private static String owner(Assembled device, LayerKind kind) {
        return switch (kind) {
            case MODEL -> device.device().model().id();
            case DOMAIN -> Long.toString(device.domain().id());
            case SITE -> Long.toString(device.site().id());
            case TEMPLATE ->
                device.device().template().map(t -> Long.toString(t.id())).orElse("");
            case EXTENSION -> "";
            case DEVICE -> Long.toString(device.device().id());
        };
    }

    /** A released file with its passwords as dots; one that is not the present one stays told apart. */
    private static String masked(String body, Assembled device) {
        List<String> present = device.config().stream()
                .flatMap(c -> c.stations().stream())
                .map(station -> station.password())
                .toList();
        return PASSWORD_LINE.matcher(body).replaceAll(line -> {
            boolean earlier = !present.contains(line.group(2));
            return line.group(1) + "••••••••••••" + (earlier ? " (an earlier one)" : "");
        });
    }
}
