package jordfell.server.records;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import jordfell.core.ground.Site;
import jordfell.core.planning.Networks;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.KeptReads;
import jordfell.server.jdbc.RowMapper;
import jordfell.server.security.Sealer;
import org.springframework.stereotype.Component;

/** The sites of the domains. */
@Component
public class SiteStore {

    private static final RowMapper<Site> SITE = row -> new Site(
            row.number("id"),
            row.number("domain_id"),
            row.text("name"),
            row.text("token"),
            row.yes("allows_local_macs"),
            row.text("subnets"),
            row.yes("behind_nat"),
            row.text("public_address"),
            row.integer("nat_timeout"),
            Site.Learns.valueOf(row.text("learns")),
            row.integer("port_base"),
            new Site.Access(row.text("fetch_user"), row.text("fetch_from")),
            row.number("version"));

    private static final int MOST_KEPT = 10_000;

    private final Jdbc jdbc;
    private final Sealer sealer;

    /** Asked whenever a phone asks for a file. */
    private final KeptReads<String, Site> byToken;

    SiteStore(Jdbc jdbc, Sealer sealer) {
        this.jdbc = jdbc;
        this.sealer = sealer;
        this.byToken = new KeptReads<>(
                jdbc, Set.of("site"), MOST_KEPT, token -> jdbc.one("select * from site where token = ?", SITE, token));
    }

    public List<Site> all() {
        return jdbc.list("select * from site order by domain_id, id", SITE);
    }

    /** The networks of all sites of a domain, and the addresses by which those behind a translator are seen. */
    public List<String> networks(long domainId) {
        return jdbc
                .list(
                        "select subnets, public_address from site where domain_id = ? and subnets <> ''",
                        row -> Stream.concat(
                                Networks.of(row.text("subnets")).stream(),
                                Stream.of(row.text("public_address"))
                                        .filter(Networks::isAddress)
                                        .map(address -> address + "/32")),
                        domainId)
                .stream()
                .flatMap(networks -> networks)
                .toList();
    }

    public Optional<Site> find(long id) {
        return jdbc.one("select * from site where id = ?", SITE, id);
    }

    public Optional<Site> byToken(String token) {
        return byToken.get(token);
    }

    /** Adds a site; its own id and version are ignored. */
    public long add(Site site) {
        return jdbc.insert(
                """
                insert into site (domain_id, name, token, allows_local_macs, subnets, behind_nat, public_address,
                       nat_timeout, learns, port_base, fetch_user, fetch_from)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""",
                site.domainId(),
                site.name(),
                site.token(),
                site.allowsLocalMacs(),
                site.subnets(),
                site.behindNat(),
                site.publicAddress(),
                site.natTimeout(),
                site.learns().name(),
                site.portBase(),
                site.access().user(),
                site.access().from());
    }

    /** False if somebody else changed the site since its version. */
    public boolean change(Site site) {
        return jdbc.update(
                        """
                        update site set name = ?, allows_local_macs = ?, subnets = ?, behind_nat = ?, public_address = ?,
                               nat_timeout = ?, learns = ?, port_base = ?, fetch_user = ?, fetch_from = ?,
                               version = version + 1
                        where id = ? and version = ?""",
                        site.name(),
                        site.allowsLocalMacs(),
                        site.subnets(),
                        site.behindNat(),
                        site.publicAddress(),
                        site.natTimeout(),
                        site.learns().name(),
                        site.portBase(),
                        site.access().user(),
                        site.access().from(),
                        site.id(),
                        site.version())
                == 1;
    }

    /** The password with which a site's devices fetch; empty text for none. */
    public String fetchPassword(long siteId) {
        return jdbc.one("select fetch_password from site where id = ?", row -> row.bytesIfAny("fetch_password"), siteId)
                .flatMap(kept -> kept)
                .map(sealer::open)
                .orElse("");
    }

    public void setFetchPassword(long siteId, String password) {
        jdbc.update(
                "update site set fetch_password = ? where id = ?",
                password.isEmpty() ? null : sealer.seal(password),
                siteId);
    }
}
