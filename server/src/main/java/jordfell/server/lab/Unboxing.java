package jordfell.server.lab;

import java.security.SecureRandom;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.random.RandomGenerator;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.phone.SimPhone;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.handoff.Handoffs;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.ModelStore;
import jordfell.server.records.SiteStore;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Takes phones out of their boxes, and opens links with softphones: what then stands in the Lab. */
@Component
public class Unboxing {

    /** A phone that somebody found in a cupboard: no model and no family of it come with the product. */
    static final DeviceModel UNSUPPORTED = new DeviceModel(
            "brask-9", "Brask", "9", DeviceKind.DESK_PHONE, "brask", 2, 6, 1, 0, 32, 20, List.of("02b09a"), List.of());

    private static final String FIRMWARE = "2.4.1";

    private final LabService lab;
    private final SiteStore sites;
    private final ModelStore models;
    private final Handoffs handoffs;
    private final Changes changes;
    private final RandomGenerator random = new SecureRandom();

    Unboxing(LabService lab, SiteStore sites, ModelStore models, Handoffs handoffs, Changes changes) {
        this.lab = lab;
        this.sites = sites;
        this.models = models;
        this.handoffs = handoffs;
        this.changes = changes;
    }

    /** Takes a phone out of its box and plugs it in at a site. */
    public MacAddress unbox(String modelId, long siteId, @Nullable String macText) {
        DeviceModel model = models.find(modelId)
                .or(() -> UNSUPPORTED.id().equals(modelId) ? Optional.of(UNSUPPORTED) : Optional.empty())
                .orElseThrow(() -> RefusedException.field("/modelId", "There is no such model.", "Choose one."));
        if (!SimPhone.isMade(model.fullName())) {
            throw RefusedException.field(
                    "/modelId", "The Lab has no phone of this model.", "Choose one that it can play.");
        }
        Site site = sites.find(siteId)
                .orElseThrow(() -> RefusedException.field("/siteId", "There is no such site.", "Choose one."));
        MacAddress mac = mac(macText, model);
        if (model.kind() == DeviceKind.SOFTPHONE) {
            throw RefusedException.field("/modelId", "A softphone comes in no box.", "Open its handoff link instead.");
        }
        if (lab.world().phone(mac).isPresent()) {
            throw RefusedException.field(
                    "/mac", "The Lab has a phone with this MAC already.", "Leave it empty to have one made up.");
        }
        lab.inWorld(world -> {
            lab.unbox(PhoneState.unboxed(mac, model.fullName(), FIRMWARE, freeAddress(site), site.token())
                    .powered(true));
            return mac;
        });
        changes.tell(Subject.PHONE);
        return mac;
    }

    /** Somebody opens a handoff link with a softphone. */
    MacAddress open(String link) {
        Handoffs.Opened opened =
                handoffs.open(link.substring(link.indexOf('#') + 1), "127.0.0.1", "Quillon softphone/3.2");
        MacAddress mac = MacAddress.of(opened.mac());
        lab.inWorld(world -> {
            String address = freeAddress(sites.byToken(opened.site()).orElseThrow());
            PhoneState state = PhoneState.unboxed(mac, opened.model(), "3.2", address, opened.site())
                    .powered(true);
            if (world.phone(mac).isEmpty()) {
                lab.unbox(state);
            }
            world.phone(mac).orElseThrow().takeFile(opened.file(), opened.revision());
            return mac;
        });
        changes.tell(Subject.PHONE);
        return mac;
    }

    private MacAddress mac(@Nullable String text, DeviceModel model) {
        if (text == null || text.isBlank()) {
            String prefix = model.macPrefixes().stream().findFirst().orElse("020000");
            return MacAddress.of(prefix + String.format(Locale.ROOT, "0a%04x", random.nextInt(0x10000)));
        }
        MacReading reading = MacReader.read(text);
        if (reading instanceof MacReading.Refused refused) {
            throw RefusedException.field("/mac", refused.reason(), refused.hint());
        }
        return ((MacReading.Valid) reading).mac();
    }

    private String freeAddress(Site site) {
        return PhoneAddresses.free(site, lab.addresses())
                .orElseThrow(() -> RefusedException.field(
                        "/siteId",
                        "The Lab has no address left for a phone at " + site.name() + ".",
                        "Use one that is there, or give the site another network."));
    }
}
