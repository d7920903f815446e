package jordfell.server.demo;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.identity.MacAddress;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRow;
import jordfell.core.path.Standing;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.Kit;
import jordfell.core.roster.OutsideNumber;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.lab.phone.Mistyping;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.time.Timeline;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.handoff.Handoffs;
import jordfell.server.history.ObservationLog;
import jordfell.server.intake.Sheets;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.lab.LabService;
import jordfell.server.records.Device;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.PersonStore;
import jordfell.server.records.SettingStore;
import jordfell.server.records.Site;
import jordfell.server.release.ReleaseService;
import jordfell.server.roster.Extensions;
import jordfell.server.security.AccountStore;
import jordfell.server.security.Role;
import jordfell.server.security.SignedIn;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;

/**
 * Tarnholm Ferries replaces its phones: three hours of a day, played on the virtual clock through the same services
 * that the screens use, so that every state shown has come about.
 */
@Component
public class DemoScenario {

    /** Who can sign in to the demo. */
    public record SignIn(String login, String name, Role role, String password) {}

    public static final List<SignIn> SIGN_INS = List.of(
            new SignIn("lena", "Lena Ravn", Role.LEAD, "lantern-harbour-41"),
            new SignIn("mats", "Mats Lindqvaist", Role.TECHNICIAN, "slipway-copper-27"),
            new SignIn("oona", "Oona Reiss", Role.VIEWER, "gangway-heron-63"));

    private static final String TARNHOLM = "voice.tarnholm.example";
    private static final String AUCTION = "phones.eskvik-auction.example";
    private static final Map<String, String> FIRMWARES = Map.of("Korrin", "2.4.1", "Ombrel", "1.8", "Tessaro", "5.3");

    /** The past is played in pieces, and after each it is told how far it is. */
    private static final Duration PIECE = Duration.ofMinutes(2);

    private final Jdbc jdbc;
    private final Timeline timeline;
    private final AccountStore accounts;
    private final DomainStore domains;
    private final PersonStore people;
    private final ModelStore models;
    private final DemoTemplates templates;
    private final SettingStore settings;
    private final ExtensionStore extensionStore;
    private final Extensions extensions;
    private final KitStore kits;
    private final OutsideNumberStore numbers;
    private final Handoffs handoffs;
    private final DeviceStore devices;
    private final Sheets sheets;
    private final ReleaseService releases;
    private final LabService lab;
    private final ObservationLog observations;
    private final PathKeeper paths;
    private final Map<String, Site> sites = new LinkedHashMap<>();
    private int addressesGiven;
    private Consumer<Instant> progress = now -> {};

    DemoScenario(
            Jdbc jdbc,
            Timeline timeline,
            AccountStore accounts,
            DomainStore domains,
            PersonStore people,
            ModelStore models,
            DemoTemplates templates,
            SettingStore settings,
            ExtensionStore extensionStore,
            Extensions extensions,
            KitStore kits,
            OutsideNumberStore numbers,
            Handoffs handoffs,
            DeviceStore devices,
            Sheets sheets,
            ReleaseService releases,
            LabService lab,
            ObservationLog observations,
            PathKeeper paths) {
        this.jdbc = jdbc;
        this.timeline = timeline;
        this.accounts = accounts;
        this.domains = domains;
        this.people = people;
        this.models = models;
        this.templates = templates;
        this.settings = settings;
        this.extensionStore = extensionStore;
        this.extensions = extensions;
        this.kits = kits;
        this.numbers = numbers;
        this.handoffs = handoffs;
        this.devices = devices;
        this.sheets = sheets;
        this.releases = releases;
        this.lab = lab;
        this.observations = observations;
        this.paths = paths;
    }

    /** Domains, sites, templates, people and sign-ins. */
    public void ground() {
        as(
                "Lena Ravn",
                () -> jdbc.inTransaction(() -> {
                    SIGN_INS.forEach(s -> accounts.add(s.login(), s.name(), s.role(), s.password()));
                    long tarnholm = domains.add(new Domain(
                            0,
                            TARNHOLM,
                            TARNHOLM,
                            new Domain.Expiry(60, 120, 3600),
                            2,
                            List.of(
                                    new RegistrarNode("north", "north." + TARNHOLM, "192.0.2.11", 5060, 10, 1),
                                    new RegistrarNode("south", "south." + TARNHOLM, "192.0.2.12", 5060, 20, 1)),
                            List.of(
                                    new Block(2000, 2249, "people"),
                                    new Block(2400, 2499, "front of house"),
                                    new Block(2500, 2549, "workshop"))));
                    long auction = domains.add(new Domain(
                            0,
                            AUCTION,
                            AUCTION,
                            new Domain.Expiry(60, 120, 3600),
                            1,
                            List.of(new RegistrarNode("quay", "quay." + AUCTION, "192.0.2.21", 5060, 10, 1)),
                            List.of(new Block(2400, 2449, "auction"))));
                    for (String name : List.of(
                            "Tarnholm Terminal",
                            "Eskvik Pier",
                            "Norrskar Workshop",
                            "Sundholm Pilot House",
                            "Home & aboard")) {
                        site(tarnholm, name);
                    }
                    site(auction, "Auction Hall");
                    templates.build(tarnholm, auction);
                    networks();
                    for (CSVRecord person : records("people.csv")) {
                        people.add(PersonStore.Person.fresh(
                                domains.byName(person.get("domain"))
                                        .orElseThrow()
                                        .id(),
                                person.get("name"),
                                person.get("email"),
                                person.get("department")));
                    }
                }));
    }

    /** The sites' networks: three on-net, two behind routers. */
    private void networks() {
        network("Tarnholm Terminal", "198.51.100.0/25", false, 0);
        network("Eskvik Pier", "198.51.100.128/26", false, 0);
        network("Norrskar Workshop", "198.51.100.192/27", false, 0);
        network("Sundholm Pilot House", "192.0.2.128/28", true, 20_000);
        network("Home & aboard", "", true, 20_000);
    }

    private void network(String name, String subnets, boolean nat, int portBase) {
        Site site = sites.get(name);
        domains.changeSite(new Site(
                site.id(),
                site.domainId(),
                site.name(),
                site.token(),
                true,
                subnets,
                nat,
                nat && !subnets.isEmpty() ? "203.0.113.40" : "",
                60,
                Site.Learns.OPTION_66,
                portBase,
                // The Lab's phones ask from this machine's own address, whatever address they have in the Lab.
                new Site.Access("", subnets.isEmpty() ? "" : subnets + " 127.0.0.0/8"),
                site.version()));
    }

    /** What roles get, and which outside numbers ring what. */
    private void rolesAndNumbers() {
        long tarnholm = domains.byName(TARNHOLM).orElseThrow().id();
        kit(tarnholm, "Office", 2000, "Back office", false);
        kit(tarnholm, "Purser", 2000, "Back office", true);
        kit(tarnholm, "Ticket seller", 2400, "Ticket window", false);
        for (CSVRecord row : records("numbers.csv")) {
            long domain = domains.byName(row.get("domain")).orElseThrow().id();
            numbers.add(new OutsideNumberStore.Did(
                    0,
                    domain,
                    OutsideNumber.normalise(row.get("number")),
                    extensionStore.byNumber(domain, row.get("extension")).map(Extension::id),
                    row.get("prefix"),
                    row.get("note"),
                    1));
        }
        // Numbers from before the new phones, which nothing has used since.
        for (String old : List.of("2040", "2041", "2043", "2110", "2447")) {
            long id = extensions.make(tarnholm, old, "old " + old, Optional.empty());
            jdbc.update("update extension set made_at = dateadd(day, -70, made_at) where id = ?", id);
        }
    }

    private void kit(long domain, String name, int block, String template, boolean softphone) {
        List<Kit.KitDevice> devices = new ArrayList<>();
        devices.add(new Kit.KitDevice(
                DeviceKind.DESK_PHONE, Optional.of("korrin-k24"), Optional.of(templates.id(template))));
        if (softphone) {
            devices.add(new Kit.KitDevice(DeviceKind.SOFTPHONE, Optional.of("quillon"), Optional.empty()));
        }
        kits.add(new Kit(
                0,
                domain,
                name,
                domains.get(domain).blocks().stream()
                        .filter(b -> b.first() == block)
                        .findFirst(),
                softphone ? 3 : 2,
                softphone,
                softphone ? "abroad too" : "inland",
                4,
                devices,
                new Kit.Formulas("{{person.name}}", "{{extension.number}}-a", "")));
    }

    /** Two pursers get softphones: one opened the link, the other let it run out. */
    private void handoffs() {
        long tarnholm = domains.byName(TARNHOLM).orElseThrow().id();
        long home = sites.get("Home & aboard").id();
        for (String name : List.of("Henrik Dahl", "Maren Osei")) {
            long person = people.named(tarnholm, name).get(0).id();
            long extension = extensions.make(tarnholm, extensions.nextFree(tarnholm), name, Optional.of(person));
            Handoffs.Made made = handoffs.make(extension, home, Duration.ofMinutes(40));
            if (name.equals("Henrik Dahl")) {
                Handoffs.Opened opened = handoffs.open(made.token(), "127.0.0.1", "Quillon softphone/3.2");
                MacAddress mac = MacAddress.of(opened.mac());
                lab.unbox(PhoneState.unboxed(mac, opened.model(), "3.2", nextAddress(), opened.site())
                        .powered(true));
                lab.world().phone(mac).orElseThrow().takeFile(opened.file(), opened.revision());
            }
        }
    }

    /** A box that has not come, and one that lies on the shelf. */
    private void waitingAndSpare() {
        sheets.enrol(
                List.of(
                        new IntakeRow(Map.of(
                                IntakeColumn.DEVICE, "claim",
                                IntakeColumn.SITE, "Eskvik Pier",
                                IntakeColumn.KIT, "Ticket seller",
                                IntakeColumn.PERSON, "Juno Aalto",
                                IntakeColumn.LABEL, "Ticket window 11",
                                IntakeColumn.EXTENSION, "draw")),
                        new IntakeRow(Map.of(
                                IntakeColumn.DEVICE, "02-4B-7A-00-53-F0",
                                IntakeColumn.SERIAL, "K24-7700412",
                                IntakeColumn.MODEL, "korrin-k24",
                                IntakeColumn.SITE, "Eskvik Pier",
                                IntakeColumn.LABEL, "Spare K24, cupboard 2"))),
                "pier, leftovers");
        Device spare = devices.byMac(MacAddress.of("02-4B-7A-00-53-F0")).orElseThrow();
        devices.setLines(spare.id(), List.of());
        devices.setStanding(spare.id(), Standing.SPARE);
    }

    /**
     * Three hours: the terminal runs, the pier is being rolled out, and people have been at their phones.
     *
     * @param heard is told now and then what time it is in the past
     */
    public void past(Consumer<Instant> heard) {
        this.progress = heard;
        List<CSVRecord> rows = records("devices.csv");
        as("Lena Ravn", () -> {
            enrolAndRelease(rows, "Tarnholm Terminal", "terminal, first lorry");
            enrolAndRelease(rows, "Norrskar Workshop", "workshop");
            enrolAndRelease(rows, "Auction Hall", "auction hall");
            enrolAndRelease(rows, "Sundholm Pilot House", "pilot house");
            handoffs();
        });
        run(Duration.ofMinutes(4));
        testCalls(rows, List.of("Tarnholm Terminal", "Norrskar Workshop", "Auction Hall"));
        run(Duration.ofMinutes(50));
        phone(label(rows, "silent")).power(false);
        run(Duration.ofMinutes(36));
        as("Mats Lindqvaist", () -> enrolAndRelease(rows, "Eskvik Pier", "pier, summer timetable"));
        as("Lena Ravn", this::rolesAndNumbers);
        as("Mats Lindqvaist", this::waitingAndSpare);
        run(Duration.ofMinutes(5));
        testCalls(rows, List.of("Eskvik Pier"));
        run(Duration.ofMinutes(20));
        trouble(rows);
        Duration left = Duration.between(timeline.now(), Instant.now());
        run(left.minusMinutes(2));
        strangersKnock();
        as(
                "Mats Lindqvaist",
                () -> rows.stream()
                        .filter(r -> r.get("state").equals("fresh"))
                        .forEach(r -> phone(r.get("label")).power(true)));
    }

    private void trouble(List<CSVRecord> rows) {
        phone(label(rows, "crossed")).crossLines(1, 2);
        mistype(label(rows, "blank"), Mistyping.BLANK_AFTER, 0);
        mistype(label(rows, "cut"), Mistyping.CUT, 12);
        as("Lena Ravn", () -> {
            set(LayerKind.TEMPLATE, templates.id("Gate"), SettingsCatalogue.REGISTRAR, "voise.tarnholm.example");
            releases.release(idsOf(rows, "astray"), "gates get the new registrar");
            extensions.setPassword(extensionOf(label(rows, "rotated")), Optional.empty());
            Extension stores = extensionOf(label(rows, "renumbered"));
            extensions.change(stores, stores.renumbered("2512", "2512-a"));
            Extension paint = extensionOf(label(rows, "user"));
            extensions.change(paint, paint.renumbered(paint.number(), "paint-shop"));
            phone(label(rows, "stale")).cable(false);
            run(Duration.ofSeconds(20));
            set(LayerKind.DEVICE, idsOf(rows, "stale").get(0), SettingsCatalogue.LOG_LEVEL, "6");
            releases.release(idsOf(rows, "stale"), "more log from the lamp room");
            run(Duration.ofSeconds(40));
            look();
            run(Duration.ofMinutes(12));
            look();
            set(LayerKind.TEMPLATE, templates.id("Back office"), SettingsCatalogue.CALL_WAITING, "no");
        });
    }

    /** One a digit away from Ticket window 6, one a stranger. */
    private void strangersKnock() {
        unbox("02-4B-7A-00-53-B1", "korrin-k24", "Eskvik Pier", true);
        unbox("02-4B-7A-0F-00-44", "korrin-k12", "Norrskar Workshop", true);
        // Found in a cupboard: nobody supports it, and it is not plugged in yet.
        lab.unbox(PhoneState.unboxed(
                MacAddress.of("02-B0-9A-00-00-07"),
                "Brask 9",
                "1.0",
                nextAddress(),
                sites.get("Tarnholm Terminal").token()));
    }

    private void enrolAndRelease(List<CSVRecord> all, String siteName, String reason) {
        List<CSVRecord> rows =
                all.stream().filter(r -> r.get("site").equals(siteName)).toList();
        List<Long> ids = sheets.enrol(rows.stream().map(DemoScenario::intakeRow).toList(), reason)
                .deviceIds();
        List<Long> ready = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            CSVRecord row = rows.get(i);
            String state = row.get("state");
            note(ids.get(i), row.get("note"));
            if (!List.of("parked", "unbound").contains(state)) {
                ready.add(ids.get(i));
            }
            if (!List.of("never", "parked", "unbound").contains(state)) {
                unbox(row.get("mac"), row.get("model"), siteName, !state.equals("fresh"));
            }
        }
        releases.release(ready, reason);
    }

    private static IntakeRow intakeRow(CSVRecord row) {
        return new IntakeRow(Map.of(
                IntakeColumn.DEVICE, row.get("mac"),
                IntakeColumn.MODEL, row.get("model"),
                IntakeColumn.SITE, row.get("site"),
                IntakeColumn.TEMPLATE, row.get("template"),
                IntakeColumn.LABEL, row.get("label"),
                IntakeColumn.PERSON, row.get("person"),
                IntakeColumn.EXTENSION, row.get("extension").isEmpty() ? "none" : row.get("extension"),
                IntakeColumn.SECOND_LINE, row.get("second")));
    }

    private void testCalls(List<CSVRecord> rows, List<String> at) {
        rows.stream()
                .filter(r -> r.get("state").equals("proven") && at.contains(r.get("site")))
                .forEach(r -> lab.world()
                        .testCall(
                                MacAddress.of(r.get("mac")),
                                r.get("site").equals("Auction Hall") ? AUCTION : TARNHOLM,
                                r.get("extension"),
                                () -> {}));
        run(Duration.ofSeconds(20));
    }

    private void unbox(String mac, String modelId, String site, boolean powered) {
        String model = models.find(modelId).orElseThrow().fullName();
        String address = nextAddress();
        lab.unbox(PhoneState.unboxed(
                        MacAddress.of(mac),
                        model,
                        FIRMWARES.getOrDefault(model.split(" ")[0], "1.0"),
                        address,
                        sites.get(site).token())
                .powered(powered));
    }

    private String nextAddress() {
        return "198.51.100." + (100 + addressesGiven++);
    }

    private void note(long deviceId, String text) {
        if (!text.isEmpty()) {
            Device d = devices.find(deviceId).orElseThrow();
            devices.change(
                    d.id(),
                    d.version(),
                    d.model().id(),
                    d.siteId(),
                    d.template().map(t -> t.id()),
                    d.label(),
                    text);
        }
    }

    private void mistype(String label, Mistyping way, int keep) {
        SimPhone phone = phone(label);
        phone.typePassword(1, way.apply(phone.password(1).orElseThrow(), keep));
    }

    private static String label(List<CSVRecord> rows, String state) {
        return rows.stream()
                .filter(r -> r.get("state").equals(state))
                .findFirst()
                .orElseThrow()
                .get("label");
    }

    private Device device(String label) {
        return devices.allIds().stream()
                .flatMap(id -> devices.find(id).stream())
                .filter(d -> d.label().equals(label))
                .findFirst()
                .orElseThrow();
    }

    private SimPhone phone(String label) {
        return lab.world().phone(device(label).mac().orElseThrow()).orElseThrow();
    }

    private Extension extensionOf(String label) {
        return devices.lines(device(label).id())
                .get(0)
                .extensionId()
                .flatMap(extensionStore::find)
                .orElseThrow();
    }

    private List<Long> idsOf(List<CSVRecord> rows, String state) {
        return rows.stream()
                .filter(r -> r.get("state").equals(state))
                .map(r -> device(r.get("label")).id())
                .toList();
    }

    private void site(long domainId, String name) {
        byte[] token = new byte[16];
        new SecureRandom().nextBytes(token);
        long id = domains.addSite(domainId, name, HexFormat.of().formatHex(token), true);
        sites.put(name, domains.site(id).orElseThrow());
        set(LayerKind.SITE, id, SettingsCatalogue.TIME_SERVER, "ntp.tarnholm.example");
        set(LayerKind.SITE, id, SettingsCatalogue.ZONE, "Etc/GMT-1");
    }

    private void set(LayerKind layer, long owner, String key, String value) {
        settings.put(layer, Long.toString(owner), key, value);
    }

    /** Computes the paths, so that what goes wrong is known from when it began. */
    private void look() {
        observations.flush();
        paths.computeTouched();
    }

    private void run(Duration time) {
        Instant end = timeline.now().plus(time);
        while (timeline.now().isBefore(end)) {
            Duration left = Duration.between(timeline.now(), end);
            timeline.run(left.compareTo(PIECE) < 0 ? left : PIECE);
            progress.accept(timeline.now());
        }
    }

    /** Does something in somebody's name. */
    private static void as(String name, Runnable work) {
        SecurityContextHolder.getContext()
                .setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                        new SignedIn("", name, Role.TECHNICIAN), null, List.of()));
        try {
            work.run();
        } finally {
            SecurityContextHolder.clearContext();
        }
    }

    private static List<CSVRecord> records(String file) {
        try (var in = DemoScenario.class.getResourceAsStream("/demo/" + file)) {
            if (in == null) {
                throw new IllegalStateException("/demo/" + file + " is missing");
            }
            return CSVFormat.RFC4180
                    .builder()
                    .setHeader()
                    .setSkipHeaderRecord(true)
                    .get()
                    .parse(new InputStreamReader(in, StandardCharsets.UTF_8))
                    .getRecords();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
