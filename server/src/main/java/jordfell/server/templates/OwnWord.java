package jordfell.server.templates;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.settings.Setting;
import jordfell.server.records.SettingStore;
import org.jspecify.annotations.Nullable;

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
        List<PastView> past) {

    /** A change of a word; no value is no word. */
    record PastView(
            Instant at,
            String who,
            @Nullable String was,
            @Nullable String became) {}

    static OwnWord of(
            Setting setting,
            Optional<SettingStore.Word> word,
            List<String> understoodBy,
            List<SettingStore.Past> past) {
        return new OwnWord(
                word.map(w -> DeviceSettings.masked(setting, w.value())).orElse(null),
                word.filter(SettingStore.Word::locked).isPresent(),
                word.map(SettingStore.Word::version).orElse(0L),
                word.map(SettingStore.Word::changedAt).orElse(null),
                word.map(SettingStore.Word::changedBy).orElse(""),
                understoodBy,
                past.stream()
                        .map(p -> new PastView(
                                p.at(),
                                p.who(),
                                p.was().orElse(null),
                                p.became().orElse(null)))
                        .toList());
    }
}
