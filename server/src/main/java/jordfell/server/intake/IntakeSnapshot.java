package jordfell.server.intake;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.NearMisses;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRecords;
import jordfell.core.intake.IntakeRow;
import jordfell.core.roster.Domain;
import jordfell.core.roster.Kit;
import jordfell.core.roster.NumbersInUse;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.jdbc.Row;
import org.jspecify.annotations.Nullable;

/**
 * The records that the rows of one check may speak of, read from the database in a few queries however many rows there
 * are.
 */
final class IntakeSnapshot implements IntakeRecords {

    /** With fewer rows than this, numbers are asked for one by one. */
    private static final int FEW = 50;

    /** Joined to, so that the database looks each text or id up instead of reading the whole table. */
    static final String TEXTS = "unnest(cast(? as varchar array)) as u(i)";

    static final String IDS = "unnest(cast(? as bigint array)) as u(i)";

    private final IntakeStores stores;
    private final Jdbc jdbc;
    private final EnrolledDevices devices;
    private final boolean few;
    private final List<DeviceModel> models;
    private final List<SiteRecord> sites;
    private final Map<String, ExtensionRecord> extensions = new HashMap<>();
    private final Map<String, List<PersonRecord>> people = new HashMap<>();
    private final Map<String, String> ports = new HashMap<>();
    private final Map<Long, Domain> domains = new HashMap<>();
    private final Map<Long, List<Kit>> kits = new HashMap<>();
    private final Map<Long, List<TemplateRecord>> templates = new HashMap<>();
    private final Map<Long, NumbersInUse> numbers = new HashMap<>();

    /** Whether others may be shown a number: a kit gives the same to many. */
    private final Map<String, Boolean> shown = new HashMap<>();

    IntakeSnapshot(IntakeStores stores, List<IntakeRow> rows) {
        this.stores = stores;
        this.jdbc = stores.jdbc();
        this.devices = new EnrolledDevices(jdbc, rows);
        this.few = rows.size() < FEW;
        this.models = stores.models().all();
        this.sites = stores.sites().all().stream()
                .map(s -> new SiteRecord(
                        s.id(), s.domainId(), s.name(), s.allowsLocalMacs(), s.behindNat(), s.portBase()))
                .toList();
        readExtensions(rows);
        readPeople(rows);
        readPorts();
    }

    @Override
    public Optional<Enrolled> byMac(MacAddress mac) {
        return devices.byMac(mac);
    }

    @Override
    public Optional<Enrolled> byClaim(ClaimCode claim) {
        return devices.byClaim(claim);
    }

    @Override
    public Optional<Enrolled> bySerial(String serial) {
        return devices.bySerial(serial);
    }

    @Override
    public Collection<DeviceModel> models() {
        return models;
    }

    @Override
    public List<SiteRecord> sites() {
        return sites;
    }

    @Override
    public Domain domain(long domainId) {
        return domains.computeIfAbsent(domainId, stores.domains()::get);
    }

    @Override
    public List<TemplateRecord> templates(long domainId) {
        return templates.computeIfAbsent(
                domainId,
                id -> stores.templates().all().stream()
                        .filter(t -> t.domainId() == id)
                        .map(t -> new TemplateRecord(t.id(), t.name()))
                        .toList());
    }

    @Override
    public List<Kit> kits(long domainId) {
        return kits.computeIfAbsent(domainId, stores.kits()::all);
    }

    @Override
    public List<PersonRecord> people(long domainId, String name) {
        return people.getOrDefault(key(domainId, name.toLowerCase(Locale.ROOT)), List.of());
    }

    @Override
    public Optional<ExtensionRecord> extension(long domainId, String number) {
        return Optional.ofNullable(extensions.get(key(domainId, number)));
    }

    @Override
    public NumbersInUse numbers(long domainId) {
        return numbers.computeIfAbsent(
                domainId,
                id -> few
                        ? stores.extensions().numbers(id)
                        : NumbersInUse.of(stores.extensions().allNumbers(id)));
    }

    @Override
    public boolean mayBeShown(long domainId, String number) {
        return shown.computeIfAbsent(
                key(domainId, number), k -> stores.outsideNumbers().mayBeShown(domainId, number));
    }

    @Override
    public NearMisses knocks() {
        return NearMisses.among(
                jdbc.list("select mac from knock where not ignored", row -> MacAddress.of(row.text("mac"))));
    }

    @Override
    public Optional<String> portHolder(long siteId, int port) {
        return Optional.ofNullable(ports.get(key(siteId, Integer.toString(port))));
    }

    private void readExtensions(List<IntakeRow> rows) {
        Set<String> asked = new LinkedHashSet<>();
        rows.forEach(row -> asked.addAll(row.numbers()));
        if (asked.isEmpty()) {
            return;
        }
        jdbc.listOf(
                        "select e.id, e.domain_id, e.number, e.person_id, coalesce(max(p.name), '') person, "
                                + "e.contact_limit, count(l.device_id) devices, coalesce(min(d.label), '') holder, "
                                + "min(d.id) holder_id from " + TEXTS + " join extension e on e.number = u.i "
                                + "left join person p on p.id = e.person_id "
                                + "left join line l on l.extension_id = e.id left join device d on d.id = l.device_id"
                                + " group by e.id, e.domain_id, e.number, e.person_id, e.contact_limit",
                        row -> Map.entry(key(row.number("domain_id"), row.text("number")), extension(row)),
                        asked)
                .forEach(e -> extensions.put(e.getKey(), e.getValue()));
    }

    private static ExtensionRecord extension(Row row) throws java.sql.SQLException {
        return new ExtensionRecord(
                row.number("id"),
                row.text("number"),
                row.numberIfAny("person_id"),
                row.text("person"),
                row.integer("contact_limit"),
                row.integer("devices"),
                row.text("holder"),
                row.numberIfAny("holder_id"));
    }

    private void readPeople(List<IntakeRow> rows) {
        Set<String> names = new LinkedHashSet<>();
        rows.forEach(row -> {
            String written = row.cell(IntakeColumn.PERSON).toLowerCase(Locale.ROOT);
            names.add(written);
            names.add(written.replaceAll("\\s*\\([^()]*\\)$", ""));
        });
        names.remove("");
        if (names.isEmpty()) {
            return;
        }
        jdbc.listOf(
                        "select p.id, p.domain_id, p.name, p.email, p.department, p.lower_name, "
                                + "coalesce((select listagg(e.number, ',') from extension e where e.person_id = p.id), '') numbers "
                                + "from " + TEXTS + " join person p on p.lower_name = u.i where p.left_at is null",
                        row -> Map.entry(
                                key(row.number("domain_id"), row.text("lower_name")),
                                new PersonRecord(
                                        row.number("id"),
                                        row.text("name"),
                                        row.text("email"),
                                        row.text("department"),
                                        List.of(row.text("numbers").split(",")))),
                        names)
                .forEach(e -> people.computeIfAbsent(e.getKey(), k -> new ArrayList<>())
                        .add(e.getValue()));
    }

    private void readPorts() {
        for (SiteRecord site : sites) {
            if (site.behindNat() && site.portBase() > 0) {
                jdbc.list(
                                "select e.number, d.label from device d join line l on l.device_id = d.id "
                                        + "join extension e on e.id = l.extension_id "
                                        + "where d.site_id = ? and d.standing = 'IN_USE'",
                                row -> Map.entry(row.text("number"), row.text("label")),
                                site.id())
                        .forEach(e -> ports.put(
                                key(site.id(), Integer.toString(site.portBase() + Integer.parseInt(e.getKey()))),
                                e.getValue()));
            }
        }
    }

    private static String key(long id, @Nullable String text) {
        return id + ":" + text;
    }
}
