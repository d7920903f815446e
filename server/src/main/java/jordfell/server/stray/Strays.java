package jordfell.server.stray;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.device.Device;
import jordfell.core.diagnosis.PasswordUsed;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.RegistrationState;
import jordfell.core.evidence.SipSeen;
import jordfell.core.evidence.StrayOutcome;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.DigestAnswer;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.history.DomainSecrets;
import jordfell.server.history.ObservationLog;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.SiteStore;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Who strays are, and what is done with them. */
@Component
class Strays {

    /**
     * A stray as it is shown.
     *
     * @param address where it comes from, with the port
     * @param mac what its instance names; empty text if it names none
     * @param claims the label of the device that it says it is, while that one is registered from elsewhere
     * @param password which password its answer was made with; empty text if it never answered
     * @param holder the label of the device that has the extension on record; empty text if none has
     */
    record StrayView(
            long id,
            String domain,
            String number,
            String address,
            String agent,
            String mac,
            String claims,
            @Nullable Long claimsId,
            Instant firstAt,
            Instant lastAt,
            long times,
            String outcome,
            boolean registered,
            @Nullable Instant until,
            String password,
            String holder,
            @Nullable Long holderId,
            boolean ignored,
            boolean refused,
            @Nullable Long deviceId) {}

    private final StrayStore store;
    private final DeviceStore devices;
    private final DomainStore domains;
    private final SiteStore sites;
    private final DomainSecrets secrets;
    private final ObservationLog log;
    private final Audit audit;
    private final InstantSource clock;

    Strays(
            StrayStore store,
            DeviceStore devices,
            DomainStore domains,
            SiteStore sites,
            DomainSecrets secrets,
            ObservationLog log,
            Audit audit,
            InstantSource clock) {
        this.store = store;
        this.devices = devices;
        this.domains = domains;
        this.sites = sites;
        this.secrets = secrets;
        this.log = log;
        this.audit = audit;
        this.clock = clock;
    }

    List<StrayView> all(boolean andDoneWith, Instant now) {
        return store.all(andDoneWith).stream().map(s -> view(s, now)).toList();
    }

    void ignore(long id, boolean on) {
        Stray stray = get(id);
        store.ignore(id, on);
        audit.record((on ? "ignored " : "no longer ignores ") + words(stray));
    }

    void refuse(long id, boolean on) {
        Stray stray = get(id);
        store.refuse(id, on);
        audit.record((on ? "refuses from now on " : "no longer refuses ") + words(stray));
    }

    /** It is this device: what was seen of it is that device's. Without one it is a stray again. */
    void is(long id, @Nullable Long deviceId) {
        Stray stray = get(id);
        if (deviceId == null) {
            store.is(id, null);
            audit.record(words(stray) + " is a stray again");
            return;
        }
        Device device = devices.find(deviceId).orElseThrow(() -> RefusedException.notFound("device"));
        if (!stray.mac().isEmpty()
                && device.mac().filter(m -> m.compact().equals(stray.mac())).isEmpty()) {
            throw RefusedException.field(
                    "/deviceId",
                    "It names itself " + MacAddress.of(stray.mac()) + "; " + device.label() + " is " + device.address()
                            + ".",
                    "Enrol it under its own MAC, or correct the record of " + device.label() + ".");
        }
        if (!devices.withNumber(stray.domain(), stray.number()).contains(deviceId)) {
            throw RefusedException.field(
                    "/deviceId",
                    device.label() + " has no line with " + stray.number() + ".",
                    "Bind " + stray.number() + " to a line of it first.");
        }
        store.is(id, deviceId);
        audit.record(words(stray) + " is " + device.label());
        hand(stray, device);
    }

    /**
     * A device came by the MAC that a stray names, or is the only one that has what an agent registers that names nobody:
     * it is a stray no more.
     */
    @EventListener
    @Order(0)
    void follow(Changed changed) {
        for (long id : changed.numbersOf(Subject.DEVICE)) {
            devices.find(id)
                    .ifPresent(device -> Stream.concat(
                                    device.mac().stream().flatMap(mac -> store.named(mac.compact()).stream()),
                                    unnamed(device).stream())
                            .forEach(stray -> {
                                hand(stray, device);
                                store.remove(stray.id());
                            }));
        }
    }

    /** Agents that are registered with the right password, name nobody, and whose extension this device alone has. */
    private List<Stray> unnamed(Device device) {
        if (devices.hasNamedItself(device.id())) {
            return List.of();
        }
        String domain = domains.get(sites.find(device.siteId()).orElseThrow().domainId())
                .name();
        Instant now = clock.instant();
        return devices.numbers(device.id()).stream()
                .filter(number -> devices.withNumber(domain, number).equals(List.of(device.id())))
                .flatMap(number -> store.unnamed(domain, number).stream())
                .filter(stray -> stray.outcome().at(now).state() == RegistrationState.REGISTERED)
                .toList();
    }

    /** What was seen of it goes to the device. */
    private void hand(Stray stray, Device device) {
        for (Observation o : stray.newest()) {
            log.ofDevice(device.id(), o);
        }
    }

    private StrayView view(Stray s, Instant now) {
        List<Long> holders = devices.withNumber(s.domain(), s.number());
        Optional<Device> holder = holders.stream().findFirst().flatMap(devices::find);
        Optional<Device> claims = s.claims().flatMap(devices::find);
        StrayOutcome outcome = s.outcome().at(now);
        boolean registered = outcome.state() == RegistrationState.REGISTERED;
        return new StrayView(
                s.id(),
                s.domain(),
                s.number(),
                s.peer(),
                s.agent(),
                s.mac().isEmpty() ? "" : MacAddress.of(s.mac()).toString(),
                claims.map(Device::label).orElse(""),
                claims.map(Device::id).orElse(null),
                s.firstAt(),
                s.lastAt(),
                s.times(),
                outcome.words(),
                registered,
                outcome.until().orElse(null),
                password(s),
                holder.map(Device::label).orElse(""),
                holder.map(Device::id).orElse(null),
                s.ignored(),
                s.refused(),
                s.device().orElse(null));
    }

    /** By candidates, as for devices. */
    private String password(Stray s) {
        Optional<DigestAnswer> answer = s.newest().stream()
                .filter(SipSeen.Request.class::isInstance)
                .map(SipSeen.Request.class::cast)
                .flatMap(r -> r.message().first("Authorization").stream())
                .flatMap(header -> DigestAnswer.read(header).stream())
                .reduce((first, last) -> last);
        return answer.flatMap(a ->
                        domains.idOf(s.domain()).map(id -> secrets.of(id).used(a, s.number())))
                .map(PasswordUsed::brief)
                .orElse("");
    }

    private Stray get(long id) {
        return store.find(id).orElseThrow(() -> RefusedException.notFound("stray"));
    }

    private static String words(Stray s) {
        List<String> parts = new ArrayList<>(List.of(s.number() + " from " + s.peer()));
        if (!s.agent().isEmpty()) {
            parts.add("(" + s.agent() + ")");
        }
        return String.join(" ", parts);
    }

    /** What one is asked to be. */
    record Wish(@Nullable Long deviceId) {}
}
