package jordfell.server.provision;

import java.time.InstantSource;
import java.util.Optional;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.identity.MacAddress;
import jordfell.core.render.Dialects;
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
     * What is answered; the body is empty unless the status is 200.
     *
     * @param tag the entity tag (RFC 9110 §8.8.3): the revision, and after a re-send which one it is
     */
    public record Answer(int status, String revision, String tag, String contentType, String body) {
        static final Answer NOT_FOUND = new Answer(404, "", "", "", "");

        @Override
        public String toString() {
            return "Answer[" + status + "]";
        }
    }

    private final DomainStore domains;
    private final DeviceStore devices;
    private final ReleaseStore releases;
    private final KnockStore knocks;
    private final ObservationLog log;
    private final EventHub events;
    private final InstantSource clock;

    Provisioning(
            DomainStore domains,
            DeviceStore devices,
            ReleaseStore releases,
            KnockStore knocks,
            ObservationLog log,
            EventHub events,
            InstantSource clock) {
        this.domains = domains;
        this.devices = devices;
        this.releases = releases;
        this.knocks = knocks;
        this.log = log;
        this.events = events;
        this.clock = clock;
    }

    /**
     * Answers one request.
     *
     * @param has the tag of the file that the phone says it has, or empty
     */
    public Answer answer(String siteToken, String file, String has, String userAgent, String source) {
        Optional<Site> site = domains.siteByToken(siteToken);
        Optional<MacAddress> mac = Dialects.macIn(file);
        if (site.isEmpty() || mac.isEmpty()) {
            return Answer.NOT_FOUND; // a guess: not worth a record of its own
        }
        Optional<Device> device = devices.byMac(mac.get());
        if (device.isEmpty()) {
            knocks.knocked(mac.get(), site.get().id(), file, userAgent, clock.instant());
            events.publish(EventHub.Topic.KNOCKS, 0);
            return Answer.NOT_FOUND;
        }
        Answer answer = answer(device.get(), site.get(), file, has);
        log.observed(
                "",
                mac,
                new ConfigRequested(clock.instant(), file, answer.status(), answer.revision(), userAgent, source));
        return answer;
    }

    private Answer answer(Device device, Site site, String file, String has) {
        var dialect = Dialects.of(device.model().family());
        Optional<ReleaseStore.Released> released = releases.latestBody(device.id());
        if (device.siteId() != site.id() || !file.equals(dialect.fileName(device.mac())) || released.isEmpty()) {
            return Answer.NOT_FOUND;
        }
        String revision = released.get().revision().id();
        String tag = tag(revision, devices.resent(device.id()));
        return has.equals(tag)
                ? new Answer(304, revision, tag, dialect.contentType(), "")
                : new Answer(
                        200,
                        revision,
                        tag,
                        dialect.contentType(),
                        released.get().body());
    }

    /** A phone proves by the tag that it took a re-sent file; one that was switched off meanwhile is given it again. */
    private static String tag(String revision, int resent) {
        return resent == 0 ? revision : revision + "-" + resent;
    }
}
