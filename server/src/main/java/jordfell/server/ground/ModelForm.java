package jordfell.server.ground;

import java.time.Instant;
import java.util.List;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.catalogue.ModelSheet;
import jordfell.core.ground.ModelWish;
import jordfell.server.records.ModelStore;
import org.jspecify.annotations.Nullable;

/** A model as it is shown and as it is wished for; lists are separated by commas or blanks. */
record ModelForm(
        @Nullable String id,
        @Nullable String name,
        @Nullable DeviceKind kind,
        @Nullable String family,
        int lines,
        int keys,
        int pages,
        int sidecarKeys,
        int ports,
        int phonebook,
        int passwordField,
        int labelField,
        @Nullable String macPrefixes,
        @Nullable String serialPrefixes,
        @Nullable String transports,
        @Nullable String codecs,
        @Nullable String firmwareLowest,
        @Nullable String firmwareRecommended,
        @Nullable String firmwareBlocked,
        @Nullable String firmwareSteps,
        List<FeatureView> features,
        long devices,
        long version) {

    record FeatureView(String feature, ModelStore.Verdict verdict, String note, Instant notedAt, String notedBy) {}

    static ModelForm of(ModelSheet s, List<ModelStore.Feature> features, long devices) {
        DeviceModel m = s.model();
        return new ModelForm(
                m.id(),
                m.fullName(),
                m.kind(),
                m.family(),
                m.lines(),
                m.keys(),
                m.pages(),
                m.sidecarKeys(),
                s.ports(),
                s.phonebook(),
                m.passwordField(),
                m.labelField(),
                String.join(", ", m.macPrefixes()),
                String.join(", ", m.serialPrefixes()),
                s.transports(),
                s.codecs(),
                s.firmware().lowest(),
                s.firmware().recommended(),
                s.firmware().blocked(),
                s.firmware().steps(),
                features.stream()
                        .map(f -> new FeatureView(f.feature(), f.verdict(), f.note(), f.notedAt(), f.notedBy()))
                        .toList(),
                devices,
                s.version());
    }

    ModelWish wish() {
        return new ModelWish(
                lines,
                keys,
                pages,
                sidecarKeys,
                ports,
                phonebook,
                passwordField,
                labelField,
                macPrefixes,
                serialPrefixes,
                transports,
                codecs,
                firmwareLowest,
                firmwareRecommended,
                firmwareBlocked,
                firmwareSteps);
    }
}
