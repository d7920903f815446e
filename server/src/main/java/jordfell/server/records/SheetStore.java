package jordfell.server.records;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRow;
import jordfell.server.jdbc.Jdbc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Sheets with their rows. What is fed is in the database before it is shown. */
@Component
public class SheetStore {

    private static final TypeReference<Map<String, String>> CELLS = new TypeReference<>() {};

    /** A row to be added. */
    public record NewRow(long line, IntakeRow cells) {}

    private record Head(
            long id, String defaults, String source, String mapping, boolean headings, String encoding, long version) {}

    private final Jdbc jdbc;
    private final JsonMapper json;
    private final InstantSource clock;

    SheetStore(Jdbc jdbc, JsonMapper json, InstantSource clock) {
        this.jdbc = jdbc;
        this.json = json;
        this.clock = clock;
    }

    /** The sheet that this person is feeding; a new one if there is none. */
    public long current(String owner) {
        return jdbc.one(
                        "select max(id) id from intake_sheet where owner = ? and not put_aside having max(id) is not null",
                        row -> row.number("id"),
                        owner)
                .orElseGet(() -> jdbc.insert("insert into intake_sheet (owner, defaults) values (?, ?)", owner, "{}"));
    }

    /** The sheet that this person put aside last and that has rows. */
    public Optional<Long> putAside(String owner) {
        return jdbc.one(
                "select max(s.id) id from intake_sheet s where s.owner = ? and s.put_aside and exists "
                        + "(select 1 from intake_row r where r.sheet_id = s.id) having max(s.id) is not null",
                row -> row.number("id"),
                owner);
    }

    public void setAside(long id, boolean aside) {
        jdbc.update(
                "update intake_sheet set put_aside = ?, put_aside_at = ? where id = ?",
                aside,
                aside ? clock.instant() : null,
                id);
    }

    /** Removes the sheets that were set aside before this. */
    public void forgetAside(Instant before) {
        jdbc.update("delete from intake_sheet where put_aside and put_aside_at < ?", before);
    }

    public long version(long id) {
        return jdbc.one("select version from intake_sheet where id = ?", row -> row.number("version"), id)
                .orElseThrow();
    }

    public Sheet read(long id) {
        Head head = jdbc.one(
                        "select id, defaults, source, mapping, headings, encoding, version from intake_sheet where id = ?",
                        row -> new Head(
                                row.number("id"),
                                row.text("defaults"),
                                row.text("source"),
                                row.text("mapping"),
                                row.yes("headings"),
                                row.text("encoding"),
                                row.number("version")),
                        id)
                .orElseThrow();
        List<Sheet.Row> rows = jdbc.list(
                "select position, line, cells from intake_row where sheet_id = ? order by position",
                row -> new Sheet.Row(row.number("position"), row.number("line"), cells(row.text("cells"))),
                id);
        List<String> mapping =
                head.mapping().isEmpty() ? List.of() : List.of(json.readValue(head.mapping(), String[].class));
        return new Sheet(
                id,
                cells(head.defaults()).cells(),
                head.source(),
                mapping,
                head.headings(),
                head.encoding(),
                head.version(),
                rows);
    }

    public void setDefaults(long id, Map<IntakeColumn, String> defaults) {
        jdbc.update(
                "update intake_sheet set defaults = ?, version = version + 1 where id = ?",
                written(new IntakeRow(defaults)),
                id);
    }

    public void setSource(long id, String source, byte[] file) {
        jdbc.update("update intake_sheet set source = ?, file = ?, encoding = '' where id = ?", source, file, id);
    }

    public Optional<byte[]> file(long id) {
        return jdbc.one(
                "select file from intake_sheet where id = ? and file is not null", row -> row.bytes("file"), id);
    }

    public void setEncoding(long id, String encoding) {
        jdbc.update("update intake_sheet set encoding = ?, version = version + 1 where id = ?", encoding, id);
    }

    public void setMapping(long id, List<String> mapping, boolean headings) {
        jdbc.update(
                "update intake_sheet set mapping = ?, headings = ? where id = ?",
                json.writeValueAsString(mapping),
                headings,
                id);
    }

    public void add(long id, List<NewRow> rows) {
        jdbc.inTransaction(() -> {
            long next = jdbc.one(
                            "select next_position from intake_sheet where id = ? for update",
                            row -> row.number("next_position"),
                            id)
                    .orElseThrow();
            List<@Nullable Object[]> values = new ArrayList<>();
            for (NewRow row : rows) {
                values.add(new @Nullable Object[] {id, next++, row.line(), written(row.cells())});
            }
            jdbc.batch("insert into intake_row (sheet_id, position, line, cells) values (?, ?, ?, ?)", values);
            jdbc.update("update intake_sheet set next_position = ?, version = version + 1 where id = ?", next, id);
        });
    }

    public void change(long id, Collection<Sheet.Row> rows) {
        jdbc.inTransaction(() -> {
            jdbc.batch(
                    "update intake_row set cells = ? where sheet_id = ? and position = ?",
                    rows.stream()
                            .map(r -> new @Nullable Object[] {written(r.cells()), id, r.position()})
                            .toList());
            touch(id);
        });
    }

    public void remove(long id, Collection<Long> positions) {
        jdbc.inTransaction(() -> {
            jdbc.batch(
                    "delete from intake_row where sheet_id = ? and position = ?",
                    positions.stream().map(p -> new @Nullable Object[] {id, p}).toList());
            touch(id);
        });
    }

    /** Removes the rows that came from a file. */
    public void removeRead(long id) {
        jdbc.update("delete from intake_row where sheet_id = ? and line > 0", id);
    }

    private void touch(long id) {
        jdbc.update("update intake_sheet set version = version + 1 where id = ?", id);
    }

    private IntakeRow cells(String written) {
        Map<IntakeColumn, String> cells = new EnumMap<>(IntakeColumn.class);
        json.readValue(written, CELLS)
                .forEach((field, text) -> IntakeColumn.named(field).ifPresent(column -> cells.put(column, text)));
        return new IntakeRow(cells);
    }

    private String written(IntakeRow row) {
        Map<String, String> cells = new LinkedHashMap<>();
        row.cells().forEach((column, text) -> cells.put(column.field(), text));
        return json.writeValueAsString(cells);
    }
}
