package jordfell.server.proving;

import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.identity.MacAddress;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Rounds of test calls, as they are kept. */
@Component
class RoundStore {

    private static final int MOST_SHOWN = 50;

    enum State {
        WAITING,
        CALLING,
        PASSED,
        HALF,
        FAILED
    }

    record Round(
            long id,
            String name,
            String who,
            int perMinute,
            Instant begun,
            Optional<Instant> ended,
            boolean cancelled) {}

    /**
     * A device in a round.
     *
     * @param at when it was called
     * @param why what kept it from working; empty where it does
     */
    record InRound(
            long round,
            long device,
            String label,
            String mac,
            String site,
            State state,
            Optional<Instant> at,
            String out,
            String in,
            String why) {}

    private static final String SELECT = """
            select r.*, d.label, d.mac, s.name site from call_round_device r join device d on d.id = r.device_id
            join site s on s.id = d.site_id""";

    private final Jdbc jdbc;

    RoundStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    long add(String name, String who, int perMinute, List<Long> devices, Instant now) {
        return jdbc.inTransaction(() -> {
            long id = jdbc.insert(
                    "insert into call_round (name, who, per_minute, begun, cancelled) values (?, ?, ?, ?, false)",
                    name,
                    who,
                    perMinute,
                    now);
            List<@Nullable Object[]> rows = new ArrayList<>();
            for (int i = 0; i < devices.size(); i++) {
                rows.add(new @Nullable Object[] {id, devices.get(i), i});
            }
            jdbc.batch("insert into call_round_device values (?, ?, ?, 'WAITING', null, '', '', '')", rows);
            return id;
        });
    }

    List<Round> all() {
        return jdbc.list("select * from call_round order by id desc limit " + MOST_SHOWN, RoundStore::round);
    }

    Optional<Round> find(long id) {
        return jdbc.one("select * from call_round where id = ?", RoundStore::round, id);
    }

    List<Round> open() {
        return jdbc.list("select * from call_round where ended is null order by id", RoundStore::round);
    }

    List<InRound> devices(long round) {
        return jdbc.list(SELECT + " where r.round_id = ? order by r.place", RoundStore::inRound, round);
    }

    List<InRound> calling() {
        return jdbc.list(SELECT + " where r.state = 'CALLING'", RoundStore::inRound);
    }

    Optional<InRound> next(long round) {
        return jdbc.one(
                SELECT + " where r.round_id = ? and r.state = 'WAITING' order by r.place limit 1",
                RoundStore::inRound,
                round);
    }

    void calling(long round, long device, Instant now) {
        jdbc.update(
                "update call_round_device set state = 'CALLING', at = ? where round_id = ? and device_id = ?",
                now,
                round,
                device);
    }

    void done(long round, long device, State state, String out, String in, String why) {
        jdbc.update(
                "update call_round_device set state = ?, said_out = ?, said_in = ?, why = ?"
                        + " where round_id = ? and device_id = ?",
                state.name(),
                cut(out, 300),
                cut(in, 300),
                cut(why, 1_000),
                round,
                device);
    }

    void end(long round, Instant now, boolean cancelled) {
        jdbc.update("update call_round set ended = ?, cancelled = ? where id = ?", now, cancelled, round);
    }

    /** The devices of a site or a batch that are in use. */
    List<Long> devicesOf(String column, long id) {
        return jdbc.list(
                "select id from device where " + (column.equals("site") ? "site_id" : "batch_id")
                        + " = ? and standing = 'IN_USE' order by label, id",
                row -> row.number("id"),
                id);
    }

    private static Round round(Row row) throws SQLException {
        return new Round(
                row.number("id"),
                row.text("name"),
                row.text("who"),
                row.integer("per_minute"),
                row.time("begun"),
                row.timeIfAny("ended"),
                row.yes("cancelled"));
    }

    private static InRound inRound(Row row) throws SQLException {
        return new InRound(
                row.number("round_id"),
                row.number("device_id"),
                row.text("label"),
                row.textIfAny("mac").map(MacAddress::of).map(Object::toString).orElse(""),
                row.text("site"),
                State.valueOf(row.text("state")),
                row.timeIfAny("at"),
                row.text("said_out"),
                row.text("said_in"),
                row.text("why"));
    }

    private static String cut(String text, int most) {
        return text.substring(0, Math.min(most, text.length()));
    }
}
