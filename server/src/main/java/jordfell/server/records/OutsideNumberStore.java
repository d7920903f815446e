package jordfell.server.records;

import java.util.List;
import java.util.Optional;
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
            long version) {}

    /** What a number rings: an extension, a group, or neither. */
    public record Rings(Optional<Long> extensionId, Optional<Long> groupId) {
        public static final Rings NOTHING = new Rings(Optional.empty(), Optional.empty());
    }

    private static final RowMapper<Did> DID = row -> new Did(
            row.number("id"),
            row.number("domain_id"),
            row.text("e164"),
            new Rings(row.numberIfAny("extension_id"), row.numberIfAny("group_id")),
            row.text("announcement"),
            row.text("prefix"),
            row.text("note"),
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
        return jdbc.list("select * from did where extension_id = ? order by e164", DID, extensionId);
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

    /** All of a domain, by number. */
    public List<Called> called(long domainId) {
        return jdbc.list(
                """
                select n.e164, coalesce(e.number, g.number, '') rings, n.announcement from did n
                left join extension e on e.id = n.extension_id left join ring_group g on g.id = n.group_id
                where n.domain_id = ? order by n.e164""", row -> new Called(row.text("e164"), row.text("rings"), row.text("announcement")), domainId);
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
        return jdbc.list("select * from did where group_id = ? order by e164", DID, groupId);
    }

    public long add(Did did) {
        return jdbc.insert(
                "insert into did (domain_id, e164, extension_id, group_id, announcement, prefix, note) values (?, ?, ?, ?, ?, ?, ?)",
                did.domainId(),
                did.e164(),
                did.rings().extensionId().orElse(null),
                did.rings().groupId().orElse(null),
                did.announcement(),
                did.prefix(),
                did.note());
    }

    /** False if somebody else changed the number since its version. */
    public boolean change(Did did) {
        return jdbc.update(
                        """
                        update did set e164 = ?, extension_id = ?, group_id = ?, announcement = ?, prefix = ?, note = ?, version = version + 1
                        where id = ? and version = ?""",
                        did.e164(),
                        did.rings().extensionId().orElse(null),
                        did.rings().groupId().orElse(null),
                        did.announcement(),
                        did.prefix(),
                        did.note(),
                        did.id(),
                        did.version())
                == 1;
    }

    public void remove(long id) {
        jdbc.update("delete from did where id = ?", id);
    }
}
