package jordfell.server.lab;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.roster.Domain;
import jordfell.core.wish.FieldProblem;
import jordfell.lab.dns.Zone;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.lab.WorldFile.FileFault;
import jordfell.server.lab.WorldFile.FilePhone;
import jordfell.server.lab.WorldFile.FileZone;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.LabZoneStore;
import jordfell.server.records.SiteStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Writes the Lab’s world as a file, and has it be as a file says: all of it, or nothing where something of it can’t be. */
@Component
class WorldFiles {

    private static final int MOST_PHONES = 2_000;
    private static final int MOST_FAULTS = 200;
    private static final int MOST_PROBLEMS = 100;
    private static final int LONGEST_MINUTES = 7 * 24 * 60;

    private final LabService lab;
    private final LabFaults faults;
    private final LabZoneStore zones;
    private final LabSurroundings surroundings;
    private final SiteStore sites;
    private final DomainStore domains;
    private final Changes changes;

    WorldFiles(
            LabService lab,
            LabFaults faults,
            LabZoneStore zones,
            LabSurroundings surroundings,
            SiteStore sites,
            DomainStore domains,
            Changes changes) {
        this.lab = lab;
        this.faults = faults;
        this.zones = zones;
        this.surroundings = surroundings;
        this.sites = sites;
        this.domains = domains;
        this.changes = changes;
    }

    /** What was done: phones that came, phones that are otherwise, faults and zones that there are now. */
    record Loaded(int added, int changed, int faults, int zones) {}

    WorldFile written() {
        Map<String, String> names = sites.all().stream().collect(Collectors.toMap(Site::token, Site::name));
        List<FilePhone> phones = states().stream()
                .sorted(Comparator.comparing(PhoneState::mac))
                .map(p -> new FilePhone(
                        p.mac().toString(),
                        p.model(),
                        p.firmware(),
                        names.getOrDefault(p.site(), ""),
                        p.powered(),
                        p.cable(),
                        p.clockOff().toSeconds()))
                .toList();
        Instant now = lab.now();
        List<FileFault> wrong = faults.all().stream()
                .map(f -> new FileFault(
                        f.kind(),
                        f.where(),
                        f.where() == FaultKind.Where.SITE ? names.getOrDefault(f.at(), "") : f.at(),
                        f.amount(),
                        minutes(now, f.since()),
                        f.until()
                                .map(end -> Math.max(1, minutes(later(now, f.since()), end)))
                                .orElse(0)))
                .toList();
        return new WorldFile(
                WorldFile.FORMAT,
                phones,
                wrong,
                zones.all().entrySet().stream()
                        .map(zone -> new FileZone(zone.getKey(), zone.getValue()))
                        .toList());
    }

    /** Phones that it names come or are as it says, others stay; what goes wrong and what names say is as it says alone. */
    Loaded load(WorldFile file) {
        Map<String, Site> byName =
                sites.all().stream().collect(Collectors.toMap(Site::name, Function.identity(), (a, b) -> a));
        List<FieldProblem> problems = new ArrayList<>();
        List<FilePhone> phones = file.phones() == null ? List.of() : file.phones();
        List<FileFault> wrong = file.faults() == null ? List.of() : file.faults();
        List<FileZone> given = file.zones() == null ? List.of() : file.zones();
        if (file.format() != WorldFile.FORMAT) {
            problems.add(new FieldProblem("/format", "This is format " + file.format() + ".", "It is 1 here."));
        }
        bound(phones.size(), MOST_PHONES, "/phones", problems);
        bound(wrong.size(), MOST_FAULTS, "/faults", problems);
        RefusedException.ifAny(problems);
        Map<MacAddress, PhoneState> there =
                states().stream().collect(Collectors.toMap(PhoneState::mac, Function.identity()));
        check(phones, byName, there, problems);
        for (int i = 0; i < wrong.size(); i++) {
            check(wrong.get(i), there, phones, "/faults/" + i, problems);
        }
        for (int i = 0; i < given.size(); i++) {
            check(given.get(i), "/zones/" + i, problems);
        }
        RefusedException.ifAny(problems.subList(0, Math.min(MOST_PROBLEMS, problems.size())));
        int added = place(phones, byName, there);
        faults.all().forEach(fault -> faults.remove(fault.id()));
        wrong.forEach(fault -> faults.add(
                fault.kind(),
                faults.place(fault.where(), fault.at()),
                fault.amount(),
                Duration.ofMinutes(fault.inMinutes()),
                Optional.of(Duration.ofMinutes(fault.minutes())).filter(d -> !d.isZero())));
        zones.all().keySet().forEach(zones::remove);
        given.forEach(zone -> zones.put(zone.domain(), zone.text()));
        lab.inWorld(world -> {
            surroundings.names(world);
            return true;
        });
        changes.tell(Subject.PHONE);
        return new Loaded(added, phones.size() - added, wrong.size(), given.size());
    }

    private List<PhoneState> states() {
        return lab.inWorld(world -> world.phones().stream().map(SimPhone::state).toList());
    }

    private static void bound(int count, int most, String pointer, List<FieldProblem> problems) {
        if (count > most) {
            problems.add(new FieldProblem(pointer, "These are " + count + ".", "At most " + most + "."));
        }
    }

    private void check(
            List<FilePhone> phones,
            Map<String, Site> byName,
            Map<MacAddress, PhoneState> there,
            List<FieldProblem> problems) {
        Set<String> seen = new HashSet<>();
        List<String> taken = new ArrayList<>(lab.addresses());
        for (int i = 0; i < phones.size(); i++) {
            FilePhone phone = phones.get(i);
            String at = "/phones/" + i;
            Optional<MacAddress> mac = mac(phone.mac());
            if (mac.isEmpty()) {
                problems.add(
                        new FieldProblem(at + "/mac", "“" + phone.mac() + "” is no MAC address.", "02-4B-7A-00-53-1C"));
            } else if (!seen.add(mac.get().compact())) {
                problems.add(new FieldProblem(at + "/mac", mac.get() + " is in it twice.", "Each phone once."));
            }
            if (phone.model() == null || !SimPhone.isMade(phone.model())) {
                problems.add(new FieldProblem(
                        at + "/model", "The Lab can’t play “" + phone.model() + "”.", "Such as Korrin K24."));
            } else if (mac.map(there::get)
                    .filter(p -> !p.model().equals(phone.model()))
                    .isPresent()) {
                problems.add(new FieldProblem(
                        at + "/model", "That phone is a " + there.get(mac.get()).model() + " here.", "Another MAC."));
            }
            Site site = byName.get(phone.site());
            if (site == null) {
                problems.add(new FieldProblem(
                        at + "/site",
                        "There is no site “" + phone.site() + "” here.",
                        "One of " + String.join(", ", byName.keySet()) + "."));
            } else if (mac.filter(there::containsKey).isEmpty()) {
                Optional<String> address = PhoneAddresses.free(site, taken);
                address.ifPresent(taken::add);
                if (address.isEmpty()) {
                    problems.add(new FieldProblem(
                            at + "/site",
                            "The Lab has no address left for a phone at " + site.name() + ".",
                            "Fewer phones there, or another network for the site."));
                }
            }
            if (Math.abs(phone.clockAhead()) > Duration.ofDays(20_000).toSeconds()) {
                problems.add(
                        new FieldProblem(at + "/clockAhead", "No clock is so far off.", "Seconds, up to 20,000 days."));
            }
        }
    }

    private void check(
            FileFault fault,
            Map<MacAddress, PhoneState> there,
            List<FilePhone> phones,
            String at,
            List<FieldProblem> problems) {
        FaultKind kind = fault.kind();
        if (kind == null || fault.where() == null || !kind.canBe(fault.where())) {
            problems.add(new FieldProblem(
                    at + "/kind", "That can’t go wrong there.", "See the schema for what can, and where."));
            return;
        }
        kind.refuse(fault.amount())
                .ifPresent(why -> problems.add(new FieldProblem(at + "/amount", "That much can’t be.", why)));
        boolean isComing = fault.where() == FaultKind.Where.PHONE
                && mac(fault.at())
                        .filter(m -> there.containsKey(m)
                                || phones.stream()
                                        .anyMatch(p ->
                                                mac(p.mac()).filter(m::equals).isPresent()))
                        .isPresent();
        if (!isComing
                && faults.places().stream()
                        .noneMatch(p -> p.where() == fault.where() && p.key().equals(fault.at()))) {
            problems.add(new FieldProblem(
                    at + "/at", "There is no “" + fault.at() + "” here.", "A name as the Lab shows it."));
        }
        for (Map.Entry<String, Integer> time : Map.of("inMinutes", fault.inMinutes(), "minutes", fault.minutes())
                .entrySet()) {
            if (time.getValue() < 0 || time.getValue() > LONGEST_MINUTES) {
                problems.add(new FieldProblem(
                        at + "/" + time.getKey(),
                        time.getValue() + " minutes can’t be.",
                        "0 to " + LONGEST_MINUTES + "."));
            }
        }
    }

    private void check(FileZone zone, String at, List<FieldProblem> problems) {
        if (domains.all().stream().map(Domain::name).noneMatch(name -> name.equals(zone.domain()))) {
            problems.add(
                    new FieldProblem(at + "/domain", "There is no domain “" + zone.domain() + "” here.", "Its name."));
        }
        try {
            Zone.read(zone.text() == null ? "" : zone.text());
        } catch (Zone.Unreadable e) {
            problems.add(new FieldProblem(
                    at + "/text", "Line " + e.line() + ": " + e.getMessage(), "A zone file (RFC 1035 §5)."));
        }
    }

    private int place(List<FilePhone> phones, Map<String, Site> byName, Map<MacAddress, PhoneState> there) {
        int added = 0;
        for (FilePhone phone : phones) {
            MacAddress mac = mac(phone.mac()).orElseThrow();
            Site site = byName.get(phone.site());
            if (!there.containsKey(mac)) {
                String firmware = phone.firmware() == null ? "2.4.1" : phone.firmware();
                lab.inWorld(world -> {
                    String address = PhoneAddresses.free(site, lab.addresses())
                            .orElseThrow(() -> RefusedException.field(
                                    "/phones",
                                    "The Lab has no address left for a phone at " + site.name() + ".",
                                    "Fewer phones there."));
                    lab.unbox(PhoneState.unboxed(mac, phone.model(), firmware, address, site.token()));
                    return true;
                });
                added++;
            }
            lab.inWorld(world -> {
                SimPhone placed = world.phone(mac).orElseThrow();
                placed.cable(phone.cable());
                placed.power(phone.powered());
                placed.setClock(Duration.ofSeconds(phone.clockAhead()));
                return true;
            });
        }
        return added;
    }

    private static Optional<MacAddress> mac(@Nullable String text) {
        return text != null && MacReader.read(text) instanceof MacReading.Valid valid
                ? Optional.of(valid.mac())
                : Optional.empty();
    }

    private static Instant later(Instant one, Instant other) {
        return one.isAfter(other) ? one : other;
    }

    private static int minutes(Instant from, Instant to) {
        return (int) Math.max(0, Duration.between(from, to).toMinutes());
    }
}
