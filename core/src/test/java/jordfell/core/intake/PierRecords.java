package jordfell.core.intake;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.ClaimCode;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.NearMisses;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.Kit;
import jordfell.core.roster.NumbersInUse;

/** A pier with window 1 on 2413, 2414 that nobody has on a line, two Anna Bergs and a kit; and a house behind NAT. */
final class PierRecords implements IntakeRecords {

    static final MacAddress WINDOW_1 = MacAddress.of("02-4B-7A-00-53-13");
    static final ClaimCode WAITING = ClaimCode.read("0000-0000").orElseThrow();
    static final Kit SELLER = new Kit(
            7,
            1,
            "Ticket seller",
            Optional.of(new Block(2450, 2454, "sellers")),
            2,
            false,
            "",
            0,
            List.of(new Kit.KitDevice(DeviceKind.DESK_PHONE, Optional.of("k24"), Optional.of(3L))),
            new Kit.Formulas("{{person.first}} {{extension.number}}", "u{{extension.number}}", ""));

    boolean localMacs = true;
    final List<MacAddress> knocking = new ArrayList<>();
    final Map<String, Integer> limits = new HashMap<>(Map.of("2413", 1, "2414", 2));

    @Override
    public Optional<Enrolled> byMac(MacAddress mac) {
        return mac.equals(WINDOW_1) ? Optional.of(window1()) : Optional.empty();
    }

    @Override
    public Optional<Enrolled> byClaim(ClaimCode claim) {
        return claim.equals(WAITING)
                ? Optional.of(new Enrolled(
                        14, Optional.empty(), "Kiosk", 1, "Eskvik Pier", "", "k24", "", "", List.of(""), ""))
                : Optional.empty();
    }

    @Override
    public Optional<Enrolled> bySerial(String serial) {
        return serial.equalsIgnoreCase("K24-1") ? Optional.of(window1()) : Optional.empty();
    }

    private static Enrolled window1() {
        return new Enrolled(
                13,
                Optional.of(WINDOW_1),
                "Ticket window 1",
                1,
                "Eskvik Pier",
                "K24-1",
                "k24",
                "Ticket window",
                "",
                List.of("2413"),
                "");
    }

    @Override
    public boolean mayBeShown(long domainId, String number) {
        return number.equals("+99955012400");
    }

    @Override
    public Collection<DeviceModel> models() {
        return List.of(
                model("k12", "Korrin", "K12", 2, List.of("024b7a"), List.of("K12-")),
                model("k24", "Korrin", "K24", 6, List.of("024b7a"), List.of("K24-")),
                new DeviceModel("quillon", "Quillon", "softphone", DeviceKind.SOFTPHONE, "f", 1, 0, 24, 12),
                model("w1", "Ombrel", "W1", 1, List.of("029e11"), List.of()),
                new DeviceModel(
                        "a4",
                        "Ombrel",
                        "A4",
                        DeviceKind.ADAPTER,
                        "f",
                        4,
                        0,
                        1,
                        0,
                        24,
                        12,
                        List.of("029e12"),
                        List.of()));
    }

    private static DeviceModel model(
            String id, String maker, String name, int lines, List<String> macs, List<String> serials) {
        return new DeviceModel(id, maker, name, DeviceKind.DESK_PHONE, "f", lines, 4, 1, 0, 24, 12, macs, serials);
    }

    @Override
    public List<SiteRecord> sites() {
        return List.of(
                new SiteRecord(1, 1, "Eskvik Pier", localMacs, false, 0),
                new SiteRecord(2, 1, "Pilot House", localMacs, true, 20_000),
                new SiteRecord(3, 1, "Home", localMacs, true, 0),
                new SiteRecord(4, 2, "Auction Hall", localMacs, false, 0));
    }

    @Override
    public Domain domain(long domainId) {
        return new Domain(
                domainId,
                "v.example",
                "v.example",
                new Domain.Expiry(60, 120, 600),
                2,
                List.of(),
                List.of(new Block(2400, 2419, "places"), new Block(2450, 2454, "sellers")));
    }

    @Override
    public List<TemplateRecord> templates(long domainId) {
        return List.of(new TemplateRecord(3, "Ticket window"));
    }

    @Override
    public List<Kit> kits(long domainId) {
        return domainId == 1 ? List.of(SELLER) : List.of();
    }

    @Override
    public List<PersonRecord> people(long domainId, String name) {
        return switch (name.toLowerCase(java.util.Locale.ROOT)) {
            case "anna berg" ->
                List.of(
                        new PersonRecord(1, "Anna Berg", "anna@x.example", "Freight", List.of()),
                        new PersonRecord(2, "Anna Berg", "anna2@x.example", "Crew", List.of()));
            case "ida sørvik" -> List.of(new PersonRecord(3, "Ida Sørvik", "", "", List.of("2401")));
            default -> List.of();
        };
    }

    @Override
    public Optional<ExtensionRecord> extension(long domainId, String number) {
        return switch (number) {
            case "2413" ->
                Optional.of(new ExtensionRecord(
                        113, "2413", Optional.empty(), "", limits.get("2413"), 1, "Ticket window 1", Optional.of(13L)));
            case "2414" ->
                Optional.of(new ExtensionRecord(
                        114, "2414", Optional.of(3L), "Ida Sørvik", limits.get("2414"), 0, "", Optional.empty()));
            default -> Optional.empty();
        };
    }

    @Override
    public NumbersInUse numbers(long domainId) {
        return NumbersInUse.of(List.of("2413", "2414"));
    }

    @Override
    public NearMisses knocks() {
        return NearMisses.among(knocking);
    }

    @Override
    public Optional<String> portHolder(long siteId, int port) {
        return siteId == 2 && port == 22_418 ? Optional.of("Watch room") : Optional.empty();
    }
}
