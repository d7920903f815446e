package jordfell.server.records;

import java.time.Instant;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import jordfell.server.security.Audit;
import jordfell.server.security.Sealer;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What each layer says. Secrets are sealed; every change is remembered, a secret's without its value. */
@Component
public class SettingStore {

    /**
     * A layer's word as it is kept.
     *
     * @param version another with each change, also when a word is taken back and said again; 0 of one that is not there
     */
    public record Word(String value, boolean locked, long version, Instant changedAt, String changedBy) {
        @Override
        public String toString() {
            return "Word[" + version + "]";
        }
    }

    /** A word that was said before. */
    public record Said(String value, boolean locked) {
        @Override
        public String toString() {
            return "Said[" + locked + "]";
        }
    }

    private static final String DOTS = "••••••••";
    private static final int LONGEST_KEPT = 2_000;

    private final Jdbc jdbc;
    private final LayerVersions versions;
    private final Sealer sealer;
    private final InstantSource clock;
    private BiConsumer<LayerKind, String> onChange = (layer, owner) -> {};

    SettingStore(Jdbc jdbc, LayerVersions versions, Sealer sealer, InstantSource clock) {
        this.versions = versions;
        this.jdbc = jdbc;
        this.sealer = sealer;
        this.clock = clock;
    }

    /** Is told of every layer whose words changed, once that is committed. */
    void onChange(BiConsumer<LayerKind, String> listener) {
        onChange = listener;
    }

    /** A layer's words by setting key. */
    public Map<String, Word> words(LayerKind layer, String owner) {
        record Entry(String key, Word word) {}
        Map<String, Word> words = new HashMap<>();
        jdbc.list(
                        "select * from setting_value where layer = ? and owner = ?",
                        row -> new Entry(row.text("setting"), word(row)),
                        layer.name(),
                        owner)
                .forEach(e -> words.put(e.key(), e.word()));
        return words;
    }

    /** A layer's values by setting key. */
    public Map<String, String> values(LayerKind layer, String owner) {
        Map<String, String> values = new HashMap<>();
        words(layer, owner).forEach((key, word) -> values.put(key, word.value()));
        return values;
    }

    public Optional<Word> word(LayerKind layer, String owner, String setting) {
        return jdbc.one(
                "select * from setting_value where layer = ? and owner = ? and setting = ?",
                this::word,
                layer.name(),
                owner,
                setting);
    }

    public void put(LayerKind layer, String owner, String setting, String value) {
        put(layer, owner, setting, value, false);
    }

    public void put(LayerKind layer, String owner, String setting, String value, boolean locked) {
        boolean secret = isSecret(setting);
        jdbc.inTransaction(() -> {
            Optional<Word> before = word(layer, owner, setting);
            long version =
                    remember(layer, owner, setting, before.map(Word::value).orElse(null), value);
            jdbc.update(
                    """
                    merge into setting_value (layer, owner, setting, val, sealed, locked, version, changed_at, changed_by)
                    key (layer, owner, setting) values (?, ?, ?, ?, ?, ?, ?, ?, ?)""",
                    layer.name(),
                    owner,
                    setting,
                    secret ? "" : value,
                    secret ? sealer.seal(value) : null,
                    locked,
                    version,
                    clock.instant(),
                    Audit.who());
        });
    }

    public void remove(LayerKind layer, String owner, String setting) {
        jdbc.inTransaction(() -> word(layer, owner, setting).ifPresent(before -> {
            jdbc.update(
                    "delete from setting_value where layer = ? and owner = ? and setting = ?",
                    layer.name(),
                    owner,
                    setting);
            remember(layer, owner, setting, before.value(), null);
        }));
    }

    /** What a layer says was changed beside this: it is read anew once that is committed. */
    public void said(LayerKind layer, String owner) {
        jdbc.afterCommit(() -> onChange.accept(layer, owner));
    }

    /** Takes all of a layer's words away, when what spoke them is gone. */
    public void removeAll(LayerKind layer, String owner) {
        jdbc.update("delete from setting_value where layer = ? and owner = ?", layer.name(), owner);
        jdbc.afterCommit(() -> onChange.accept(layer, owner));
    }

    /** Says what a layer said before: each word that differs is a change of its own. */
    public void putBack(LayerKind layer, String owner, Map<String, Said> words) {
        Map<String, Word> now = words(layer, owner);
        now.keySet().stream().filter(key -> !words.containsKey(key)).forEach(key -> remove(layer, owner, key));
        words.forEach((key, word) -> {
            Word present = now.get(key);
            if (present == null || !word.equals(new Said(present.value(), present.locked()))) {
                put(layer, owner, key, word.value(), word.locked());
            }
        });
    }

    /** All that layers say of a setting which is no secret. */
    public List<String> said(String setting) {
        return jdbc.list(
                "select distinct val from setting_value where setting = ? and val <> ''",
                row -> row.text("val"),
                setting);
    }

    /** A value as it lies in the database: sealed if it is a secret. */
    public String opened(String value, byte @Nullable [] sealed) {
        return sealed == null ? value : sealer.open(sealed);
    }

    /** A change of a word; empty is no word. */
    public record Past(Instant at, String who, String setting, Optional<String> was, Optional<String> became) {}

    /** How a word was changed, newest first. */
    public List<Past> past(LayerKind layer, String owner, String setting, int most) {
        return jdbc.list("""
                select * from setting_history where layer = ? and owner = ? and setting = ?
                order by id desc limit ?""", SettingStore::past, layer.name(), owner, setting, most);
    }

    private long remember(
            LayerKind layer, String owner, String setting, @Nullable String was, @Nullable String became) {
        versions.bump(layer, owner);
        jdbc.afterCommit(() -> onChange.accept(layer, owner));
        boolean secret = isSecret(setting);
        return jdbc.insert(
                """
                insert into setting_history (at, who, layer, owner, setting, was, became)
                values (?, ?, ?, ?, ?, ?, ?)""",
                clock.instant(),
                Audit.who(),
                layer.name(),
                owner,
                setting,
                kept(was, secret),
                kept(became, secret));
    }

    private static @Nullable String kept(@Nullable String value, boolean secret) {
        return value == null ? null : secret ? DOTS : value.substring(0, Math.min(LONGEST_KEPT, value.length()));
    }

    private static boolean isSecret(String setting) {
        return SettingsCatalogue.find(setting).filter(s -> s.isSecret()).isPresent();
    }

    private Word word(Row row) throws java.sql.SQLException {
        byte[] sealed = row.bytes("sealed");
        return new Word(
                opened(row.text("val"), sealed),
                row.yes("locked"),
                row.number("version"),
                row.time("changed_at"),
                row.text("changed_by"));
    }

    private static Past past(Row row) throws java.sql.SQLException {
        return new Past(
                row.time("at"), row.text("who"), row.text("setting"), row.textIfAny("was"), row.textIfAny("became"));
    }
}
