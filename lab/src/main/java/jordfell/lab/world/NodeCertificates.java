package jordfell.lab.world;

import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Supplier;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.fault.NodeFaults;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;
import jordfell.lab.time.Timeline;
import jordfell.lab.tls.Alert;
import jordfell.lab.tls.LabAuthority;
import jordfell.lab.tls.TlsServers;
import jordfell.lab.tls.Trust;

/** The certificates that nodes show, good ones and those with a fault. */
final class NodeCertificates implements TlsServers {

    private static final Duration LASTS = Duration.ofDays(90);
    private static final Duration EARLIER = Duration.ofDays(1);

    private final Timeline timeline;
    private final Nodes nodes;
    private final NodeFaults faults;
    private final Witness witness;
    private final Map<Shown, X509Certificate> made = new HashMap<>();
    private Supplier<LabAuthority> source;
    private Optional<LabAuthority> authority = Optional.empty();
    private Optional<Trust> trust = Optional.empty();

    /** What makes a certificate another one. */
    private record Shown(String host, String domain, Optional<Fault> fault) {}

    NodeCertificates(Timeline timeline, Nodes nodes, NodeFaults faults, Witness witness) {
        this.timeline = timeline;
        this.nodes = nodes;
        this.faults = faults;
        this.witness = witness;
        this.source = () -> LabAuthority.make(timeline.now());
    }

    /** Who vouches for nodes, where that is to be somebody in particular. */
    void vouchedBy(Supplier<LabAuthority> other) {
        source = other;
        authority = Optional.empty();
        trust = Optional.empty();
        made.clear();
    }

    @Override
    public Optional<X509Certificate> certificate(Endpoint at) {
        return nodes.hostAt(at)
                .filter(host -> !faults.isDown(host))
                .map(host -> made.computeIfAbsent(
                        new Shown(host, nodes.find(host).orElseThrow().domain(), fault(host)), this::make));
    }

    /** Until when each node’s certificate holds, by its name. */
    Map<String, Instant> validUntil() {
        Map<String, Instant> until = new TreeMap<>();
        nodes.byHost()
                .forEach((host, node) -> node.at().stream()
                        .filter(at -> at.transport() == Transport.TLS)
                        .findFirst()
                        .flatMap(this::certificate)
                        .ifPresent(shown ->
                                until.put(node.name(), shown.getNotAfter().toInstant())));
        return until;
    }

    @Override
    public Trust trust() {
        if (trust.isEmpty()) {
            trust = Optional.of(new Trust(authority().certificate()));
        }
        return trust.get();
    }

    @Override
    public void refused(Endpoint at, Endpoint by, Alert alert) {
        nodes.hostAt(at).ifPresent(host -> witness.refused(nodes.name(host), by, alert));
    }

    private Optional<Fault> fault(String host) {
        return List.of(
                        FaultKind.CERTIFICATE_UNKNOWN,
                        FaultKind.CERTIFICATE_EXPIRED,
                        FaultKind.CERTIFICATE_OTHER_NAME,
                        FaultKind.CERTIFICATE_RUNS_OUT)
                .stream()
                .flatMap(kind -> faults.of(host, kind).stream())
                .findFirst();
    }

    private X509Certificate make(Shown shown) {
        Instant now = timeline.now();
        List<String> names = List.of(shown.domain(), shown.host());
        if (shown.fault().isEmpty()) {
            return authority().issue(names, now.minus(EARLIER), now.plus(LASTS));
        }
        Fault fault = shown.fault().get();
        return switch (fault.kind()) {
            case CERTIFICATE_EXPIRED -> authority().issue(names, fault.since().minus(LASTS), fault.since());
            case CERTIFICATE_RUNS_OUT ->
                authority().issue(names, now.minus(LASTS), fault.since().plus(Duration.ofMinutes(fault.amount())));
            case CERTIFICATE_OTHER_NAME ->
                authority().issue(List.of("www." + shown.host()), now.minus(EARLIER), now.plus(LASTS));
            default -> LabAuthority.make(now).issue(names, now.minus(EARLIER), now.plus(LASTS));
        };
    }

    private LabAuthority authority() {
        if (authority.isEmpty()) {
            authority = Optional.of(source.get());
        }
        return authority.get();
    }
}
