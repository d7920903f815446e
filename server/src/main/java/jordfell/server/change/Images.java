package jordfell.server.change;

import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import jordfell.core.settings.LayerKind;
import jordfell.server.change.Journal.Image;
import jordfell.server.change.Kept.Part;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.KeyLayoutStore;
import jordfell.server.records.SettingStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Takes records out of the database as they are, and puts them back. Secrets stay sealed on the way. */
@Component
class Images {

    /** Columns that the database works out itself. */
    private static final Set<String> WORKED_OUT = Set.of("sort_number", "lower_name", "lower_department");

    private static final String BYTES = "bytes:";
    private static final String TIME = "time:";
    private static final String TEXT = "text:";

    private final Jdbc jdbc;
    private final SettingStore settings;
    private final KeyLayoutStore keyLayouts;

    Images(Jdbc jdbc, SettingStore settings, KeyLayoutStore keyLayouts) {
        this.jdbc = jdbc;
        this.settings = settings;
        this.keyLayouts = keyLayouts;
    }

    List<Image> take(Kept kind, Collection<String> ids) {
        return kind.parts().stream()
                .map(part -> new Image(
                        part.table(),
                        jdbc.images(part.select(), kind.keys(ids)).stream()
                                .map(Images::packed)
                                .toList()))
                .toList();
    }

    void delete(Kept kind, Collection<String> ids) {
        List<@Nullable Object[]> keys =
                kind.keys(ids).stream().map(key -> new @Nullable Object[] {key}).toList();
        List<Part> parts = new ArrayList<>(kind.parts());
        java.util.Collections.reverse(parts);
        parts.forEach(part -> jdbc.batch(part.delete(), keys));
    }

    void put(List<Image> images) {
        for (Image image : images) {
            if (image.rows().isEmpty()) {
                continue;
            }
            List<String> columns = columns(image);
            String sql = "insert into " + image.table() + " (" + String.join(", ", columns) + ") values ("
                    + String.join(", ", columns.stream().map(c -> "?").toList()) + ")";
            jdbc.batch(
                    sql,
                    image.rows().stream()
                            .map(row -> columns.stream()
                                    .map(c -> unpacked(row.get(c)))
                                    .toArray())
                            .toList());
        }
    }

    /** Puts the rows of one record back in place of those that are there now. */
    void restore(Kept kind, String id, List<Image> images) {
        List<Part> parts = kind.parts();
        for (Part part : parts.subList(1, parts.size())) {
            List<Map<String, @Nullable Object>> rows = images.stream()
                    .filter(i -> i.table().equals(part.table()))
                    .flatMap(i -> i.rows().stream())
                    .toList();
            if (part.isSaid()) {
                sayAgain(part, id, rows);
            } else {
                jdbc.update(part.delete(), kind.key(id));
                put(List.of(new Image(part.table(), rows)));
            }
        }
        Image own = images.get(0);
        Map<String, @Nullable Object> row = own.rows().get(0);
        List<String> columns =
                columns(own).stream().filter(c -> !c.equals("id")).toList();
        List<@Nullable Object> values = new ArrayList<>();
        columns.forEach(c -> values.add(unpacked(row.get(c))));
        values.add(kind.key(id));
        jdbc.update(
                "update " + kind.table() + " set "
                        + String.join(
                                ", ", columns.stream().map(c -> c + " = ?").toList()) + " where id = ?",
                values.toArray());
    }

    /** What a layer says is said anew where it differs, so that whoever is typing over it is told. */
    private void sayAgain(Part part, String owner, List<Map<String, @Nullable Object>> rows) {
        LayerKind layer = LayerKind.valueOf(part.key());
        if (part.table().equals("key_layout")) {
            keyLayouts.putBack(layer, owner, rows.stream().findFirst().map(row -> text(row, "wishes")));
            return;
        }
        Map<String, SettingStore.Said> words = new HashMap<>();
        rows.forEach(row -> words.put(
                text(row, "setting"),
                new SettingStore.Said(
                        settings.opened(text(row, "val"), (byte[]) unpacked(row.get("sealed"))),
                        Boolean.TRUE.equals(row.get("locked")))));
        settings.putBack(layer, owner, words);
    }

    /** The id of a record by its row. */
    static String id(Kept kind, Map<String, @Nullable Object> row) {
        return kind.isNamed() ? text(row, "id") : String.valueOf(Objects.requireNonNull(row.get("id")));
    }

    private static String text(Map<String, @Nullable Object> row, String column) {
        return (String) Objects.requireNonNull(unpacked(row.get(column)));
    }

    private static List<String> columns(Image image) {
        return image.rows().get(0).keySet().stream()
                .filter(c -> !WORKED_OUT.contains(c))
                .toList();
    }

    /** As JSON can hold it. */
    private static Map<String, @Nullable Object> packed(Map<String, @Nullable Object> row) {
        Map<String, @Nullable Object> packed = new LinkedHashMap<>();
        row.forEach((column, value) -> {
            if (value instanceof byte[] bytes) {
                packed.put(column, BYTES + Base64.getEncoder().encodeToString(bytes));
            } else if (value instanceof OffsetDateTime time) {
                packed.put(column, TIME + time);
            } else if (value instanceof String text) {
                packed.put(column, TEXT + text);
            } else {
                packed.put(column, value);
            }
        });
        return packed;
    }

    private static @Nullable Object unpacked(@Nullable Object value) {
        if (!(value instanceof String text)) {
            return value;
        }
        if (text.startsWith(BYTES)) {
            return Base64.getDecoder().decode(text.substring(BYTES.length()));
        }
        return text.startsWith(TIME)
                ? OffsetDateTime.parse(text.substring(TIME.length()))
                : text.substring(TEXT.length());
    }
}
