package jordfell.core.path;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.catalogue.FirmwareRules;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.HeldBack;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.path.DeviceFacts.ReleaseFacts;
import jordfell.core.path.DeviceFacts.SentLine;
import jordfell.core.release.Revision;
import jordfell.core.roster.Block;
import jordfell.core.roster.Domain;
import jordfell.core.roster.DomainRules;
import jordfell.core.roster.RegistrarNode;

/** A ticket window's phone with 2416 on its one line, as tests need it; each changes what it is about. */
public final class WindowFour {

    private final String domain;
    private final Instant enrolledAt;
    private long id = 1;
    private String site = "Eskvik Pier";
    public Standing standing = Standing.IN_USE;
    public boolean bound = true;
    public boolean byHand;
    public List<DeviceFacts.LampFacts> lamps = List.of();
    public List<DeviceFacts.UnfitKey> unfitKeys = List.of();
    public Optional<DeviceFacts.SentOn> sentOn = Optional.empty();
    public List<Block> blocks = List.of();
    public DomainRules rules = DomainRules.USUAL;
    public List<DeviceFacts.BookFacts> books = List.of();
    public List<String> sharedWith = List.of();
    public List<String> sameSerial = List.of();
    public List<DeviceModel> models = List.of();
    public String file = "";
    public FirmwareRules firmware = FirmwareRules.ANY;
    public Optional<DeviceFacts.NearKnock> knock = Optional.empty();
    public List<RegistrarNode> nodes = List.of(new RegistrarNode("north", "n.v.example", "192.0.2.11", 5060, 10, 1));

    /** Numbers of further lines. */
    public List<String> more = List.of();

    public List<String> problems = List.of();
    public Revision current = new Revision("aaaa000011112222");
    public Optional<ReleaseFacts> released = Optional.empty();
    public Optional<HeldBack> heldBack = Optional.empty();

    public WindowFour(String domain, Instant enrolledAt) {
        this.domain = domain;
        this.enrolledAt = enrolledAt;
    }

    /** Another device, at another site. */
    public DeviceFacts as(long other, String elsewhere) {
        id = other;
        site = elsewhere;
        return facts();
    }

    /** Its present revision was released, with this password, and 2416 is given since then. */
    public WindowFour released(Instant at, String password, Optional<Instant> since) {
        released = Optional.of(new ReleaseFacts(
                1,
                current,
                at,
                "Lena Ravn",
                List.of(new SentLine(1, "2416", "2416-a", password, domain, 120, since, "udp"))));
        return this;
    }

    public DeviceFacts facts() {
        return new DeviceFacts(
                id,
                Optional.of(MacAddress.of("02-4B-7A-00-53-1C")),
                Optional.empty(),
                standing,
                "Window 4",
                new DeviceModel("k", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 6, 12, 32, 20),
                site,
                enrolledAt,
                "Lena Ravn",
                new Domain(1, domain, domain, new Domain.Expiry(60, 120, 600), 2, nodes, blocks, rules),
                lines(),
                problems,
                Optional.of(current),
                released,
                heldBack,
                Duration.ofMinutes(5),
                byHand,
                new DeviceFacts.Beside(sharedWith, sameSerial, models, file, firmware, knock),
                new DeviceFacts.KeyFacts(lamps, unfitKeys),
                books);
    }

    private List<LineFacts> lines() {
        List<LineFacts> lines = new ArrayList<>();
        lines.add(new LineFacts(
                1,
                bound ? Optional.of(new ExtensionFacts(1, "2416", "2416-a", "W4")) : Optional.empty(),
                domain,
                120,
                sentOn));
        for (String number : more) {
            int position = lines.size() + 1;
            lines.add(new LineFacts(
                    position, Optional.of(new ExtensionFacts(position, number, number + "-a", "W4")), domain, 120));
        }
        return lines;
    }
}
