package jordfell.server.lab;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import jordfell.core.ground.Site;
import jordfell.core.planning.Networks;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.lab.dns.Zone;
import jordfell.lab.world.LabWorld;
import jordfell.lab.world.SitePlan;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.records.DomainStore;
import jordfell.server.records.LabZoneStore;
import jordfell.server.records.SettingStore;
import jordfell.server.records.SiteStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Has the Lab’s world be as the records say: its names, its sites, and the hosts that files name. */
@Component
class LabSurroundings {

    /** Whoever it is that a phone’s file may be told to write to. */
    private static final Set<Subject> NAMING_HOSTS =
            Set.of(Subject.SITE, Subject.DOMAIN, Subject.TEMPLATE, Subject.KIT, Subject.MODEL, Subject.DEVICE);

    private final DomainStore domains;
    private final SiteStore sites;
    private final SettingStore settings;
    private final LabZoneStore zones;

    LabSurroundings(DomainStore domains, SiteStore sites, SettingStore settings, LabZoneStore zones) {
        this.domains = domains;
        this.sites = sites;
        this.settings = settings;
        this.zones = zones;
    }

    /** What a change has to do with; nothing of it needs the world. */
    Now now() {
        return new Now(
                sites.all().stream().map(LabSurroundings::plan).toList(),
                hosts(settings.said(SettingsCatalogue.TIME_SERVER)),
                hosts(settings.said(SettingsCatalogue.LOG_TARGET)),
                settings.said(SettingsCatalogue.LOG_PORT).stream()
                        .filter(port -> port.matches("[0-9]{1,5}"))
                        .map(Integer::valueOf)
                        .collect(Collectors.toSet()));
    }

    /** How the world is to be. */
    record Now(List<SitePlan> sites, Set<String> timeServers, Set<String> logTargets, Set<Integer> logPorts) {

        /** Must be called in the world’s order. */
        void in(LabWorld world) {
            sites.forEach(world::plan);
            world.offer(timeServers, logTargets, logPorts);
        }
    }

    boolean concerns(Changed changed) {
        return NAMING_HOSTS.stream().anyMatch(changed::touches);
    }

    /** Has domains be found as they say, or as the zone files say that somebody gave. Must be called in the world’s order. */
    void names(LabWorld world) {
        world.follow(domains.all());
        Map<String, String> given = zones.all();
        domains.all().forEach(domain -> world.giveZone(domain.name(), read(given.get(domain.name()))));
    }

    private static Optional<Zone> read(@Nullable String text) {
        try {
            return text == null ? Optional.empty() : Optional.of(Zone.read(text));
        } catch (Zone.Unreadable e) {
            return Optional.empty(); // it was read when it was kept
        }
    }

    private static SitePlan plan(Site site) {
        int option = switch (site.learns()) {
            case OPTION_66 -> 66;
            case OPTION_160 -> 160;
            default -> 0;
        };
        return new SitePlan(
                site.token(),
                option,
                site.behindNat()
                        ? Optional.of(new SitePlan.Nat(
                                site.publicAddress(), Duration.ofSeconds(Math.max(10, site.natTimeout()))))
                        : Optional.empty(),
                Networks.lastHost(Networks.of(site.subnets())).orElse(""));
    }

    /** Names; an address needs none. Formulas and what is made of other values name none that is known here. */
    private static Set<String> hosts(List<String> values) {
        return values.stream()
                .map(String::strip)
                .filter(value -> value.matches("[A-Za-z0-9][A-Za-z0-9.-]{0,252}"))
                .filter(value -> !value.matches("[0-9.]+"))
                .collect(Collectors.toCollection(TreeSet::new));
    }
}
