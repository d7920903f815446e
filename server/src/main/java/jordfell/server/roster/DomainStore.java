package jordfell.server.roster;

import java.util.List;
import java.util.Optional;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.RowMapper;
import org.springframework.stereotype.Component;

/** Domains with their nodes and blocks, and their sites. */
@Component
public class DomainStore {

    private static final RowMapper<Site> SITE = row -> new Site(
            row.number("id"),
            row.number("domain_id"),
            row.text("name"),
            row.text("token"),
            row.yes("allows_local_macs"));

    private final Jdbc jdbc;

    DomainStore(Jdbc jdbc) {
        this.jdbc = jdbc;
    }

    public List<Domain> all() {
        return jdbc.list("select * from domain order by id", this::domain);
    }

    public Domain get(long id) {
        return jdbc.one("select * from domain where id = ?", this::domain, id).orElseThrow();
    }

    public Optional<Domain> byName(String name) {
        return jdbc.one("select * from domain where name = lower(?)", this::domain, name);
    }

    /** Adds a domain with its nodes and blocks; its own id is ignored. */
    public long add(Domain domain) {
        return jdbc.inTransaction(() -> {
            long id = jdbc.insert(
                    """
                    insert into domain (name, realm, expiry_min, expiry_usual, expiry_max, contact_limit)
                    values (lower(?), ?, ?, ?, ?, ?)""",
                    domain.name(),
                    domain.realm(),
                    domain.expiry().min(),
                    domain.expiry().usual(),
                    domain.expiry().max(),
                    domain.contactLimit());
            for (RegistrarNode node : domain.nodes()) {
                jdbc.update(
                        """
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
            return id;
        });
    }

    public List<Site> sites() {
        return jdbc.list("select * from site order by domain_id, id", SITE);
    }

    public Optional<Site> site(long id) {
        return jdbc.one("select * from site where id = ?", SITE, id);
    }

    public Optional<Site> siteByToken(String token) {
        return jdbc.one("select * from site where token = ?", SITE, token);
    }

    public long addSite(long domainId, String name, String token, boolean allowsLocalMacs) {
        return jdbc.insert(
                "insert into site (domain_id, name, token, allows_local_macs) values (?, ?, ?, ?)",
                domainId,
                name,
                token,
                allowsLocalMacs);
    }

    private Domain domain(jordfell.server.jdbc.Row row) throws java.sql.SQLException {
        long id = row.number("id");
        return new Domain(
                id,
                row.text("name"),
                row.text("realm"),
                new Domain.Expiry(row.integer("expiry_min"), row.integer("expiry_usual"), row.integer("expiry_max")),
                row.integer("contact_limit"),
                jdbc.list(
                        "select * from domain_node where domain_id = ? order by priority, name",
                        n -> new RegistrarNode(
                                n.text("name"),
                                n.text("host"),
                                n.text("address"),
                                n.integer("port"),
                                n.integer("priority"),
                                n.integer("weight")),
                        id),
                jdbc.list(
                        "select * from number_block where domain_id = ? order by first_number",
                        b -> new Block(b.integer("first_number"), b.integer("last_number"), b.text("purpose")),
                        id));
    }
}
