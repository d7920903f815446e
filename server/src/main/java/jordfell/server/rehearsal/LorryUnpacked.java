package jordfell.server.rehearsal;

import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.random.RandomGenerator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacAddress;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRow;
import jordfell.core.roster.Domain;
import jordfell.core.roster.NumbersInUse;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.scenario.Scenario.Beside;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.intake.Batches;
import jordfell.server.intake.Enrolling;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.lab.LabPhones;
import jordfell.server.lab.LabService;
import jordfell.server.lab.PhoneAddresses;
import jordfell.server.lab.Unboxing;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.SettingStore;
import jordfell.server.records.SiteStore;
import jordfell.server.release.ReleaseService;
import org.springframework.stereotype.Component;

/**
 * A lorry of phones is unpacked in a hall of its own: enrolled from the list that came along, released, plugged in. On a few rows
 * of the list the last digit but one of the MAC is another.
 */
@Component
class LorryUnpacked implements Course {

    private static final String HALL = "Unpacking hall";
    private static final String NETWORK = "203.0.113.0/24";
    private static final String MODEL = "korrin-k12";
    private static final int MOST = 200;
    private static final int LEAST = 10;
    private static final int MISTYPED = 5;

    /** Each lorry has one of so many blocks of MACs. */
    private static final int BLOCKS = 0x80;

    private static final int TRIES = 1_000;

    /**
     * What is on it.
     *
     * @param act of its enrolment
     * @param macs as they stand on the phones
     * @param mistyped devices that were enrolled with another one
     */
    private record Lorry(long hall, long act, List<MacAddress> macs, List<Long> devices, Set<Long> mistyped) {}

    private final DomainStore domains;
    private final SiteStore sites;
    private final ExtensionStore extensions;
    private final Enrolling enrolling;
    private final ReleaseService releases;
    private final Unboxing unboxing;
    private final LabService lab;
    private final LabPhones phones;
    private final SettingStore settings;
    private final Acts acts;
    private final Jdbc jdbc;
    private final RandomGenerator random = new SecureRandom();

    LorryUnpacked(
            DomainStore domains,
            SiteStore sites,
            ExtensionStore extensions,
            Enrolling enrolling,
            ReleaseService releases,
            Unboxing unboxing,
            LabService lab,
            LabPhones phones,
            SettingStore settings,
            Acts acts,
            Jdbc jdbc) {
        this.domains = domains;
        this.sites = sites;
        this.extensions = extensions;
        this.enrolling = enrolling;
        this.releases = releases;
        this.unboxing = unboxing;
        this.lab = lab;
        this.phones = phones;
        this.settings = settings;
        this.acts = acts;
        this.jdbc = jdbc;
    }

    @Override
    public boolean isOf(Beside beside) {
        return beside == Beside.UNPACKED;
    }

    @Override
    public Done begin(Ground ground) {
        Domain domain = domains.byName(ground.place().at()).orElseThrow();
        // The phones are plugged in when their records are there: whoever comes earlier is a stranger.
        Lorry lorry = jdbc.inTransaction(() -> enrolled(domain, hall(domain)));
        try {
            releases.release(lorry.devices(), "a lorry of phones");
        } catch (RefusedException e) {
            acts.undo(lorry.act());
            throw e;
        }
        List<PhoneState> unboxed = lorry.macs().stream()
                .map(mac -> unboxing.unbox(MODEL, lorry.hall(), mac.toString()))
                .map(mac -> phones.look(mac.toString(), phone -> phone.state()))
                .toList();
        return new Done(List.of(), unboxed, new TreeSet<>(lorry.devices()), lorry.mistyped(), "");
    }

    private Lorry enrolled(Domain domain, Site hall) {
        int count = count(domain, hall);
        List<MacAddress> macs = Stream.generate(() -> random.nextInt(BLOCKS))
                .limit(TRIES)
                .map(block ->
                        IntStream.range(0, count).mapToObj(i -> mac(block, i)).toList())
                .filter(all ->
                        all.stream().allMatch(mac -> lab.world().phone(mac).isEmpty()))
                .findFirst()
                .orElseThrow(() -> RefusedException.field(
                        "/key", "The Lab has no MACs left for a lorry.", "Begin with new demo data."));
        Set<Integer> wrong = new HashSet<>();
        while (wrong.size() < MISTYPED) {
            wrong.add(random.nextInt(macs.size()));
        }
        List<IntakeRow> rows = new ArrayList<>();
        for (int i = 0; i < macs.size(); i++) {
            rows.add(row(hall, i, wrong.contains(i) ? mistyped(macs.get(i)) : macs.get(i)));
        }
        Batches.Enrolled done = enrolling.enrol(rows, "the lorry’s list");
        List<Long> devices = done.deviceIds();
        Set<Long> singled = new TreeSet<>();
        wrong.forEach(i -> singled.add(devices.get(i)));
        return new Lorry(hall.id(), done.actId(), macs, devices, singled);
    }

    private Site hall(Domain domain) {
        return sites.all().stream()
                .filter(site -> site.domainId() == domain.id())
                .filter(site -> site.name().equals(HALL))
                .findFirst()
                .orElseGet(() -> {
                    byte[] token = new byte[16];
                    new SecureRandom().nextBytes(token);
                    Site fresh =
                            Site.fresh(domain.id(), java.util.HexFormat.of().formatHex(token));
                    Site wish = new Site(
                            0,
                            domain.id(),
                            HALL,
                            fresh.token(),
                            true,
                            NETWORK,
                            false,
                            "",
                            fresh.natTimeout(),
                            Site.Learns.OPTION_66,
                            0,
                            new Site.Access("", NETWORK + " 127.0.0.0/8"),
                            0);
                    long id = acts.act(x -> "added site " + HALL, recording -> {
                                long made = sites.add(wish);
                                recording.made(Kept.SITE, List.of(made));
                                settings.put(
                                        LayerKind.SITE,
                                        Long.toString(made),
                                        SettingsCatalogue.TIME_SERVER,
                                        "ntp." + domain.name());
                                return made;
                            })
                            .result();
                    return sites.find(id).orElseThrow();
                });
    }

    /** As many as there are numbers and addresses for. */
    private int count(Domain domain, Site hall) {
        NumbersInUse used = extensions.numbers(domain.id());
        long numbers = domain.blocks().stream()
                .flatMapToInt(b -> IntStream.rangeClosed(b.first(), b.last()))
                .filter(n -> !used.contains(Integer.toString(n)))
                .limit(MOST)
                .count();
        int addresses = PhoneAddresses.freeOf(hall, lab.addresses(), MOST);
        int count = (int) Math.min(numbers, addresses);
        if (count < LEAST) {
            throw RefusedException.field(
                    "/key",
                    domain.name() + " has " + numbers + " free numbers, and " + HALL + " " + addresses
                            + " free addresses: too few for a lorry.",
                    "Widen a block of numbers, or retire what stands in the hall.");
        }
        return count;
    }

    private static MacAddress mac(int block, int index) {
        return MacAddress.of(String.format(Locale.ROOT, "024b7a%02x%02x%02x", BLOCKS | block, index, index * 7 & 0xff));
    }

    private static MacAddress mistyped(MacAddress mac) {
        String text = mac.compact();
        char wrong = Character.forDigit((Character.digit(text.charAt(10), 16) + 5) % 16, 16);
        return MacAddress.of(text.substring(0, 10) + wrong + text.charAt(11));
    }

    private static IntakeRow row(Site hall, int index, MacAddress mac) {
        Map<IntakeColumn, String> cells = new EnumMap<>(IntakeColumn.class);
        cells.put(IntakeColumn.DEVICE, mac.toString());
        cells.put(IntakeColumn.MODEL, MODEL);
        cells.put(IntakeColumn.SITE, hall.name());
        cells.put(IntakeColumn.LABEL, "Pallet place " + (index + 1));
        cells.put(IntakeColumn.EXTENSION, "draw");
        return new IntakeRow(cells);
    }
}
