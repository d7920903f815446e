package jordfell.server.templates;

import java.util.List;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.DialectBook;
import jordfell.server.device.FactsAssembler;
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

    private static final int MOST_PAST = 20;

    record ValueWish(@Nullable String value, @Nullable Boolean locked) {}

    private final FactsAssembler facts;
    private final SettingStore settings;
    private final LayerOwners owners;
    private final ModelStore models;
    private final DialectBook dialects;
    private final LayerWords words;

    SettingsController(
            FactsAssembler facts,
            SettingStore settings,
            LayerOwners owners,
            ModelStore models,
            DialectBook dialects,
            LayerWords words) {
        this.facts = facts;
        this.settings = settings;
        this.owners = owners;
        this.models = models;
        this.dialects = dialects;
        this.words = words;
    }

    @GetMapping("/devices/{id}/settings")
    DeviceSettings settings(@PathVariable long id) {
        return DeviceSettings.of(facts.assemble(id).orElseThrow(() -> RefusedException.notFound("device")));
    }

    @GetMapping("/settings/{layer}/{owner}/{key}")
    OwnWord word(@PathVariable LayerKind layer, @PathVariable String owner, @PathVariable String key) {
        Setting setting = setting(key);
        owners.name(layer, owner);
        return OwnWord.of(
                setting,
                settings.word(layer, owner, key),
                understoodBy(key),
                settings.past(layer, owner, key, MOST_PAST));
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
        boolean locked = wish.locked() != null && wish.locked();
        words.put(layer, owner, setting(key), wish.value() == null ? "" : wish.value(), locked, seen);
    }

    /** Takes a layer's word back, so that the layer below speaks again. */
    @DeleteMapping("/settings/{layer}/{owner}/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(
            @PathVariable LayerKind layer,
            @PathVariable String owner,
            @PathVariable String key,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String seen) {
        words.remove(layer, owner, setting(key), seen);
    }

    private List<String> understoodBy(String key) {
        return models.all().stream()
                .filter(m -> dialects.find(m.family())
                        .filter(d -> d.understood().contains(key))
                        .isPresent())
                .map(DeviceModel::fullName)
                .toList();
    }

    private static Setting setting(String key) {
        return SettingsCatalogue.find(key).orElseThrow(() -> RefusedException.notFound("setting"));
    }
}
