package jordfell.server.records;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.identity.MacAddress;
import jordfell.core.planning.Networks;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.KeptReads;
import org.springframework.stereotype.Component;

/**
 * Remembers of each device whether its first file was taken, and which of the names and passwords that it was sent still
 * open its files.
 */
@Component
public class FetchDoor {

    /** A phone whose first fetch broke off after the last byte left here has this long to try again. */
    static final Duration GRACE = Duration.ofMinutes(5);

    /** A phone that took none of so many files is better reset. */
    private static final int MOST_PROOFS = 20;

    private static final int MOST_SETTLED = 120_000;

    private record Asked(String siteToken, MacAddress mac) {}

    /** What it takes to say who is settled; no row of theirs goes with one of another table. */
    static final Set<String> SETTLED_FROM =
            Set.of("device", "site", "model", "device_fetch", "device_release", "release_item");

    private final Jdbc jdbc;
    private final InstantSource clock;
    private final KeptReads<Asked, Settled> settled;

    FetchDoor(Jdbc jdbc, InstantSource clock) {
        this.jdbc = jdbc;
        this.clock = clock;
        this.settled = new KeptReads<>(jdbc, SETTLED_FROM, MOST_SETTLED, this::readSettled);
    }

    /** Whether nobody has taken the device's first file yet. */
    public boolean isOpen(long deviceId) {
        record Taken(Optional<Instant> deliveredAt, Optional<Long> proven) {}
        return jdbc.one(
                        "select delivered_at, proven_item from device_fetch where device_id = ?",
                        row -> new Taken(row.timeIfAny("delivered_at"), row.numberIfAny("proven_item")),
                        deviceId)
                .map(t -> t.proven().isEmpty()
                        && t.deliveredAt()
                                .map(at -> at.plus(GRACE).isAfter(clock.instant()))
                                .orElse(true))
                .orElse(true);
    }

    /** Lets the device fetch once more without its own name and password: it was reset, or another box took its place. */
    public void open(long deviceId) {
        jdbc.update("delete from device_fetch where device_id = ?", deviceId);
    }

    /** The file went out in full to this address; only of the first one that is written. */
    public void delivered(long deviceId, String to) {
        boolean known = jdbc.one(
                        "select 1 n from device_fetch where device_id = ? and delivered_at is not null",
                        row -> row.number("n"),
                        deviceId)
                .isPresent();
        if (known) {
            return; // each write waits for the disk, and a phone fetches as long as it lives
        }
        jdbc.update("""
                merge into device_fetch f using (select cast(? as bigint) id) d on f.device_id = d.id
                when matched and f.delivered_at is null then update set delivered_at = ?, delivered_to = ?
                when not matched then insert (device_id, delivered_at, delivered_to) values (d.id, ?, ?)""", deviceId, clock.instant(), to, clock.instant(), to);
    }

    /**
     * What was sent to a device that proves a name and a password.
     *
     * @param present whether it is what the device is to have now
     * @param proven whether it is what the device proved last
     */
    public record Sent(long item, String proof, boolean present, boolean proven) {}

    /**
     * The proofs that open the device's files, the present one first: what it has now, and everything since the one that
     * it proved last. It may hold any of them, as a phone that was switched off has not heard of the newer ones.
     */
    public List<Sent> proofs(long deviceId) {
        return jdbc.list(
                """
                select i.id, i.fetch_proof, coalesce(i.id = r.item_id, false) present,
                coalesce(i.id = f.proven_item, false) proven from release_item i
                left join device_release r on r.device_id = i.device_id
                left join device_fetch f on f.device_id = i.device_id
                where i.device_id = ? and i.fetch_proof <> '' and i.state <> 'WAITING'
                and (i.id = r.item_id or i.id >= coalesce(f.proven_item, 0))
                order by case when i.id = r.item_id then 0 else 1 end, i.id desc limit ?""",
                row -> new Sent(row.number("id"), row.text("fetch_proof"), row.yes("present"), row.yes("proven")),
                deviceId,
                MOST_PROOFS);
    }

    /**
     * A device that took its first file, and proved the one that it is to have now.
     *
     * @param fetchFrom the ranges from which its site has files fetched
     * @param siteAsks whether its site has a name and password
     * @param item what it is to have
     * @param proof the name and password that this brought
     */
    public record Settled(
            long deviceId,
            String family,
            int resent,
            List<String> fetchFrom,
            boolean siteAsks,
            long item,
            String revision,
            String proof) {}

    /** The device of this address at this site, if it is settled and in use. */
    public Optional<Settled> settled(String siteToken, MacAddress mac) {
        return settled.get(new Asked(siteToken, mac));
    }

    private Optional<Settled> readSettled(Asked asked) {
        return jdbc.one(
                """
                select d.id, m.family, d.resend, s.fetch_from, s.fetch_user, i.id item, i.revision, i.fetch_proof
                from device d join site s on s.id = d.site_id join model m on m.id = d.model_id
                join device_fetch f on f.device_id = d.id join device_release r on r.device_id = d.id
                join release_item i on i.id = r.item_id
                where d.mac = ? and s.token = ? and d.standing = 'IN_USE' and f.delivered_at is not null
                and f.proven_item = i.id and i.fetch_proof <> ''""",
                row -> new Settled(
                        row.number("id"),
                        row.text("family"),
                        row.integer("resend"),
                        Networks.of(row.text("fetch_from")),
                        !row.text("fetch_user").isEmpty(),
                        row.number("item"),
                        row.text("revision"),
                        row.text("fetch_proof")),
                asked.mac().compact(),
                asked.siteToken());
    }

    /** The device proved what it was sent with this item; what came before it opens nothing any more. */
    public void proved(long deviceId, long item) {
        jdbc.update("""
                merge into device_fetch f using (select cast(? as bigint) id) d on f.device_id = d.id
                when matched and coalesce(f.proven_item, 0) <> ? then update set proven_item = ?
                when not matched then insert (device_id, proven_item) values (d.id, ?)""", deviceId, item, item, item);
    }
}
