package jordfell.server.templates;

import java.util.Optional;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.ResolvedSetting;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The file that one device would be sent, against the one that it has or was released. */
@RestController
@RequestMapping(path = "/api/devices/{id}", produces = "application/json")
class FileController {

    record Trial(
            @Nullable LayerKind layer,
            @Nullable String owner,
            @Nullable String key,
            @Nullable String value,
            @Nullable String against) {}

    /** What a word that is not kept yet would come to on this device. */
    record Tried(String value, String problem, boolean stands, FilePreviews.FilePreview file) {}

    private final FactsAssembler facts;
    private final FilePreviews previews;

    FileController(FactsAssembler facts, FilePreviews previews) {
        this.facts = facts;
        this.previews = previews;
    }

    @GetMapping("/file")
    FilePreviews.FilePreview file(@PathVariable long id, @RequestParam(defaultValue = "phone") String against) {
        return previews.of(facts.assemble(id).orElseThrow(() -> RefusedException.notFound("device")), against);
    }

    /** The file as it would be if a layer said something else. */
    @PostMapping("/preview")
    Tried preview(@PathVariable long id, @RequestBody Trial trial) {
        Setting setting = SettingsCatalogue.find(trial.key() == null ? "" : trial.key())
                .orElseThrow(() -> RefusedException.notFound("setting"));
        LayerKind layer = Optional.ofNullable(trial.layer())
                .orElseThrow(() -> RefusedException.field("/layer", "No layer is named.", "Name one."));
        Assembled device = facts.assemble(
                        id,
                        new FactsAssembler.Trial(
                                layer,
                                trial.owner() == null ? "" : trial.owner(),
                                setting,
                                Optional.ofNullable(trial.value())))
                .orElseThrow(() -> RefusedException.notFound("device"));
        ResolvedSetting resolved = device.setting(setting);
        boolean stands = resolved.winner().filter(w -> w.layer() == layer).isPresent();
        return new Tried(
                setting.isSecret() ? FilePreviews.DOTS : resolved.value().orElse(""),
                resolved.problem().orElse(""),
                stands,
                previews.of(device, trial.against() == null ? "phone" : trial.against()));
    }
}
