package jordfell.server.records;

import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import jordfell.core.keys.KeyFill;
import jordfell.core.keys.KeyKind;
import jordfell.core.keys.KeyWish;
import jordfell.core.settings.LayerKind;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What layers wish of the keys. */
@Component
public class KeyLayoutStore {

    private static final TypeReference<TreeMap<Integer, Kept>> WISHES = new TypeReference<>() {};

    /** A wish as it lies in the database; without an order it is no rule. */
    private record Kept(KeyKind kind, String target, String label, String department, String order) {
        static Kept of(KeyWish wish) {
            return new Kept(
                    wish.kind(),
                    wish.target(),
                    wish.label(),
                    wish.fill().map(KeyFill::department).orElse(""),
                    wish.fill().map(f -> f.order().name()).orElse(""));
        }

        KeyWish wish() {
            return new KeyWish(
                    kind,
                    target,
                    label,
                    order.isEmpty()
                            ? Optional.empty()
                            : Optional.of(new KeyFill(department, KeyFill.Order.valueOf(order))));
        }
    }

    /** A layer's layout; version 0 and no wish if it says nothing. */
    public record Layout(SortedMap<Integer, KeyWish> wishes, long version, String changedBy) {
        static final Layout NOTHING = new Layout(new TreeMap<>(), 0, "");
    }

    private final Jdbc jdbc;
    private final LayerVersions versions;
    private final JsonMapper json;
    private final InstantSource clock;

    KeyLayoutStore(Jdbc jdbc, LayerVersions versions, JsonMapper json, InstantSource clock) {
        this.jdbc = jdbc;
        this.versions = versions;
        this.json = json;
        this.clock = clock;
    }

    public Layout get(LayerKind layer, String owner) {
        return jdbc.one(
                        "select * from key_layout where layer = ? and owner = ?",
                        row -> new Layout(wishes(row.text("wishes")), row.number("version"), row.text("changed_by")),
                        layer.name(),
                        owner)
                .orElse(Layout.NOTHING);
    }

    /** False if somebody else changed the layout since this version. */
    public boolean put(LayerKind layer, String owner, SortedMap<Integer, KeyWish> wishes, long version) {
        return jdbc.inTransaction(() -> {
            if (get(layer, owner).version() != version) {
                return false;
            }
            write(layer, owner, wishes, version + 1);
            return true;
        });
    }

    /**
     * Lays out what was laid out before, as a change of its own where it differs.
     *
     * @param kept the wishes as they lay in the database; empty for no layout
     */
    public void putBack(LayerKind layer, String owner, Optional<String> kept) {
        Layout now = get(layer, owner);
        SortedMap<Integer, KeyWish> before = kept.map(this::wishes).orElseGet(TreeMap::new);
        if (!now.wishes().equals(before)) {
            // No layout is one without a wish: its version tells whoever has it open.
            write(layer, owner, before, now.version() + 1);
        }
    }

    private void write(LayerKind layer, String owner, SortedMap<Integer, KeyWish> wishes, long version) {
        TreeMap<Integer, Kept> kept = new TreeMap<>();
        wishes.forEach((position, wish) -> kept.put(position, Kept.of(wish)));
        jdbc.update(
                """
                merge into key_layout (layer, owner, wishes, filled, changed_at, changed_by, version)
                key (layer, owner) values (?, ?, ?, ?, ?, ?, ?)""",
                layer.name(),
                owner,
                json.writeValueAsString(kept),
                wishes.values().stream().anyMatch(w -> w.fill().isPresent()),
                clock.instant(),
                Audit.who(),
                version);
        versions.bump(layer, owner);
    }

    private SortedMap<Integer, KeyWish> wishes(String kept) {
        SortedMap<Integer, KeyWish> wishes = new TreeMap<>();
        json.readValue(kept, WISHES).forEach((position, wish) -> wishes.put(position, wish.wish()));
        return wishes;
    }

    public void remove(LayerKind layer, String owner) {
        jdbc.update("delete from key_layout where layer = ? and owner = ?", layer.name(), owner);
    }

    /** Devices on whose keys the roster may stand: their own layout or a template's is filled by a rule. */
    public List<Long> filledDevices() {
        return jdbc.list("""
                with recursive heir (id) as (
                  select cast(owner as bigint) from key_layout where layer = 'TEMPLATE' and filled
                  union select t.id from template t join heir h on t.parent_id = h.id)
                select d.id from device d where d.template_id in (select id from heir)
                union select cast(owner as bigint) from key_layout where layer = 'DEVICE' and filled""", row -> row.number("id"));
    }
}
