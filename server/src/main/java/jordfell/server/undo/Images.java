package jordfell.server.undo;

import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.undo.Journal.Image;
import jordfell.server.undo.Kept.Part;
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

    Images(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    List<Image> take(Kept kind, Collection<Long> ids) {
        return kind.parts().stream()
                .map(part -> new Image(
                        part.table(),
                        jdbc.images(part.select(), ids).stream()
                                .map(Images::packed)
                                .toList()))
                .toList();
    }

    void delete(Kept kind, Collection<Long> ids) {
        List<@Nullable Object[]> keys =
                ids.stream().map(id -> new @Nullable Object[] {id}).toList();
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
    void restore(Kept kind, long id, List<Image> images) {
        List<Part> parts = new ArrayList<>(kind.parts());
        Part main = parts.remove(0);
        parts.forEach(part -> jdbc.update(part.delete(), id));
        Image own = images.get(0);
        Map<String, @Nullable Object> row = own.rows().get(0);
        List<String> columns =
                columns(own).stream().filter(c -> !c.equals("id")).toList();
        List<@Nullable Object> values = new ArrayList<>();
        columns.forEach(c -> values.add(unpacked(row.get(c))));
        values.add(id);
        jdbc.update(
                "update " + main.table() + " set "
                        + String.join(
                                ", ", columns.stream().map(c -> c + " = ?").toList()) + " where id = ?",
                values.toArray());
        put(images.subList(1, images.size()));
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
