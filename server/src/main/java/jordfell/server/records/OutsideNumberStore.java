package jordfell.server.records;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import jordfell.core.calls.CallPath;
import jordfell.core.calls.CallStop;
import jordfell.core.calls.OpeningHours;
import jordfell.core.calls.OutsidePath;
import jordfell.core.roster.OutsideNumber;
import jordfell.core.roster.OutsideNumberWish;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.springframework.stereotype.Component;

/** Numbers from outside and the extensions they ring. */
@Component
public class OutsideNumberStore {

    /**
     * A number that others dial.
     *
     * @param announcement what is said to whoever calls, where it rings nothing; empty for nothing
     * @param prefix what is shown before the caller's number
     */
    public record Did(
            long id,
            long domainId,
            String e164,
            Rings rings,
            String announcement,
            String prefix,
            String note,
            Closed closed,
            long version) {

        /** Whether the hours leave its calls to what handles them when it is closed. */
        public boolean isClosed(Instant now) {
            return closed.isNow(now);
        }
    }

    /**
     * What handles the calls of an outside number outside of its hours.
     *
     * @param hours empty for a number that is never closed
     */
    public record Closed(String hours, String zone, Rings rings, String announcement) {
        public static final Closed NEVER = new Closed("", "", Rings.NOTHING, "");

        private boolean isNow(Instant now) {
            return !hours.isEmpty() && !OpeningHours.of(hours).isOpen(LocalDateTime.ofInstant(now, ZoneId.of(zone)));
        }
    }

    /** What a number rings: an extension, a group, or neither. */
    public record Rings(Optional<Long> extensionId, Optional<Long> groupId) {
        public static final Rings NOTHING = new Rings(Optional.empty(), Optional.empty());
    }

    /** One of them, as it is kept. */
    public static final RowMapper<Did> DID = row -> new Did(
            row.number("id"),
            row.number("domain_id"),
            row.text("e164"),
            new Rings(row.numberIfAny("extension_id"), row.numberIfAny("group_id")),
            row.text("announcement"),
            row.text("prefix"),
            row.text("note"),
            new Closed(
                    row.text("hours"),
                    row.text("zone"),
                    new Rings(row.numberIfAny("closed_extension_id"), row.numberIfAny("closed_group_id")),
                    row.text("closed_announcement")),
            row.number("version"));

    private final Jdbc jdbc;

    OutsideNumberStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public Optional<Did> find(long id) {
        return jdbc.one("select * from did where id = ?", DID, id);
    }

    public Optional<Did> byNumber(String e164) {
        return jdbc.one("select * from did where e164 = ?", DID, e164);
    }

    public List<Did> ringing(long extensionId) {
        return jdbc.list(
                "select * from did where extension_id = ? or closed_extension_id = ? order by e164",
                DID,
                extensionId,
                extensionId);
    }

    /** What a number of the domain is, for an outside number to ring; nothing if nobody has it. */
    public Rings within(long domainId, String number) {
        return new Rings(
                jdbc.one(
                        "select id from extension where domain_id = ? and number = ?",
                        row -> row.number("id"),
                        domainId,
                        number),
                jdbc.one(
                        "select id from ring_group where domain_id = ? and number = ?",
                        row -> row.number("id"),
                        domainId,
                        number));
    }

    /** The numbers of a domain’s places, and of its groups, that are called so, whatever the case. */
    public List<String> named(long domainId, String name) {
        return jdbc.list(
                "select number from extension where domain_id = ? and person_id is null and lower(display_name) = lower(?)"
                        + " union select number from ring_group where domain_id = ? and lower(name) = lower(?) order by 1",
                row -> row.text("number"),
                domainId,
                name,
                domainId,
                name);
    }

    /** The domain’s numbers as an outside number is held against them. */
    public OutsideNumberWish.Numbers numbers(long domainId) {
        return new OutsideNumberWish.Numbers() {
            @Override
            public boolean isThere(String number) {
                return !within(domainId, number).equals(Rings.NOTHING);
            }

            @Override
            public List<String> named(String name) {
                return OutsideNumberStore.this.named(domainId, name);
            }
        };
    }

    /**
     * A number that somebody can call from elsewhere.
     *
     * @param rings the number of the domain that it rings; empty for none
     * @param announcement what is said instead; empty for nothing
     */
    public record Called(String e164, String rings, String announcement) {}

    /** All of a domain, by number, as they are handled at a moment. */
    public List<Called> called(long domainId, Instant now) {
        return jdbc.list(
                """
                select n.*, coalesce(e.number, g.number, '') open_rings, coalesce(ce.number, cg.number, '') closed_rings
                from did n left join extension e on e.id = n.extension_id left join ring_group g on g.id = n.group_id
                left join extension ce on ce.id = n.closed_extension_id
                left join ring_group cg on cg.id = n.closed_group_id where n.domain_id = ? order by n.e164""",
                row -> {
                    boolean isClosed = DID.map(row).isClosed(now);
                    return new Called(
                            row.text("e164"),
                            row.text(isClosed ? "closed_rings" : "open_rings"),
                            row.text(isClosed ? "closed_announcement" : "announcement"));
                },
                domainId);
    }

    /** What handles a number’s calls at a moment. */
    public OutsidePath.Handler at(Did did, Instant now) {
        return did.isClosed(now) ? closed(did) : usual(did);
    }

    private OutsidePath.Handler usual(Did did) {
        return new OutsidePath.Handler(rung(did.rings()), did.announcement());
    }

    private OutsidePath.Handler closed(Did did) {
        return new OutsidePath.Handler(rung(did.closed().rings()), did.closed().announcement());
    }

    /** Where a call comes that is made to it at a moment. */
    public CallStop path(Did did, Instant now, CallPath.Ground ground) {
        Optional<OutsidePath.ByTime> byTime = Optional.of(did)
                .filter(d -> !d.closed().hours().isEmpty())
                .map(d -> new OutsidePath.ByTime(!d.isClosed(now), closed(d)));
        return OutsidePath.of(OutsideNumber.show(did.e164()), usual(did), byTime, ground);
    }

    /** A number as it was wished and found right. */
    public Did of(long id, long domainId, OutsideNumberWish.Fit fit, long version) {
        OutsideNumberWish.Closed closed = fit.closed();
        return new Did(
                id,
                domainId,
                fit.e164(),
                rings(domainId, fit.extension()),
                fit.announcement(),
                fit.prefix(),
                fit.note(),
                new Closed(closed.hours(), closed.zone(), rings(domainId, closed.extension()), closed.announcement()),
                version);
    }

    private Rings rings(long domainId, Optional<String> number) {
        return number.map(n -> within(domainId, n)).orElse(Rings.NOTHING);
    }

    /** Whether those who are called may be shown this number: one of the domain’s outside numbers, or an extension. */
    public boolean mayBeShown(long domainId, String number) {
        return byNumber(OutsideNumber.normalise(number))
                        .filter(did -> did.domainId() == domainId)
                        .isPresent()
                || within(domainId, number).extensionId().isPresent();
    }

    /** The number that it rings; empty if it rings nothing. */
    public Optional<String> rung(Rings rings) {
        return rings.extensionId()
                .flatMap(id -> jdbc.one("select number from extension where id = ?", row -> row.text("number"), id))
                .or(() -> rings.groupId()
                        .flatMap(id ->
                                jdbc.one("select number from ring_group where id = ?", row -> row.text("number"), id)));
    }

    /** The outside numbers that ring a group. */
    public List<Did> ringingGroup(long groupId) {
        return jdbc.list(
                "select * from did where group_id = ? or closed_group_id = ? order by e164", DID, groupId, groupId);
    }

    public long add(Did did) {
        return jdbc.insert(
                "insert into did (domain_id, e164, extension_id, group_id, announcement, prefix, note, hours, zone,"
                        + " closed_extension_id, closed_group_id, closed_announcement)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                did.domainId(),
                did.e164(),
                did.rings().extensionId().orElse(null),
                did.rings().groupId().orElse(null),
                did.announcement(),
                did.prefix(),
                did.note(),
                did.closed().hours(),
                did.closed().zone(),
                did.closed().rings().extensionId().orElse(null),
                did.closed().rings().groupId().orElse(null),
                did.closed().announcement());
    }

    /** False if somebody else changed the number since its version. */
    public boolean change(Did did) {
        return jdbc.update(
                        """
                        update did set e164 = ?, extension_id = ?, group_id = ?, announcement = ?, prefix = ?, note = ?, hours = ?, zone = ?,
                            closed_extension_id = ?, closed_group_id = ?, closed_announcement = ?, version = version + 1
                        where id = ? and version = ?""",
                        did.e164(),
                        did.rings().extensionId().orElse(null),
                        did.rings().groupId().orElse(null),
                        did.announcement(),
                        did.prefix(),
                        did.note(),
                        did.closed().hours(),
                        did.closed().zone(),
                        did.closed().rings().extensionId().orElse(null),
                        did.closed().rings().groupId().orElse(null),
                        did.closed().announcement(),
                        did.id(),
                        did.version())
                == 1;
    }

    public void remove(long id) {
        jdbc.update("delete from did where id = ?", id);
    }
}
