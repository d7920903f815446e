package jordfell.server.lab;

import java.util.List;
import java.util.Map;
import jordfell.core.planning.ZoneFragment;
import jordfell.core.roster.Domain;
import jordfell.lab.dns.Zone;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.LabZoneStore;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the Lab’s name service says of domains: what they say themselves, or a zone file that somebody gave. */
@RestController
@RequestMapping(path = "/api/lab/zones", produces = "application/json")
class LabZoneController {

    private static final int LONGEST = 100_000;

    /**
     * A domain’s zone.
     *
     * @param given whether somebody gave it; else it follows the domain
     * @param own what the domain’s own records make
     */
    record LabZone(String domain, boolean given, String text, String own) {}

    record ZoneWish(@Nullable String text) {}

    private final DomainStore domains;
    private final LabZoneStore zones;
    private final LabService lab;
    private final LabSurroundings surroundings;
    private final Changes changes;

    LabZoneController(
            DomainStore domains, LabZoneStore zones, LabService lab, LabSurroundings surroundings, Changes changes) {
        this.domains = domains;
        this.zones = zones;
        this.lab = lab;
        this.surroundings = surroundings;
        this.changes = changes;
    }

    @GetMapping
    List<LabZone> all() {
        Map<String, String> given = zones.all();
        return domains.all().stream()
                .map(domain -> new LabZone(
                        domain.name(),
                        given.containsKey(domain.name()),
                        given.getOrDefault(domain.name(), ZoneFragment.of(domain)),
                        ZoneFragment.of(domain)))
                .toList();
    }

    @PutMapping("/{domain}")
    void give(@PathVariable String domain, @RequestBody ZoneWish wish) {
        String text = wish.text() == null ? "" : wish.text();
        check(text, "/text");
        zones.put(known(domain), text);
        follow();
    }

    @DeleteMapping("/{domain}")
    void followDomain(@PathVariable String domain) {
        zones.remove(known(domain));
        follow();
    }

    /** Refuses a text that is no zone file, at a field. */
    static void check(String text, String pointer) {
        if (text.length() > LONGEST) {
            throw RefusedException.field(
                    pointer, "It has " + text.length() + " characters.", "At most " + LONGEST + ".");
        }
        try {
            Zone.read(text);
        } catch (Zone.Unreadable e) {
            throw RefusedException.field(
                    pointer,
                    "Line " + e.line() + ": " + e.getMessage(),
                    "Such as: _sip._udp.voice.example. IN SRV 10 1 5060 north.voice.example.");
        }
    }

    private void follow() {
        lab.inWorld(world -> {
            surroundings.names(world);
            return true;
        });
        changes.tell(Subject.PHONE);
    }

    private String known(String domain) {
        return domains.all().stream()
                .map(Domain::name)
                .filter(domain::equals)
                .findFirst()
                .orElseThrow(() -> RefusedException.notFound("domain"));
    }
}
