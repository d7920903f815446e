package jordfell.server.demo;

import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import jordfell.core.ground.Site;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.DomainRules;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.records.DomainStore;
import jordfell.server.records.PersonStore;
import jordfell.server.records.SettingStore;
import jordfell.server.records.SiteStore;
import jordfell.server.security.AccountStore;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;

/** What there is before the first phone is unboxed: sign-ins, domains, sites with their networks, templates and people. */
@Component
class DemoGround {

    static final String TARNHOLM = "voice.tarnholm.example";
    static final String AUCTION = "phones.eskvik-auction.example";

    private static final String BEHIND_NAT = "203.0.113.40";

    /** The way to it leads through other people’s networks: its phones speak by TLS. */
    private static final String FAR = "Sundholm Pilot House";

    /** A site and the addresses of its phones; behind a router each line has a local port of its own. */
    private record Place(String name, String subnets, boolean behindNat) {}

    private static final List<Place> PLACES = List.of(
            new Place("Tarnholm Terminal", "198.51.100.0/25", false),
            new Place("Eskvik Pier", "198.51.100.128/26", false),
            new Place("Norrskar Workshop", "198.51.100.192/27", false),
            new Place(FAR, "192.0.2.128/28", true),
            new Place("Home & aboard", "", true));

    private final AccountStore accounts;
    private final DomainStore domains;
    private final SiteStore sites;
    private final PersonStore people;
    private final DemoTemplates templates;
    private final SettingStore settings;
    private final DemoDirectory directory;
    private final Map<String, Site> byName = new LinkedHashMap<>();

    DemoGround(
            AccountStore accounts,
            DomainStore domains,
            SiteStore sites,
            PersonStore people,
            DemoTemplates templates,
            SettingStore settings,
            DemoDirectory directory) {
        this.accounts = accounts;
        this.domains = domains;
        this.sites = sites;
        this.people = people;
        this.templates = templates;
        this.settings = settings;
        this.directory = directory;
    }

    Site site(String name) {
        return byName.get(name);
    }

    long tarnholm() {
        return id(TARNHOLM);
    }

    /** The number of the domain with this name. */
    long id(String domain) {
        return domains.byName(domain).orElseThrow().id();
    }

    void build(List<DemoScenario.SignIn> signIns) {
        signIns.forEach(s -> accounts.add(s.login(), s.name(), s.role(), s.password()));
        long tarnholm = domains.add(tarnholmFerries());
        long auction = domains.add(auctionHall());
        PLACES.forEach(place -> site(tarnholm, place));
        site(auction, new Place("Auction Hall", "", false));
        directory.build(tarnholm);
        templates.build(tarnholm, auction);
        for (CSVRecord person : DemoTables.records("people.csv")) {
            people.add(PersonStore.Person.fresh(
                    id(person.get("domain")), person.get("name"), person.get("email"), person.get("department")));
        }
    }

    private static Domain tarnholmFerries() {
        return new Domain(
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
                        new Block(2500, 2549, "workshop")),
                new DomainRules(
                        List.of("udp", "tls"),
                        DomainRules.USUAL.password(),
                        DomainRules.USUAL.pinDigits(),
                        DomainRules.USUAL.reserved(),
                        DomainRules.USUAL.emergency()));
    }

    private static Domain auctionHall() {
        return new Domain(
                0,
                AUCTION,
                AUCTION,
                new Domain.Expiry(60, 120, 3600),
                1,
                List.of(new RegistrarNode("quay", "quay." + AUCTION, "192.0.2.21", 5060, 10, 1)),
                List.of(new Block(2400, 2449, "auction")));
    }

    /** Its own networks or its router’s address, and this machine, from which people look at files. */
    private static String fetchesFrom(Place place) {
        return place.subnets().isEmpty()
                ? ""
                : place.subnets() + (place.behindNat() ? " " + BEHIND_NAT + "/32" : "") + " 127.0.0.0/8";
    }

    private void site(long domainId, Place place) {
        byte[] token = new byte[16];
        new SecureRandom().nextBytes(token);
        long id = sites.add(new Site(
                0,
                domainId,
                place.name(),
                HexFormat.of().formatHex(token),
                true,
                place.subnets(),
                place.behindNat(),
                place.behindNat() && !place.subnets().isEmpty() ? BEHIND_NAT : "",
                60,
                Site.Learns.OPTION_66,
                place.behindNat() ? 20_000 : 0,
                new Site.Access("", fetchesFrom(place)),
                0));
        byName.put(place.name(), sites.find(id).orElseThrow());
        settings.put(LayerKind.SITE, Long.toString(id), SettingsCatalogue.TIME_SERVER, "ntp.tarnholm.example");
        settings.put(LayerKind.SITE, Long.toString(id), SettingsCatalogue.ZONE, "Etc/GMT-1");
        if (place.name().equals(FAR)) {
            settings.put(LayerKind.SITE, Long.toString(id), SettingsCatalogue.TRANSPORT, "tls");
        }
    }
}
