package jordfell.server.provision;

import java.time.InstantSource;
import java.util.Optional;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Standing;
import jordfell.core.render.Dialects;
import jordfell.core.render.Family;
import jordfell.server.catalogue.DialectBook;
import jordfell.server.device.Device;
import jordfell.server.device.DeviceStore;
import jordfell.server.events.EventHub;
import jordfell.server.intake.KnockStore;
import jordfell.server.observe.ObservationLog;
import jordfell.server.release.ReleaseStore;
import jordfell.server.roster.DomainStore;
import jordfell.server.roster.Site;
import org.springframework.stereotype.Component;

/** Decides what a phone that asks for a file is given, and records that it asked. */
@Component
public class Provisioning {

    /**
     * What is answered; the body is the file with status 200, a reason with 403, and else empty.
     *
     * @param tag the entity tag (RFC 9110 §8.8.3): the revision, and after a re-send which one it is
     */
    public record Answer(int status, String revision, String tag, String contentType, String body) {
        static final Answer NOT_FOUND = new Answer(404, "", "", "", "");

        /** Name and password are asked for, or other ones than those that came. */
        static final Answer NOT_PROVEN = new Answer(401, "", "", "", "");

        /** Whoever tries addresses is asked to wait. */
        static final Answer SLOWED = new Answer(429, "", "", "", "");

        static Answer refused(String reason) {
            return new Answer(403, "", "", "text/plain;charset=UTF-8", reason);
        }

        @Override
        public String toString() {
            return "Answer[" + status + "]";
        }
    }

    private final DomainStore domains;
    private final DeviceStore devices;
    private final ReleaseStore releases;
    private final KnockStore knocks;
    private final Claims claims;
    private final FetchAccess access;
    private final Firmware firmware;
    private final Guessers guessers;
    private final DialectBook dialects;
    private final ObservationLog log;
    private final EventHub events;
    private final InstantSource clock;

    Provisioning(
            DomainStore domains,
            DeviceStore devices,
            ReleaseStore releases,
            KnockStore knocks,
            Claims claims,
            FetchAccess access,
            Firmware firmware,
            Guessers guessers,
            DialectBook dialects,
            ObservationLog log,
            EventHub events,
            InstantSource clock) {
        this.domains = domains;
        this.devices = devices;
        this.releases = releases;
        this.knocks = knocks;
        this.claims = claims;
        this.access = access;
        this.firmware = firmware;
        this.guessers = guessers;
        this.dialects = dialects;
        this.log = log;
        this.events = events;
        this.clock = clock;
    }

    /**
     * A request for a file.
     *
     * @param has the tag of the file that the phone says it has, or empty
     * @param claim the claim code that somebody typed on the phone, or empty
     * @param credentials the name and password that came with it
     */
    public record Request(
            String site,
            String file,
            String has,
            String userAgent,
            String source,
            String claim,
            Optional<FetchAccess.Credentials> credentials) {}

    /** Answers one request. */
    public Answer answer(Request request) {
        Optional<Site> site = domains.siteByToken(request.site());
        Optional<MacAddress> mac = Dialects.macIn(request.file());
        if (site.isEmpty() || mac.isEmpty()) {
            return Answer.NOT_FOUND; // a guess: not worth a record of its own
        }
        if (devices.byMac(mac.get()).isEmpty()) {
            Optional<Answer> refused = stranger(request, site.get(), mac.get());
            if (refused.isPresent()) {
                return refused.get();
            }
        }
        Device device = devices.byMac(mac.get()).orElseThrow();
        Answer answer = answer(device, site.get(), request);
        log.observed(
                "",
                mac,
                new ConfigRequested(
                        clock.instant(),
                        request.file(),
                        answer.status(),
                        answer.revision(),
                        request.userAgent(),
                        request.source()));
        return answer;
    }

    /** A device asks for the next firmware on its way; only for its own, and under the same conditions as its file. */
    FirmwareAnswer firmware(Request request) {
        Optional<Site> site = domains.siteByToken(request.site());
        Optional<Device> device = Dialects.macIn(request.file()).flatMap(devices::byMac);
        if (site.isEmpty()
                || device.isEmpty()
                || device.get().siteId() != site.get().id()) {
            return new FirmwareAnswer(404, "", new byte[0]);
        }
        if (!access.isFromWithin(site.get(), request.source())) {
            return new FirmwareAnswer(403, "", new byte[0]);
        }
        if (!access.opens(site.get(), device.get().id(), request.credentials())) {
            return new FirmwareAnswer(401, "", new byte[0]);
        }
        Firmware.Offer offer = firmware.offer(device.get(), request.userAgent());
        String installed = request.userAgent().substring(request.userAgent().lastIndexOf('/') + 1);
        String offered = offer instanceof Firmware.Offer.Next next ? next.version() : "";
        String why = offer instanceof Firmware.Offer.NoWay none ? none.why() : "";
        log.observed(
                "", device.get().mac(), new FirmwareAsked(clock.instant(), installed, offered, why, request.source()));
        return offer instanceof Firmware.Offer.Next next
                ? new FirmwareAnswer(200, next.version(), next.bytes())
                : new FirmwareAnswer(204, "", new byte[0]);
    }

    /** What is answered to a request for firmware. */
    @SuppressWarnings("ArrayRecordComponent") // handed on to the response and forgotten
    record FirmwareAnswer(int status, String version, byte[] bytes) {}

    /** A MAC that is not enrolled knocks, unless it claims a record that waits; empty when it did. */
    private Optional<Answer> stranger(Request request, Site site, MacAddress mac) {
        if (guessers.asks(request.source(), mac)) {
            events.publish(EventHub.Topic.KNOCKS, 0);
            return Optional.of(Answer.SLOWED);
        }
        if (knocks.blocked(mac)) {
            return Optional.of(Answer.refused("Blocked."));
        }
        Optional<String> refusal =
                request.claim().isEmpty() ? Optional.empty() : claims.claim(site, mac, request.claim());
        if (!request.claim().isEmpty() && refusal.isEmpty()) {
            events.publish(EventHub.Topic.KNOCKS, 0);
            return Optional.empty();
        }
        knocks.knocked(new KnockStore.Request(
                mac, site.id(), request.file(), request.userAgent(), request.source(), clock.instant()));
        refusal.ifPresent(reason -> knocks.claimRefused(mac, reason));
        events.publish(EventHub.Topic.KNOCKS, 0);
        return Optional.of(refusal.map(Answer::refused).orElse(Answer.NOT_FOUND));
    }

    private Answer answer(Device device, Site site, Request request) {
        Family family = dialects.get(device.model().family()).family();
        Optional<ReleaseStore.Released> released = releases.latestBody(device.id());
        boolean own = device.mac()
                .map(family::fileName)
                .filter(request.file()::equals)
                .isPresent();
        if (device.siteId() != site.id() || device.standing() != Standing.IN_USE || !own || released.isEmpty()) {
            return Answer.NOT_FOUND;
        }
        if (!access.isFromWithin(site, request.source())) {
            return Answer.refused("This address is outside of the site.");
        }
        if (!access.opens(site, device.id(), request.credentials())) {
            return Answer.NOT_PROVEN;
        }
        String revision = released.get().revision().id();
        String tag = tag(revision, devices.resent(device.id()));
        return request.has().equals(tag)
                ? new Answer(304, revision, tag, family.contentType(), "")
                : new Answer(
                        200, revision, tag, family.contentType(), released.get().body());
    }

    /** A phone proves by the tag that it took a re-sent file; one that was switched off meanwhile is given it again. */
    private static String tag(String revision, int resent) {
        return resent == 0 ? revision : revision + "-" + resent;
    }
}
