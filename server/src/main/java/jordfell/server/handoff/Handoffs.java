package jordfell.server.handoff;

import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.device.Device;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.InstanceId;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.device.Softphones;
import jordfell.server.history.ObservationLog;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.FetchDoor;
import jordfell.server.records.HandoffStore;
import jordfell.server.records.HandoffStore.Gives;
import jordfell.server.records.ModelStore;
import jordfell.server.records.ReleaseStore;
import jordfell.server.records.SiteStore;
import jordfell.server.release.ReleaseService;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Makes handoffs, and opens each once. */
@Component
public class Handoffs {

    public static final Duration LIFE = Duration.ofDays(2);

    /** A link that was made; its secret part is told this once. */
    public record Made(long id, long deviceId, String token, Instant expiresAt) {
        @Override
        public String toString() {
            return "Made[" + id + "]";
        }
    }

    /**
     * What a link gives.
     *
     * @param instance the softphone's instance ID (RFC 5626 §4.1)
     * @param site the site's part of the provisioning address, where it looks for changes
     * @param file its configuration in its own dialect
     */
    public record Opened(
            String person,
            String label,
            String number,
            String authUser,
            String password,
            String domain,
            String model,
            String mac,
            String instance,
            String site,
            String revision,
            String file) {
        @Override
        public String toString() {
            return "Opened[" + number + "]";
        }
    }

    private final Jdbc jdbc;
    private final HandoffStore store;
    private final ExtensionStore extensions;
    private final DomainStore domains;
    private final SiteStore sites;
    private final DeviceStore devices;
    private final ModelStore models;
    private final FactsAssembler facts;
    private final ReleaseService releases;
    private final ReleaseStore released;
    private final FetchDoor door;
    private final ObservationLog log;
    private final Acts acts;
    private final Audit audit;
    private final InstantSource clock;
    private final SecureRandom random = new SecureRandom();

    Handoffs(
            Jdbc jdbc,
            HandoffStore store,
            ExtensionStore extensions,
            DomainStore domains,
            SiteStore sites,
            DeviceStore devices,
            ModelStore models,
            FactsAssembler facts,
            ReleaseService releases,
            ReleaseStore released,
            FetchDoor door,
            ObservationLog log,
            Acts acts,
            Audit audit,
            InstantSource clock) {
        this.jdbc = jdbc;
        this.store = store;
        this.extensions = extensions;
        this.domains = domains;
        this.sites = sites;
        this.devices = devices;
        this.models = models;
        this.facts = facts;
        this.releases = releases;
        this.released = released;
        this.door = door;
        this.log = log;
        this.acts = acts;
        this.audit = audit;
        this.clock = clock;
    }

    /** Makes a link for the extension's softphone; the record and its configuration are made where they are missing. */
    public Made make(long extensionId, long siteId) {
        return make(extensionId, siteId, LIFE);
    }

    /** The same with a life of its own. */
    public Made make(long extensionId, long siteId, Duration life) {
        Extension extension = extensions.find(extensionId).orElseThrow(() -> RefusedException.notFound("extension"));
        if (sites.find(siteId).filter(s -> s.domainId() == extension.domainId()).isEmpty()) {
            throw RefusedException.field(
                    "/siteId",
                    "This site is none of the domain of " + extension.number() + ".",
                    "Choose one of " + domains.get(extension.domainId()).name() + ".");
        }
        refuseWeak(extension);
        long deviceId = softphone(extension).orElseGet(() -> addSoftphone(extension, siteId));
        Assembled device = facts.assemble(deviceId).orElseThrow();
        if (device.facts().released().isEmpty() || device.facts().pending()) {
            releases.release(List.of(deviceId), "handoff of " + extension.number());
        }
        String token = LinkTokens.fresh();
        Instant now = clock.instant();
        return jdbc.inTransaction(() -> {
            store.ofDevice(deviceId).forEach(earlier -> store.revoke(earlier.id(), now, Audit.who()));
            long id = store.add(
                    Gives.ACCOUNT,
                    extensionId,
                    Optional.of(deviceId),
                    LinkTokens.hash(token),
                    now,
                    Audit.who(),
                    now.plus(life));
            audit.record("made a handoff link for " + extension.number());
            return new Made(id, deviceId, token, now.plus(life));
        });
    }

    /** Opens a link: gives what it holds, once. */
    public Opened open(String token, String from, String with) {
        HandoffStore.Handoff handoff = LinkTokens.openable(store, Gives.ACCOUNT, token, clock.instant());
        Assembled device = facts.assemble(handoff.deviceId()).orElseThrow();
        ReleaseStore.Released file = released.latestBody(handoff.deviceId())
                .orElseThrow(() -> RefusedException.gone("There is nothing to hand over yet. Ask for a new link."));
        if (!store.open(handoff.id(), clock.instant(), from, with)) {
            LinkTokens.refuseSpent(store.find(handoff.id()).orElseThrow(), clock.instant());
        }
        MacAddress mac = device.device().mac().orElseThrow();
        log.observed(
                "",
                Optional.of(mac),
                new ConfigRequested(
                        clock.instant(), "handoff", 200, file.revision().id(), with, from));
        Extension extension = extensions.find(handoff.extensionId()).orElseThrow();
        door.delivered(handoff.deviceId(), from);
        audit.secretLeft(
                Audit.SecretWay.HANDOFF,
                "the password of " + extension.number() + ", by its link opened from " + from,
                "");
        return new Opened(
                extension.displayName(),
                device.device().label(),
                extension.number(),
                extension.authUser(),
                extensions.passwords(extension.id()).get(0),
                device.domain().name(),
                device.device().model().fullName(),
                mac.toString(),
                InstanceId.of(mac),
                device.site().token(),
                file.revision().id(),
                file.body());
    }

    public void revoke(long id) {
        if (!store.revoke(id, clock.instant(), Audit.who())) {
            throw RefusedException.field(
                    "/", "It was opened or revoked already.", "If the wrong person opened it, change the password.");
        }
        audit.record("revoked a handoff link");
    }

    /** A softphone registers from wherever its user is: attackers can try its password too. */
    private void refuseWeak(Extension extension) {
        domains.get(extension.domainId())
                .rules()
                .password()
                .refuse(extensions.passwords(extension.id()).get(0), extension.number(), extension.authUser(), true)
                .ifPresent(reason -> {
                    throw RefusedException.field(
                            "/",
                            "The password of " + extension.number() + " won’t do outside: " + reason,
                            "Give it a new one.");
                });
    }

    private Optional<Long> softphone(Extension extension) {
        return devices.withExtension(extension.id()).stream()
                .flatMap(id -> devices.find(id).stream())
                .filter(d -> d.model().kind() == DeviceKind.SOFTPHONE)
                .map(Device::id)
                .findFirst();
    }

    private long addSoftphone(Extension extension, long siteId) {
        int held = devices.withExtension(extension.id()).size();
        if (held >= extension.contactLimit()) {
            throw RefusedException.field(
                    "/",
                    extension.number() + " is on " + held + " devices already, and may be on "
                            + extension.contactLimit() + ".",
                    "Raise its limit first.");
        }
        return acts.act(id -> "added a softphone for " + extension.number(), recording -> {
                    long id = Softphones.add(
                            devices,
                            random,
                            new Softphones.Wish(
                                    Softphones.model(Optional.empty(), models.all()),
                                    siteId,
                                    Optional.empty(),
                                    extension.displayName(),
                                    extension.id(),
                                    Optional.empty(),
                                    Optional.empty()),
                            clock.instant(),
                            Audit.who());
                    recording.made(Kept.DEVICE, id);
                    return id;
                })
                .result();
    }
}
