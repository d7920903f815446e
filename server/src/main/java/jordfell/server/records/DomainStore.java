package jordfell.server.records;

import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.DomainRules;
import jordfell.core.roster.PasswordRule;
import jordfell.core.roster.RegistrarNode;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.KeptReads;
import jordfell.server.jdbc.Row;
import jordfell.server.problem.RefusedException;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Domains with their nodes and blocks. */
@Component
public class DomainStore {

    /** Each registration asks for its domain. */
    private static final int MOST_KEPT = 10_000;

    private static final Set<String> READ_FROM = Set.of("domain", "domain_node", "number_block");

    private final Jdbc jdbc;
    private final KeptReads<Long, Domain> byId;
    private final KeptReads<String, Long> ids;

    DomainStore(Jdbc jdbc) {
        this.jdbc = jdbc;
        this.byId = new KeptReads<>(jdbc, READ_FROM, MOST_KEPT, this::read);
        this.ids = new KeptReads<>(jdbc, Set.of("domain"), MOST_KEPT, this::readId);
    }

    public List<Domain> all() {
        return jdbc.list("select * from domain order by id", DomainStore::bare).stream()
                .map(this::whole)
                .toList();
    }

    public Domain get(long id) {
        return find(id).orElseThrow(() -> RefusedException.notFound("domain"));
    }

    public Optional<Domain> find(long id) {
        return byId.get(id);
    }

    private Optional<Domain> read(long id) {
        return jdbc.one("select * from domain where id = ?", DomainStore::bare, id)
                .map(this::whole);
    }

    public Optional<Domain> byName(String name) {
        return idOf(name).flatMap(this::find);
    }

    public Optional<Long> idOf(String name) {
        return ids.get(name.toLowerCase(Locale.ROOT));
    }

    private Optional<Long> readId(String name) {
        return jdbc.one("select id from domain where name = ?", row -> row.number("id"), name);
    }

    public long version(long id) {
        return jdbc.one("select version from domain where id = ?", row -> row.number("version"), id)
                .orElse(0L);
    }

    /** Adds a domain with its nodes and blocks; its own id is ignored. */
    public long add(Domain domain) {
        return jdbc.inTransaction(() -> {
            List<@Nullable Object> values = values(domain);
            long id = jdbc.insert("""
                    insert into domain (name, realm, expiry_min, expiry_usual, expiry_max, contact_limit, transports,
                                        password_shortest, password_score, outside_score, pin_digits, reserved, emergency)
                    values (lower(?), ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""", values.toArray());
            putParts(id, domain);
            return id;
        });
    }

    /** False if somebody else changed the domain since this version. */
    public boolean change(Domain domain, long version) {
        return jdbc.inTransaction(() -> {
            List<@Nullable Object> values = values(domain);
            values.add(domain.id());
            values.add(version);
            boolean current = jdbc.update("""
                            update domain set name = lower(?), realm = ?, expiry_min = ?, expiry_usual = ?, expiry_max = ?,
                                   contact_limit = ?, transports = ?, password_shortest = ?, password_score = ?,
                                   outside_score = ?, pin_digits = ?, reserved = ?, emergency = ?, version = version + 1
                            where id = ? and version = ?""", values.toArray()) == 1;
            if (current) {
                jdbc.update("delete from domain_node where domain_id = ?", domain.id());
                jdbc.update("delete from number_block where domain_id = ?", domain.id());
                putParts(domain.id(), domain);
            }
            return current;
        });
    }

    private static List<@Nullable Object> values(Domain domain) {
        DomainRules rules = domain.rules();
        return new ArrayList<>(List.of(
                domain.name(),
                domain.realm(),
                domain.expiry().min(),
                domain.expiry().usual(),
                domain.expiry().max(),
                domain.contactLimit(),
                String.join(",", rules.transports()),
                rules.password().shortest(),
                rules.password().score(),
                rules.password().outsideScore(),
                rules.pinDigits(),
                joined(rules.reserved()),
                joined(rules.emergency())));
    }

    private void putParts(long id, Domain domain) {
        for (RegistrarNode node : domain.nodes()) {
            jdbc.update("""
                    insert into domain_node (domain_id, name, host, address, port, priority, weight)
                    values (?, ?, ?, ?, ?, ?, ?)""", id, node.name(), node.host(), node.address(), node.port(), node.priority(), node.weight());
        }
        for (Block block : domain.blocks()) {
            jdbc.update(
                    "insert into number_block (domain_id, first_number, last_number, purpose) values (?, ?, ?, ?)",
                    id,
                    block.first(),
                    block.last(),
                    block.purpose());
        }
    }

    /** A domain as its own row says, without what lies in rows of its own. */
    private static Domain bare(Row row) throws SQLException {
        return new Domain(
                row.number("id"),
                row.text("name"),
                row.text("realm"),
                new Domain.Expiry(row.integer("expiry_min"), row.integer("expiry_usual"), row.integer("expiry_max")),
                row.integer("contact_limit"),
                List.of(),
                List.of(),
                new DomainRules(
                        List.of(row.text("transports").split(",")),
                        new PasswordRule(
                                row.integer("password_shortest"),
                                row.integer("password_score"),
                                row.integer("outside_score")),
                        row.integer("pin_digits"),
                        parted(row.text("reserved")),
                        parted(row.text("emergency"))));
    }

    /** The same with its nodes and blocks: asked for when the first answer is read, for that keeps a connection. */
    private Domain whole(Domain bare) {
        return new Domain(
                bare.id(),
                bare.name(),
                bare.realm(),
                bare.expiry(),
                bare.contactLimit(),
                jdbc.list(
                        "select * from domain_node where domain_id = ? order by priority, name",
                        n -> new RegistrarNode(
                                n.text("name"),
                                n.text("host"),
                                n.text("address"),
                                n.integer("port"),
                                n.integer("priority"),
                                n.integer("weight")),
                        bare.id()),
                jdbc.list(
                        "select * from number_block where domain_id = ? order by first_number",
                        b -> new Block(b.integer("first_number"), b.integer("last_number"), b.text("purpose")),
                        bare.id()),
                bare.rules());
    }

    private static String joined(Collection<String> numbers) {
        return new TreeSet<>(numbers).stream().collect(Collectors.joining(","));
    }

    private static Set<String> parted(String text) {
        return Arrays.stream(text.split(",")).filter(t -> !t.isBlank()).collect(Collectors.toSet());
    }
}
