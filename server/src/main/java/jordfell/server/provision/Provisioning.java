package jordfell.server.provision;

import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Standing;
import jordfell.core.phonebook.PhonebookSlots;
import jordfell.core.provision.FetchRule.Verdict;
import jordfell.core.render.Dialect;
import jordfell.core.render.Dialects;
import jordfell.core.render.Family;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.device.DialectBook;
import jordfell.server.history.ObservationLog;
import jordfell.server.knock.Guessers;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.FetchDoor;
import jordfell.server.records.KnockStore;
import jordfell.server.records.ReleaseStore;
import jordfell.server.records.SiteStore;
import jordfell.server.security.Audit;
import jordfell.server.security.Audit.SecretWay;
import org.springframework.stereotype.Component;

/** Decides what a phone that asks for a file is given, and records that it asked. */
@Component
public class Provisioning {

    private static final String OUTSIDE = "This address is outside of the site.";

    private final SiteStore sites;
    private final DeviceStore devices;
    private final ReleaseStore releases;
    private final FetchDoor door;
    private final KnockStore knocks;
    private final Claims claims;
    private final FetchAccess access;
    private final SettledPhones settled;
    private final Firmware firmware;
    private final PhonebookDoor books;
    private final Guessers guessers;
    private final DialectBook dialects;
    private final ObservationLog log;
    private final Changes changes;
    private final Audit audit;
    private final InstantSource clock;

    Provisioning(
            SiteStore sites,
            DeviceStore devices,
            ReleaseStore releases,
            FetchDoor door,
            KnockStore knocks,
            Claims claims,
            FetchAccess access,
            SettledPhones settled,
            Firmware firmware,
            PhonebookDoor books,
            Guessers guessers,
            DialectBook dialects,
            ObservationLog log,
            Changes changes,
            Audit audit,
            InstantSource clock) {
        this.sites = sites;
        this.devices = devices;
        this.releases = releases;
        this.door = door;
        this.knocks = knocks;
        this.claims = claims;
        this.access = access;
        this.settled = settled;
        this.firmware = firmware;
        this.books = books;
        this.guessers = guessers;
        this.dialects = dialects;
        this.log = log;
        this.changes = changes;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * Answers one request. Whoever can't prove to be the phone is answered alike for every address, enrolled or not, so
     * that nothing is learnt by trying them.
     */
    public PhoneAnswer answer(PhoneRequest request) {
        Optional<MacAddress> mac = Dialects.macIn(request.file());
        Optional<Integer> slot = PhonebookSlots.slotOf(request.file());
        if (mac.isPresent() && slot.isPresent()) {
            return phonebook(mac.get(), slot.get(), request);
        }
        Optional<PhoneAnswer> usual = mac.flatMap(m -> settled.answer(request, m));
        if (usual.isPresent()) {
            return told(mac.get(), request, usual.get());
        }
        Optional<Site> site = sites.byToken(request.site());
        if (site.isEmpty() || mac.isEmpty()) {
            return PhoneAnswer.NOT_FOUND; // a guess: not worth a record of its own
        }
        Optional<Device> device = devices.byMac(mac.get());
        if (device.isEmpty()) {
            Optional<PhoneAnswer> refused = stranger(request, site.get(), mac.get());
            if (refused.isPresent()) {
                return refused.get();
            }
            device = devices.byMac(mac.get());
        }
        return told(mac.get(), request, answer(device.orElseThrow(), site.get(), request));
    }

    /** A phonebook is given to its device, under the same conditions as its file. */
    private PhoneAnswer phonebook(MacAddress mac, int slot, PhoneRequest request) {
        Optional<Long> usual = settled.device(request, mac);
        if (usual.isPresent()) {
            return toldBook(books.given(usual.get(), mac, slot, request));
        }
        Optional<Site> site = sites.byToken(request.site());
        if (site.isEmpty()) {
            return PhoneAnswer.NOT_FOUND;
        }
        Optional<Device> device = inUse(site.get(), mac);
        FetchAccess.Decision decision = decide(site.get(), mac, device, request);
        if (decision.given()) {
            return toldBook(books.given(device.orElseThrow().id(), mac, slot, request));
        }
        PhoneAnswer refusal = refusal(decision, mac, request);
        return toldBook(devices.byMac(mac)
                .map(known -> books.refused(refusal, known.id(), mac, slot, request))
                .orElse(refusal));
    }

    private PhoneAnswer toldBook(PhoneAnswer answer) {
        if (answer.status() != 200) {
            answer.asked().ifPresent(books::told);
        }
        return answer;
    }

    /** The device of a site to which something was released, and that is in use. */
    private Optional<Device> inUse(Site site, MacAddress mac) {
        return devices.byMac(mac)
                .filter(d -> d.siteId() == site.id() && d.standing() == Standing.IN_USE && releases.isReleased(d.id()));
    }

    /** A file that is on its way is told when it has arrived. */
    private PhoneAnswer told(MacAddress mac, PhoneRequest request, PhoneAnswer answer) {
        if (answer.taking().isEmpty()) {
            asked(mac, request, answer);
        }
        return answer;
    }

    /** The file of this answer has reached whoever asked. */
    public void delivered(PhoneAnswer answer) {
        answer.asked().filter(asked -> answer.status() == 200).ifPresent(books::told);
        answer.taking().ifPresent(taking -> {
            if (!taking.again()) {
                door.delivered(taking.deviceId(), taking.request().source());
            }
            asked(taking.mac(), taking.request(), answer);
            if (taking.request().userAgent().startsWith("Mozilla/")) {
                audit.secretLeft(
                        SecretWay.FETCHED,
                        "the file of " + taking.mac() + ", by a browser at "
                                + taking.request().source(),
                        "");
            }
        });
    }

    private void asked(MacAddress mac, PhoneRequest request, PhoneAnswer answer) {
        log.observed(
                "",
                Optional.of(mac),
                new ConfigRequested(
                        clock.instant(),
                        request.file(),
                        answer.status(),
                        answer.revision(),
                        request.userAgent(),
                        request.source(),
                        answer.revision().isEmpty()
                                ? sites.byToken(request.site()).map(Site::name).orElse("")
                                : ""));
    }

    /** A device asks for the next firmware on its way; only for its own, and under the same conditions as its file. */
    FirmwareAnswer firmware(PhoneRequest request) {
        Optional<Site> site = sites.byToken(request.site());
        Optional<MacAddress> mac = Dialects.macIn(request.file());
        if (site.isEmpty() || mac.isEmpty()) {
            return FirmwareAnswer.without(404);
        }
        Optional<Device> device = inUse(site.get(), mac.get());
        FetchAccess.Decision decision = decide(site.get(), mac.get(), device, request);
        if (!decision.given()) {
            return FirmwareAnswer.without(refusal(decision, mac.get(), request).status());
        }
        Firmware.Offer offer = firmware.offer(device.orElseThrow(), request.userAgent());
        String installed = request.userAgent().substring(request.userAgent().lastIndexOf('/') + 1);
        String offered = offer instanceof Firmware.Offer.Next next ? next.version() : "";
        String why = offer instanceof Firmware.Offer.NoWay none ? none.why() : "";
        log.observed("", mac, new FirmwareAsked(clock.instant(), installed, offered, why, request.source()));
        return offer instanceof Firmware.Offer.Next next
                ? new FirmwareAnswer(200, next.version(), Optional.of(next.file()))
                : FirmwareAnswer.without(204);
    }

    /** What is answered to a request for firmware. */
    record FirmwareAnswer(int status, String version, Optional<Path> file) {
        static FirmwareAnswer without(int status) {
            return new FirmwareAnswer(status, "", Optional.empty());
        }
    }

    /** Whether whoever asks is given this device's files; what can't prove itself is watched for guessing. */
    private FetchAccess.Decision decide(Site site, MacAddress mac, Optional<Device> device, PhoneRequest request) {
        FetchAccess.Decision decision = device.map(
                        d -> access.decide(site, d.id(), request.source(), request.way(), request.credentials()))
                .orElseGet(() -> new FetchAccess.Decision(
                        access.isFromWithin(site, request.source()) ? Verdict.ASKED : Verdict.OUTSIDE, false));
        if (decision.proven()) {
            guessers.proved(request.source(), mac);
        } else if (guessers.isGuessing(request.source()) && decision.given()) {
            return new FetchAccess.Decision(Verdict.ASKED, false);
        }
        return decision;
    }

    private PhoneAnswer refusal(FetchAccess.Decision decision, MacAddress mac, PhoneRequest request) {
        if (request.credentials().isPresent()) {
            guessers.wrongPassword(request.source());
        }
        if (guessers.asks(request.source(), mac) || guessers.isGuessing(request.source())) {
            changes.tell(Subject.KNOCK);
            return PhoneAnswer.SLOWED;
        }
        return decision.verdict() == Verdict.OUTSIDE ? PhoneAnswer.refused(OUTSIDE) : PhoneAnswer.NOT_PROVEN;
    }

    /** A MAC that is not enrolled knocks, unless it claims a record that waits; empty when it did. */
    private Optional<PhoneAnswer> stranger(PhoneRequest request, Site site, MacAddress mac) {
        PhoneAnswer refusal = refusal(decide(site, mac, Optional.empty(), request), mac, request);
        if (refusal.status() == PhoneAnswer.SLOWED.status() || knocks.blocked(mac)) {
            return Optional.of(refusal);
        }
        Optional<String> why = request.claim().isEmpty() ? Optional.empty() : claims.claim(site, mac, request.claim());
        if (!request.claim().isEmpty() && why.isEmpty()) {
            changes.tell(Subject.KNOCK);
            return Optional.empty();
        }
        boolean isNew = knocks.knocked(new KnockStore.Request(
                mac, site.id(), request.file(), request.userAgent(), request.source(), clock.instant()));
        why.ifPresent(reason -> knocks.claimRefused(mac, reason));
        changes.tell(Subject.KNOCK, isNew ? List.of(mac) : List.of(), "");
        return Optional.of(why.map(PhoneAnswer::refused).orElse(refusal));
    }

    private PhoneAnswer answer(Device device, Site site, PhoneRequest request) {
        MacAddress mac = device.mac().orElseThrow();
        Optional<Family> family = dialects.find(device.model().family()).map(Dialect::family);
        Optional<ReleaseStore.Released> released = releases.latestBody(device.id());
        boolean own = family.filter(f -> request.file().equals(f.fileName(mac))).isPresent();
        boolean there =
                device.siteId() == site.id() && device.standing() == Standing.IN_USE && own && released.isPresent();
        FetchAccess.Decision decision = decide(site, mac, there ? Optional.of(device) : Optional.empty(), request);
        if (!decision.given()) {
            PhoneAnswer refusal = refusal(decision, mac, request);
            return request.claim().isEmpty() || refusal.status() == PhoneAnswer.SLOWED.status()
                    ? refusal
                    : claims.refusal(site, mac, request.claim())
                            .map(PhoneAnswer::refused)
                            .orElse(refusal);
        }
        String servedAs = family.orElseThrow().servedAs();
        String revision = released.orElseThrow().revision().id();
        String tag = tag(revision, devices.resent(device.id()));
        return request.has().equals(tag)
                ? new PhoneAnswer(304, revision, tag, servedAs, "", Optional.empty())
                : new PhoneAnswer(
                        200,
                        revision,
                        tag,
                        servedAs,
                        released.get().body(),
                        Optional.of(new PhoneAnswer.Taking(device.id(), mac, request, false)));
    }

    /** A phone proves by the tag that it took a re-sent file; one that was switched off meanwhile is given it again. */
    static String tag(String revision, int resent) {
        return resent == 0 ? revision : revision + "-" + resent;
    }
}
