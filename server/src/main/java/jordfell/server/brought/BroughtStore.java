package jordfell.server.brought;

import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import jordfell.core.brought.Gathered;
import jordfell.core.brought.MatchedBy;
import jordfell.core.evidence.Episode;
import jordfell.core.identity.MacAddress;
import jordfell.server.history.EvidenceJson;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What was brought, as it is kept. */
@Component
class BroughtStore {

    private static final int LONGEST = 1_000;
    private static final TypeReference<List<String>> TEXTS = new TypeReference<>() {};
    private static final TypeReference<List<Gathered.Stranger>> STRANGERS = new TypeReference<>() {};

    /**
     * A device in what was brought.
     *
     * @param by what says that it is this one
     * @param cause of its first finding; empty for none
     * @param sentence what is said of it
     */
    record InIt(
            long device,
            String label,
            String mac,
            String site,
            List<MatchedBy> by,
            Instant first,
            Instant last,
            long seen,
            String cause,
            String sentence) {}

    private final Jdbc jdbc;
    private final JsonMapper json;

    BroughtStore(Jdbc jdbc, JsonMapper json) {
        this.jdbc = jdbc;
        this.json = json;
    }

    long add(String name, String who, Instant now) {
        return jdbc.insert("""
                insert into brought (name, kind, state, who, begun_at, bytes, packets, sip, trouble, doubts, strangers)
                values (?, '', 'WAITING', ?, ?, 0, 0, 0, '', '[]', '[]')""", name, who, now);
    }

    int count() {
        return jdbc.one("select count(*) n from brought", row -> row.integer("n"))
                .orElse(0);
    }

    List<Brought> all() {
        return jdbc.list("select * from brought order by id desc", this::read);
    }

    Optional<Brought> find(long id) {
        return jdbc.one("select * from brought where id = ?", this::read, id);
    }

    /** What was being read when the server stopped is not read any further. */
    int breakOff(String why, Instant now) {
        return jdbc.update(
                "update brought set state = 'BROKEN', trouble = ?, ended_at = ? where state in ('READING', 'WAITING')",
                why,
                now);
    }

    /** Its end, with all that was in it. */
    void keep(Brought b, List<Gathered.OfDevice> devices, List<Told> told) {
        jdbc.inTransaction(() -> {
            jdbc.update(
                    """
                    update brought set kind = ?, state = ?, ended_at = ?, bytes = ?, packets = ?, sip = ?, first_at = ?,
                                       last_at = ?, trouble = ?, doubts = ?, strangers = ? where id = ?""",
                    b.kind(),
                    b.state().name(),
                    b.ended().orElse(null),
                    b.bytes(),
                    b.packets(),
                    b.sip(),
                    b.first().orElse(null),
                    b.last().orElse(null),
                    cut(b.trouble()),
                    json.writeValueAsString(b.doubts()),
                    json.writeValueAsString(b.strangers()),
                    b.id());
            List<@Nullable Object[]> rows = new ArrayList<>();
            List<@Nullable Object[]> episodes = new ArrayList<>();
            for (int i = 0; i < devices.size(); i++) {
                Gathered.OfDevice of = devices.get(i);
                rows.add(new @Nullable Object[] {
                    b.id(),
                    of.device(),
                    String.join(",", of.by().stream().map(Enum::name).toList()),
                    of.first(),
                    of.last(),
                    of.seen(),
                    told.get(i).cause(),
                    cut(told.get(i).sentence())
                });
                for (int e = 0; e < of.episodes().size(); e++) {
                    Episode episode = of.episodes().get(e);
                    episodes.add(new @Nullable Object[] {
                        b.id(),
                        of.device(),
                        e,
                        episode.key(),
                        episode.first(),
                        episode.last(),
                        episode.times(),
                        EvidenceJson.write(episode.newest())
                    });
                }
            }
            jdbc.batch("insert into brought_device values (?, ?, ?, ?, ?, ?, ?, ?)", rows);
            jdbc.batch("insert into brought_episode values (?, ?, ?, ?, ?, ?, ?, ?)", episodes);
        });
    }

    /** What is said of a device in short. */
    record Told(String cause, String sentence) {}

    /** The devices in it: those of which something is wrong first. */
    List<InIt> devices(long id, int most) {
        return jdbc.list("""
                select b.*, d.label, d.mac, s.name site from brought_device b join device d on d.id = b.device_id
                join site s on s.id = d.site_id where b.brought_id = ?
                order by case when b.cause = '' then 1 else 0 end, b.seen desc, b.device_id limit ?""", BroughtStore::inIt, id, most);
    }

    int countDevices(long id) {
        return jdbc.one("select count(*) n from brought_device where brought_id = ?", row -> row.integer("n"), id)
                .orElse(0);
    }

    /** What there is of one device. */
    Optional<Gathered.OfDevice> device(long id, long device) {
        List<Episode> episodes = episodes(id, device);
        return jdbc.one(
                "select * from brought_device where brought_id = ? and device_id = ?",
                row -> new Gathered.OfDevice(
                        device,
                        EnumSet.copyOf(by(row)),
                        row.time("first_at"),
                        row.time("last_at"),
                        row.number("seen"),
                        episodes),
                id,
                device);
    }

    /** What was brought in which there is something of a device, the newest first. */
    List<Brought> with(long device) {
        return jdbc.list(
                "select b.* from brought b join brought_device d on d.brought_id = b.id where d.device_id = ?"
                        + " order by b.id desc",
                this::read,
                device);
    }

    void remove(long id) {
        jdbc.update("delete from brought where id = ?", id);
    }

    private List<Episode> episodes(long id, long device) {
        return jdbc.list(
                "select * from brought_episode where brought_id = ? and device_id = ? order by place",
                row -> new Episode(
                        row.text("fold_key"),
                        row.time("first_at"),
                        row.time("last_at"),
                        row.integer("times"),
                        EvidenceJson.observations(row.bytes("data"))),
                id,
                device);
    }

    private static List<MatchedBy> by(Row row) throws SQLException {
        return Arrays.stream(row.text("matched_by").split(","))
                .map(MatchedBy::valueOf)
                .toList();
    }

    private static InIt inIt(Row row) throws SQLException {
        return new InIt(
                row.number("device_id"),
                row.text("label"),
                row.textIfAny("mac")
                        .map(MacAddress::of)
                        .map(MacAddress::toString)
                        .orElse(""),
                row.text("site"),
                by(row),
                row.time("first_at"),
                row.time("last_at"),
                row.number("seen"),
                row.text("cause"),
                row.text("sentence"));
    }

    private Brought read(Row row) throws SQLException {
        return new Brought(
                row.number("id"),
                row.text("name"),
                row.text("kind"),
                Brought.State.valueOf(row.text("state")),
                row.text("who"),
                row.time("begun_at"),
                row.timeIfAny("ended_at"),
                row.number("bytes"),
                row.number("packets"),
                row.number("sip"),
                row.timeIfAny("first_at"),
                row.timeIfAny("last_at"),
                row.text("trouble"),
                json.readValue(row.text("doubts"), TEXTS),
                json.readValue(row.text("strangers"), STRANGERS));
    }

    private static String cut(String text) {
        return text.substring(0, Math.min(LONGEST, text.length()));
    }
}
