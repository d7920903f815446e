package jordfell.server.history;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.device.Device;
import jordfell.core.diagnosis.PasswordCandidates;
import jordfell.core.diagnosis.PasswordUsed;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.SipSeen;
import jordfell.core.evidence.Ties;
import jordfell.core.evidence.Ties.Sighted;
import jordfell.core.evidence.Ties.Tied;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.DigestAnswer;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.records.DeviceStateStore;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Finds out whose an observation is, as {@link Ties} decides it by what the records say. */
@Component
class Owners implements Ties.Holders {

    private static final int MOST_IN_MIND = 120_000;
    private static final int MOST_HOSTS = 10_000;

    private final DeviceStore devices;
    private final DomainStore domains;
    private final ExtensionStore extensions;
    private final Histories histories;
    private final AdoptedStrays adopted;
    private final DeviceStateStore states;
    private final Ties ties = new Ties();

    /** Asked for with each handshake that is broken off; where devices are changes seldom. */
    private final Cache<String, List<Long>> atHost = Caffeine.newBuilder()
            .maximumSize(MOST_HOSTS)
            .expireAfterWrite(Duration.ofMinutes(1))
            .build();

    /** Asked for with each observation; emptied when devices change. */
    private final Cache<MacAddress, Optional<Long>> byMac =
            Caffeine.newBuilder().maximumSize(MOST_IN_MIND).build();

    /** Devices of which it is on record that they name themselves. */
    private final Cache<Long, Boolean> named =
            Caffeine.newBuilder().maximumSize(MOST_IN_MIND).build();

    Owners(
            DeviceStore devices,
            DomainStore domains,
            ExtensionStore extensions,
            Histories histories,
            AdoptedStrays adopted,
            DeviceStateStore states) {
        this.devices = devices;
        this.domains = domains;
        this.extensions = extensions;
        this.histories = histories;
        this.adopted = adopted;
        this.states = states;
    }

    /** Whose this is, and what waited for it to be known. */
    List<Tied> of(String domain, Optional<MacAddress> mac, Observation observation) {
        Optional<Long> claims = mac.flatMap(this::deviceWith);
        if (observation instanceof Observation.BindingChanged) {
            claims.filter(id -> named.asMap().putIfAbsent(id, true) == null).ifPresent(devices::namesItself);
        }
        Sighted seen =
                new Sighted(domain, mac.isPresent(), claims.or(() -> said(domain, mac, observation)), observation);
        return ties.take(seen, this);
    }

    private Optional<Long> deviceWith(MacAddress mac) {
        return byMac.get(mac, m -> devices.byMac(m).map(Device::id));
    }

    /** Somebody may have another MAC, or the device of a MAC is gone. */
    @EventListener
    @Order(0)
    void follow(Changed changed) {
        if (changed.touches(Subject.DEVICE)) {
            byMac.invalidateAll();
            named.invalidateAll();
        }
    }

    /** What nothing ties to a device. */
    List<Tied> letGo(Instant now) {
        return ties.letGo(now);
    }

    private Optional<Long> said(String domain, Optional<MacAddress> mac, Observation observation) {
        String peer = observation instanceof SipSeen sip
                ? sip.peer()
                : observation instanceof Observation.BindingChanged binding ? binding.peer() : "";
        return mac.isPresent() || peer.isEmpty()
                ? Optional.empty()
                : adopted.deviceOf(domain, observation.aboutNumber(), peer);
    }

    @Override
    public List<Long> unnamed(String domain, String number) {
        return devices.withNumber(domain, number).stream()
                .filter(id -> !devices.hasNamedItself(id))
                .toList();
    }

    @Override
    public boolean wasAt(long device, String host) {
        return histories.wasAt(device, host);
    }

    @Override
    public List<Long> at(String host) {
        return atHost.get(host, states::at);
    }

    @Override
    public Optional<String> registeredFrom(long device) {
        return histories.registeredFrom(device);
    }

    /** An answer that an earlier or damaged password of the number gives was made by who was given it. */
    @Override
    public boolean proves(String domain, SipSeen.Request register) {
        Optional<DigestAnswer> answer =
                register.message().first("Authorization").flatMap(DigestAnswer::read);
        Optional<Long> extension = domains.idOf(domain)
                .flatMap(id -> extensions.byNumber(id, register.number()))
                .map(e -> e.id());
        if (answer.isEmpty() || extension.isEmpty()) {
            return false;
        }
        List<String> passwords = extensions.passwords(extension.get());
        PasswordUsed used =
                PasswordCandidates.find(answer.get(), "REGISTER", register.number(), new OfOneNumber(passwords));
        return !(used instanceof PasswordUsed.Unknown || used instanceof PasswordUsed.Empty);
    }

    private record OfOneNumber(List<String> passwords) implements SecretBook {
        @Override
        public Optional<String> current(String number) {
            return passwords.stream().findFirst();
        }

        @Override
        public List<String> earlier(String number) {
            return passwords.stream().skip(1).toList();
        }

        @Override
        public Map<String, String> others(String number) {
            return Map.of();
        }

        @Override
        public String toString() {
            return "OfOneNumber[" + passwords.size() + "]";
        }
    }
}
