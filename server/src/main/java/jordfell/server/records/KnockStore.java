package jordfell.server.records;

import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import jordfell.core.identity.MacAddress;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Requests from MACs that are not enrolled. */
@Component
public class KnockStore {

    /** More different MACs than this are not kept: somebody is guessing. */
    private static final int MOST = 5_000;

    /** What does not knock any more is forgotten after this. */
    static final Duration LIFE = Duration.ofDays(7);

    private static final int SHOWN = 100;

    /**
     * An unknown device that asked for a configuration.
     *
     * @param claimRefused why its last claim code was refused, or empty text
     */
    public record Knock(
            MacAddress mac,
            long siteId,
            String site,
            Instant firstAt,
            Instant lastAt,
            long times,
            String askedFor,
            String userAgent,
            String source,
            String claimRefused) {}

    /** One request. */
    public record Request(MacAddress mac, long siteId, String file, String userAgent, String source, Instant at) {}

    private final Jdbc jdbc;

    KnockStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    /** Takes a request; whether it is the first of its MAC. */
    public boolean knocked(Request k) {
        int known = jdbc.update(
                """
                update knock set site_id = ?, last_at = ?, times = times + 1, asked_for = ?, user_agent = ?, source = ?
                where mac = ?""",
                k.siteId(),
                k.at(),
                k.file(),
                k.userAgent(),
                k.source(),
                k.mac().compact());
        if (known == 0) {
            makeRoom(k.at());
            jdbc.update("""
                    merge into knock (mac, site_id, first_at, last_at, times, asked_for, user_agent, source)
                    key (mac) values (?, ?, ?, ?, 1, ?, ?, ?)""", k.mac().compact(), k.siteId(), k.at(), k.at(), k.file(), k.userAgent(), k.source());
        }
        return known == 0;
    }

    /**
     * Forgets what has not knocked for long, and what was silent for the longest where there are too many: a new phone is
     * never kept from the list by those that came before. What somebody blocked stays.
     */
    private void makeRoom(Instant now) {
        jdbc.update("delete from knock where not blocked and last_at < ?", now.minus(LIFE));
        if (count() >= MOST) {
            jdbc.update("""
                    delete from knock where mac in (
                      select mac from knock where not blocked order by last_at limit ?)""", MOST / 50);
        }
    }

    /** Its last claim code was refused. */
    public void claimRefused(MacAddress mac, String reason) {
        jdbc.update(
                "update knock set claim_refused = ? where mac = ?",
                reason.substring(0, Math.min(200, reason.length())),
                mac.compact());
    }

    public boolean blocked(MacAddress mac) {
        return jdbc.one("select blocked from knock where mac = ?", row -> row.yes("blocked"), mac.compact())
                .orElse(false);
    }

    /**
     * Those that are shown, the last first.
     *
     * @param guessing sources of which only those are worth showing that asked more than once
     */
    public List<Knock> open(Collection<String> guessing) {
        return jdbc.list("""
                select k.*, s.name site from knock k join site s on s.id = k.site_id
                where not k.ignored and not exists (select 1 from device d where d.mac = k.mac) and not (k.times = 1 and array_contains(cast(? as varchar array), k.source))
                order by k.first_at desc, k.mac limit ?""", KnockStore::knock, guessing.toArray(), SHOWN);
    }

    /** Those of some MACs that are shown. */
    public List<Knock> openAmong(Collection<MacAddress> macs) {
        return jdbc.list(
                "select k.*, s.name site from knock k join site s on s.id = k.site_id where not k.ignored and k.mac in ("
                        + String.join(", ", Collections.nCopies(macs.size(), "?")) + ")",
                KnockStore::knock,
                macs.stream().map(MacAddress::compact).toArray());
    }

    private static Knock knock(Row row) throws SQLException {
        return new Knock(
                MacAddress.of(row.text("mac")),
                row.number("site_id"),
                row.text("site"),
                row.time("first_at"),
                row.time("last_at"),
                row.number("times"),
                row.text("asked_for"),
                row.text("user_agent"),
                row.text("source"),
                row.text("claim_refused"));
    }

    private long count() {
        return count(List.of());
    }

    /** How many are shown. */
    public long count(Collection<String> guessing) {
        return jdbc.one("""
                        select count(*) n from knock
                        where not ignored and not exists (select 1 from device d where d.mac = knock.mac)
                          and not (times = 1 and array_contains(cast(? as varchar array), source))""", row -> row.number("n"), (Object) guessing.toArray())
                .orElse(0L);
    }

    public void ignore(MacAddress mac) {
        jdbc.update("update knock set ignored = true where mac = ?", mac.compact());
    }

    public void block(MacAddress mac) {
        jdbc.update("update knock set ignored = true, blocked = true where mac = ?", mac.compact());
    }

    /** However these devices came by their MACs, enrolled, corrected or brought back: they are known, and knock no more. */
    public void known(Collection<Long> deviceIds) {
        jdbc.batch(
                "delete from knock where mac = (select mac from device where id = ?)",
                deviceIds.stream().map(id -> new @Nullable Object[] {id}).toList());
    }

    public void enrolled(MacAddress mac) {
        jdbc.update("delete from knock where mac = ?", mac.compact());
    }
}
