package jordfell.server.templates;

import java.util.Optional;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.Setting;
import jordfell.core.settings.SettingNames;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.SettingStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Sets what a layer says, and takes it back. What somebody else said since the editor was opened is not overwritten. */
@Component
class LayerWords {

    private final SettingStore settings;
    private final LayerOwners owners;
    private final Acts acts;

    LayerWords(SettingStore settings, LayerOwners owners, Acts acts) {
        this.settings = settings;
        this.owners = owners;
        this.acts = acts;
    }

    /** @param seen the version that the editor saw, as an entity tag; none for whatever stands there */
    void put(LayerKind layer, String owner, Setting setting, String value, boolean locked, @Nullable String seen) {
        String name = owners.name(layer, owner);
        SettingNames.refuse(setting, value).ifPresent(reason -> {
            throw RefusedException.field("/value", reason, setting.purpose());
        });
        owners.lockBeneath(layer, owner, setting).ifPresent(lock -> {
            throw RefusedException.field(
                    "/value",
                    lock.name() + " locks " + setting.label() + " at " + DeviceSettings.masked(setting, lock.value())
                            + ".",
                    "Unlock it there first.");
        });
        acts.act(x -> "set " + setting.label() + " for " + LayerOwners.words(layer) + " " + name, recording -> {
            refuseIfChanged(layer, owner, setting, seen);
            recording.changing(Kept.of(layer), owner);
            settings.put(layer, owner, setting.key(), value, locked);
            return owner;
        });
    }

    void remove(LayerKind layer, String owner, Setting setting, @Nullable String seen) {
        String name = owners.name(layer, owner);
        acts.act(x -> "took back " + setting.label() + " for " + LayerOwners.words(layer) + " " + name, recording -> {
            refuseIfChanged(layer, owner, setting, seen);
            recording.changing(Kept.of(layer), owner);
            settings.remove(layer, owner, setting.key());
            return owner;
        });
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
}
