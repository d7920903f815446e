package jordfell.server.intake;

import java.time.Instant;
import java.util.List;
import jordfell.core.identity.MacAddress;
import jordfell.server.jdbc.Jdbc;
import org.springframework.stereotype.Component;

/** Requests from MACs that are not enrolled. */
@Component
public class KnockStore {

    /** More different MACs than this are not kept: somebody is guessing. */
    private static final int MOST = 5_000;

    /** An unknown device that asked for a configuration. */
    record Knock(
            String mac,
            long siteId,
            String site,
            Instant firstAt,
            Instant lastAt,
            long times,
            String askedFor,
            String userAgent) {}

    private final Jdbc jdbc;

    KnockStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public void knocked(MacAddress mac, long siteId, String file, String userAgent, Instant at) {
        int known = jdbc.update("""
                update knock set site_id = ?, last_at = ?, times = times + 1, asked_for = ?, user_agent = ?
                where mac = ?""", siteId, at, file, userAgent, mac.compact());
        if (known == 0 && count() < MOST) {
            jdbc.update("""
                    merge into knock (mac, site_id, first_at, last_at, times, asked_for, user_agent)
                    key (mac) values (?, ?, ?, ?, 1, ?, ?)""", mac.compact(), siteId, at, at, file, userAgent);
        }
    }

    List<Knock> open() {
        return jdbc.list(
                """
                select k.*, s.name site from knock k join site s on s.id = k.site_id
                where not k.ignored order by k.first_at desc, k.mac limit 100""",
                row -> new Knock(
                        MacAddress.of(row.text("mac")).toString(),
                        row.number("site_id"),
                        row.text("site"),
                        row.time("first_at"),
                        row.time("last_at"),
                        row.number("times"),
                        row.text("asked_for"),
                        row.text("user_agent")));
    }

    public long count() {
        return jdbc.one("select count(*) n from knock where not ignored", row -> row.number("n"))
                .orElse(0L);
    }

    void ignore(MacAddress mac) {
        jdbc.update("update knock set ignored = true where mac = ?", mac.compact());
    }

    void enrolled(MacAddress mac) {
        jdbc.update("delete from knock where mac = ?", mac.compact());
    }
}
