package jordfell.server.lab;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;
import java.util.stream.IntStream;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.lab.phone.BraskFile;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.lab.world.SipCounters;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.handoff.Handoffs;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Device;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.Site;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The simulated phones and their faults. */
@RestController
@RequestMapping(path = "/api/lab", produces = "application/json")
class LabController {

    private static final String FIRMWARE = "2.4.1";

    /** Documentation addresses (RFC 5737) for simulated phones; the low ones are registrars and the like. */
    private static final List<String> NETWORKS = List.of("192.0.2.", "198.51.100.", "203.0.113.");

    /** A phone that somebody found in a cupboard: no model and no family of it come with the product. */
    private static final DeviceModel UNSUPPORTED = new DeviceModel(
            "brask-9", "Brask", "9", DeviceKind.DESK_PHONE, "brask", 2, 6, 1, 0, 32, 20, List.of("02b09a"), List.of());

    /** @param saved what it saved when it was last set up by hand; empty for those whose dialect is known */
    record PhoneView(
            String mac,
            String model,
            String site,
            String address,
            boolean powered,
            boolean cable,
            int lines,
            boolean typedByHand,
            String screen,
            long deviceId,
            String label,
            String rail,
            boolean inCall,
            String saved) {}

    record Counters(long received, long keepAlives, long broken, long tooLarge, long tooMany, long strangers) {}

    record LabView(int sipPort, Counters sip, List<PhoneView> phones) {}

    record PhoneWish(@Nullable String mac, @Nullable String modelId, long siteId) {}

    record HandoffWish(@Nullable String link) {}

    record Unboxed(String mac) {}

    private final LabService lab;
    private final DeviceStore devices;
    private final DomainStore domains;
    private final ModelStore models;
    private final RailLookup rails;
    private final Handoffs handoffs;
    private final Changes changes;
    private final RandomGenerator random = new java.security.SecureRandom();

    LabController(
            LabService lab,
            DeviceStore devices,
            DomainStore domains,
            ModelStore models,
            RailLookup rails,
            Handoffs handoffs,
            Changes changes) {
        this.lab = lab;
        this.devices = devices;
        this.domains = domains;
        this.models = models;
        this.rails = rails;
        this.handoffs = handoffs;
        this.changes = changes;
    }

    @GetMapping
    LabView lab() {
        SipCounters c = lab.world().counters();
        List<PhoneView> phones = lab
                .inWorld(world -> world.phones().stream()
                        .map(p -> new Snapshot(p.state(), p.lineCount(), p.screen(), p.inCall()))
                        .toList())
                .stream()
                .map(this::view)
                .sorted(Comparator.comparing(PhoneView::site).thenComparing(PhoneView::label))
                .toList();
        return new LabView(
                lab.sipPort(),
                new Counters(
                        c.received.get(),
                        c.keepAlives.get(),
                        c.broken.get(),
                        c.tooLarge.get(),
                        c.tooMany.get(),
                        c.strangers.get()),
                phones);
    }

    /** Takes a phone out of its box and plugs it in at a site. */
    @PostMapping("/phones")
    @ResponseStatus(HttpStatus.CREATED)
    Unboxed unbox(@RequestBody PhoneWish wish) {
        DeviceModel model = models.find(wish.modelId() == null ? "" : wish.modelId())
                .or(() -> UNSUPPORTED.id().equals(wish.modelId()) ? Optional.of(UNSUPPORTED) : Optional.empty())
                .orElseThrow(() -> RefusedException.field("/modelId", "There is no such model.", "Choose one."));
        if (!SimPhone.isMade(model.fullName())) {
            throw RefusedException.field(
                    "/modelId", "The Lab has no phone of this model.", "Choose one that it can play.");
        }
        Site site = domains.site(wish.siteId())
                .orElseThrow(() -> RefusedException.field("/siteId", "There is no such site.", "Choose one."));
        MacAddress mac = mac(wish.mac(), model);
        if (model.kind() == DeviceKind.SOFTPHONE) {
            throw RefusedException.field("/modelId", "A softphone comes in no box.", "Open its handoff link instead.");
        }
        if (lab.world().phone(mac).isPresent()) {
            throw RefusedException.field(
                    "/mac", "The Lab has a phone with this MAC already.", "Leave it empty to have one made up.");
        }
        lab.inWorld(world -> {
            lab.unbox(PhoneState.unboxed(mac, model.fullName(), FIRMWARE, freeAddress(), site.token())
                    .powered(true));
            return mac;
        });
        changes.tell(Subject.PHONE);
        return new Unboxed(mac.toString());
    }

    /** Somebody opens a handoff link with a softphone. */
    @PostMapping("/softphones")
    @ResponseStatus(HttpStatus.CREATED)
    Unboxed openHandoff(@RequestBody HandoffWish wish) {
        String link = wish.link() == null ? "" : wish.link().strip();
        Handoffs.Opened opened =
                handoffs.open(link.substring(link.indexOf('#') + 1), "127.0.0.1", "Quillon softphone/3.2");
        MacAddress mac = MacAddress.of(opened.mac());
        lab.inWorld(world -> {
            PhoneState state = PhoneState.unboxed(mac, opened.model(), "3.2", freeAddress(), opened.site())
                    .powered(true);
            if (world.phone(mac).isEmpty()) {
                lab.unbox(state);
            }
            world.phone(mac).orElseThrow().takeFile(opened.file(), opened.revision());
            return mac;
        });
        changes.tell(Subject.PHONE);
        return new Unboxed(mac.toString());
    }

    private record Snapshot(PhoneState state, int lines, String screen, boolean inCall) {}

    private PhoneView view(Snapshot phone) {
        PhoneState state = phone.state();
        Optional<Device> device = devices.byMac(state.mac());
        return new PhoneView(
                state.mac().toString(),
                state.model(),
                domains.siteByToken(state.site()).map(Site::name).orElse("nowhere"),
                state.address(),
                state.powered(),
                state.cable(),
                phone.lines(),
                !state.typed().isEmpty(),
                phone.screen(),
                device.map(Device::id).orElse(0L),
                device.map(Device::label).orElse("not enrolled"),
                device.map(d -> rails.rail(d.id())).orElse(""),
                phone.inCall(),
                state.model().equals(UNSUPPORTED.fullName()) ? BraskFile.SAVED : "");
    }

    private MacAddress mac(@Nullable String text, DeviceModel model) {
        if (text == null || text.isBlank()) {
            String prefix = model.macPrefixes().stream().findFirst().orElse("020000");
            return MacAddress.of(prefix + String.format(java.util.Locale.ROOT, "0a%04x", random.nextInt(0x10000)));
        }
        MacReading reading = MacReader.read(text);
        if (reading instanceof MacReading.Refused refused) {
            throw RefusedException.field("/mac", refused.reason(), refused.hint());
        }
        return ((MacReading.Valid) reading).mac();
    }

    private String freeAddress() {
        List<String> used = lab.addresses();
        return NETWORKS.stream()
                .flatMap(net -> IntStream.range(100, 255).mapToObj(host -> net + host))
                .filter(address -> !used.contains(address))
                .findFirst()
                .orElseThrow(() -> RefusedException.field(
                        "/",
                        "The Lab’s network is full: it holds " + used.size() + " phones.",
                        "Use one that is there."));
    }
}
