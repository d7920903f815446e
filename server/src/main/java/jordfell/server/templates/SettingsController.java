package jordfell.server.templates;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.formula.Formula;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.LayerWord;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingNames;
import jordfell.core.settings.SettingType;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.device.DialectBook;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.FactsAssembler.Assembled;
import jordfell.server.device.OwnedLayer;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ModelStore;
import jordfell.server.records.SettingStore;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The settings of one real device with where each value comes from, and each layer's words. */
@RestController
@RequestMapping(path = "/api", produces = "application/json")
class SettingsController {

    private static final String DOTS = "••••••••";
    private static final int MOST_PAST = 20;

    /** @param stands whether it is this word that the device goes by */
    record WordView(LayerKind layer, String name, String owner, String value, boolean locked, boolean stands) {}

    /**
     * A setting of one device.
     *
     * @param kind of its type: text, whole, choice, words, yesno, host, url, zone, digitmap, version or secret
     * @param options the words to choose from; empty for anything but a choice or a list of words
     * @param usual the value when no layer speaks; empty also when some layer must
     * @param understood whether the device's family has a place for it
     * @param words every layer's word, lowest first
     */
    record SettingView(
            String key,
            String group,
            String label,
            String purpose,
            String kind,
            String unit,
            @Nullable Long min,
            @Nullable Long max,
            List<String> options,
            String usual,
            boolean restart,
            boolean perLine,
            boolean understood,
            String value,
            String problem,
            List<WordView> words) {}

    record LayerView(LayerKind layer, String name, String owner, int values) {}

    /** @param notes what the model leaves out of all this, one sentence each */
    record DeviceSettings(
            long deviceId, String label, List<LayerView> layers, List<SettingView> settings, List<String> notes) {}

    /** A change of a word; no value is no word. */
    record PastView(
            Instant at,
            String who,
            @Nullable String was,
            @Nullable String became) {}

    /**
     * A layer's own word on one setting; version 0 if it has none.
     *
     * @param understoodBy the models whose files have a place for it
     */
    record OwnWord(
            @Nullable String value,
            boolean locked,
            long version,
            @Nullable Instant changedAt,
            String changedBy,
            List<String> understoodBy,
            List<PastView> past) {}

    record ValueWish(@Nullable String value, @Nullable Boolean locked) {}

    private final FactsAssembler facts;
    private final SettingStore settings;
    private final LayerOwners owners;
    private final ModelStore models;
    private final DialectBook dialects;
    private final Acts acts;

    SettingsController(
            FactsAssembler facts,
            SettingStore settings,
            LayerOwners owners,
            ModelStore models,
            DialectBook dialects,
            Acts acts) {
        this.facts = facts;
        this.settings = settings;
        this.owners = owners;
        this.models = models;
        this.dialects = dialects;
        this.acts = acts;
    }

    @GetMapping("/devices/{id}/settings")
    DeviceSettings settings(@PathVariable long id) {
        Assembled device = facts.assemble(id).orElseThrow(() -> RefusedException.notFound("device"));
        List<OwnedLayer> all = all(device);
        return new DeviceSettings(
                id,
                device.device().label(),
                all.stream()
                        .map(l -> new LayerView(
                                l.layer().kind(),
                                l.layer().name(),
                                l.owner(),
                                l.layer().words().size()))
                        .toList(),
                SettingsCatalogue.all().stream()
                        .map(setting -> view(device, all, device.setting(setting)))
                        .toList(),
                device.notes());
    }

    @GetMapping("/settings/{layer}/{owner}/{key}")
    OwnWord word(@PathVariable LayerKind layer, @PathVariable String owner, @PathVariable String key) {
        Setting setting = setting(key);
        owners.name(layer, owner);
        Optional<SettingStore.Word> word = settings.word(layer, owner, key);
        return new OwnWord(
                word.map(w -> setting.isSecret() ? DOTS : w.value()).orElse(null),
                word.filter(SettingStore.Word::locked).isPresent(),
                word.map(SettingStore.Word::version).orElse(0L),
                word.map(SettingStore.Word::changedAt).orElse(null),
                word.map(SettingStore.Word::changedBy).orElse(""),
                understoodBy(key),
                settings.past(layer, owner, key, MOST_PAST).stream()
                        .map(p -> new PastView(
                                p.at(),
                                p.who(),
                                p.was().orElse(null),
                                p.became().orElse(null)))
                        .toList());
    }

    /**
     * Sets what a layer says; refused when the setting can't take the value or a layer beneath locks it.
     *
     * @param seen the version that the editor saw, as an entity tag; a word that was changed since is not overwritten
     */
    @PutMapping("/settings/{layer}/{owner}/{key}")
    void put(
            @PathVariable LayerKind layer,
            @PathVariable String owner,
            @PathVariable String key,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String seen,
            @RequestBody ValueWish wish) {
        Setting setting = setting(key);
        String name = owners.name(layer, owner);
        String value = wish.value() == null ? "" : wish.value();
        refuse(setting, value).ifPresent(reason -> {
            throw RefusedException.field("/value", reason, setting.purpose());
        });
        owners.lockBeneath(layer, owner, setting).ifPresent(lock -> {
            throw RefusedException.field(
                    "/value",
                    lock.name() + " locks " + setting.label() + " at " + (setting.isSecret() ? DOTS : lock.value())
                            + ".",
                    "Unlock it there first.");
        });
        acts.act(x -> "set " + setting.label() + " for " + LayerOwners.words(layer) + " " + name, recording -> {
            refuseIfChanged(layer, owner, setting, seen);
            recording.changing(Kept.of(layer), owner);
            settings.put(layer, owner, key, value, wish.locked() != null && wish.locked());
            return owner;
        });
    }

    /** Takes a layer's word back, so that the layer below speaks again. */
    @DeleteMapping("/settings/{layer}/{owner}/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(
            @PathVariable LayerKind layer,
            @PathVariable String owner,
            @PathVariable String key,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String seen) {
        Setting setting = setting(key);
        String name = owners.name(layer, owner);
        acts.act(x -> "took back " + setting.label() + " for " + LayerOwners.words(layer) + " " + name, recording -> {
            refuseIfChanged(layer, owner, setting, seen);
            recording.changing(Kept.of(layer), owner);
            settings.remove(layer, owner, key);
            return owner;
        });
    }

    private List<String> understoodBy(String key) {
        return models.all().stream()
                .filter(m -> dialects.find(m.family())
                        .filter(d -> d.understood().contains(key))
                        .isPresent())
                .map(DeviceModel::fullName)
                .toList();
    }

    /** What is wrong with a value before any device is looked at: a formula is compiled, a literal checked. */
    static Optional<String> refuse(Setting setting, String value) {
        if (setting.isSecret() || !Formula.isWorkedOut(value)) {
            return setting.refuse(value);
        }
        return SettingNames.FORMULAS.compile(value) instanceof Formula.Compiled.Bad bad
                ? Optional.of(bad.reason())
                : Optional.empty();
    }

    private void refuseIfChanged(LayerKind layer, String owner, Setting setting, @Nullable String seen) {
        if (seen == null) {
            return;
        }
        Optional<SettingStore.Word> now = settings.word(layer, owner, setting.key());
        long version = now.map(SettingStore.Word::version).orElse(0L);
        if (!seen.replaceAll("[^0-9]", "").equals(Long.toString(version))) {
            String present = now.map(w -> w.changedBy() + " set it to "
                            + (setting.isSecret() ? "another secret" : "“" + w.value() + "”"))
                    .orElse("It was taken back");
            throw RefusedException.overtaken(present
                    + " since you opened it. What you typed is kept: compare, then set it again or leave theirs.");
        }
    }

    /** The device's layers with those of its first line, each kind of the latter merged into its own place. */
    private static List<OwnedLayer> all(Assembled device) {
        return Stream.concat(
                        device.layers().stream(),
                        device.lines().stream()
                                .limit(1)
                                .flatMap(l -> l.layers().stream()
                                        .filter(o -> o.layer().kind() == LayerKind.EXTENSION)))
                .sorted(java.util.Comparator.comparing(l -> l.layer().kind()))
                .toList();
    }

    private static SettingView view(Assembled device, List<OwnedLayer> layers, ResolvedSetting s) {
        Setting setting = s.setting();
        SettingType type = setting.type();
        Map<String, String> owners = new java.util.HashMap<>();
        layers.forEach(l -> owners.put(l.layer().kind() + l.layer().name(), l.owner()));
        List<String> options = type instanceof SettingType.Choice choice
                ? choice.options()
                : type instanceof SettingType.Words words
                        ? words.options()
                        : type instanceof SettingType.YesNo ? List.of("yes", "no") : List.of();
        SettingType.Whole whole = type instanceof SettingType.Whole w ? w : null;
        return new SettingView(
                setting.key(),
                setting.group().heading(),
                setting.label(),
                setting.purpose(),
                type.getClass().getSimpleName().toLowerCase(java.util.Locale.ROOT),
                whole == null ? "" : whole.unit(),
                whole == null ? null : whole.min(),
                whole == null ? null : whole.max(),
                options,
                setting.usual().orElse(""),
                setting.restart(),
                setting.scope() == Setting.Scope.LINE,
                device.dialect()
                        .filter(d -> d.understood().contains(setting.key()))
                        .isPresent(),
                masked(setting, s.value().orElse("")),
                s.problem().orElse(""),
                IntStream.range(0, s.words().size())
                        .mapToObj(i -> view(setting, s.words().get(i), owners, i == s.standing()))
                        .toList());
    }

    private static WordView view(Setting setting, LayerWord word, Map<String, String> owners, boolean stands) {
        return new WordView(
                word.layer(),
                word.name(),
                owners.getOrDefault(word.layer() + word.name(), ""),
                masked(setting, word.value()),
                word.locked(),
                stands);
    }

    private static String masked(Setting setting, String value) {
        return setting.isSecret() && !value.isEmpty() ? DOTS : value;
    }

    private static Setting setting(String key) {
        return SettingsCatalogue.find(key).orElseThrow(() -> RefusedException.notFound("setting"));
    }
}
