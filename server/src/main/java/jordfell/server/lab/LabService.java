package jordfell.server.lab;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.net.URI;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;
import jordfell.core.evidence.FollowedCall;
import jordfell.core.identity.MacAddress;
import jordfell.core.roster.RegistrarNode;
import jordfell.lab.fault.Fault;
import jordfell.lab.phone.ConfigSource;
import jordfell.lab.phone.HttpConfigSource;
import jordfell.lab.phone.PhoneState;
import jordfell.lab.time.Timeline;
import jordfell.lab.wire.SipPorts;
import jordfell.lab.world.LabWorld;
import jordfell.server.calls.LabDialler;
import jordfell.server.change.Changed;
import jordfell.server.change.Changes;
import jordfell.server.change.Subject;
import jordfell.server.config.JordfellProperties;
import jordfell.server.device.Assembled;
import jordfell.server.fleet.TestCalls;
import jordfell.server.history.Contacts;
import jordfell.server.history.ObservationLog;
import jordfell.server.jdbc.StoreAwayException;
import jordfell.server.problem.RefusedException;
import jordfell.server.provision.FetchAccess;
import jordfell.server.provision.Forwarding;
import jordfell.server.provision.PhoneAnswer;
import jordfell.server.provision.PhoneRequest;
import jordfell.server.provision.Provisioning;
import jordfell.server.records.DomainStore;
import jordfell.server.records.LabFaultStore;
import jordfell.server.records.LabPhoneStore;
import jordfell.server.records.SiteStore;
import jordfell.server.release.PhoneBell;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The simulated world inside the running application. */
@Component
public class LabService implements PhoneBell, TestCalls, Contacts, LabDialler {

    private final Timeline timeline;
    private final DomainStore domains;
    private final SiteStore sites;
    private final RosterAccounts accounts;
    private final ObservationLog log;
    private final Provisioning provisioning;
    private final Forwarding forwarding;
    private final LabPhoneStore phones;
    private final LabFaultStore faults;
    private final LabSurroundings surroundings;
    private final AuthorityStore authority;
    private final Changes changes;
    private final JordfellProperties properties;
    private @Nullable LabWorld world;
    private @Nullable SipPorts sipPort;

    /** Phones ask this process itself until it listens, and over HTTP from then on. */
    private volatile ConfigSource source = this::askDirectly;

    LabService(
            Timeline timeline,
            DomainStore domains,
            SiteStore sites,
            RosterAccounts accounts,
            ObservationLog log,
            Provisioning provisioning,
            Forwarding forwarding,
            LabPhoneStore phones,
            LabFaultStore faults,
            LabSurroundings surroundings,
            AuthorityStore authority,
            Changes changes,
            JordfellProperties properties) {
        this.timeline = timeline;
        this.domains = domains;
        this.sites = sites;
        this.accounts = accounts;
        this.log = log;
        this.provisioning = provisioning;
        this.forwarding = forwarding;
        this.phones = phones;
        this.faults = faults;
        this.surroundings = surroundings;
        this.authority = authority;
        this.changes = changes;
        this.properties = properties;
    }

    /** Builds the world from the records, with its phones as they were left. */
    public void build() {
        world = new LabWorld(timeline, domains.all(), accounts, new SiteTold(), log, new SecureRandom());
        world().vouchedBy(authority::authority);
        surroundings.names(world());
        surroundings.now().in(world());
        phones.all().forEach(this::place);
        world().faults().whenOver(this::over);
        faults.all().forEach(world().faults()::add);
    }

    /** What domains and their nodes are now is so in the Lab at once. */
    @EventListener
    @Order(0)
    void follow(Changed changed) {
        if (world != null && changed.touches(Subject.DOMAIN)) {
            timeline.post(() -> surroundings.names(world()));
        }
        if (world != null && surroundings.concerns(changed)) {
            LabSurroundings.Now now = surroundings.now();
            timeline.post(() -> now.in(world()));
        }
    }

    /** Lets the world run on the wall clock, its phones on HTTP and its registrar on a real socket. */
    public void goLive(int httpPort) throws IOException {
        source = new HttpConfigSource(URI.create("http://127.0.0.1:" + httpPort + "/p/"), forwarding.secret());
        sipPort = SipPorts.open(
                properties.sipPort(), timeline, world(), authority.authority().context(names(), timeline.now()));
        timeline.goLive();
    }

    /** Those for which agents look when they check its certificate. */
    private List<String> names() {
        return domains.all().stream()
                .flatMap(domain -> Stream.concat(
                        Stream.of(domain.name()), domain.nodes().stream().map(RegistrarNode::host)))
                .filter(name -> name.matches("[A-Za-z0-9.-]{1,253}"))
                .distinct()
                .toList();
    }

    /** By TLS. */
    public int tlsPort() {
        return sipPort == null ? 0 : sipPort.tlsPort();
    }

    public int sipPort() {
        return sipPort == null ? 0 : sipPort.port();
    }

    public LabWorld world() {
        if (world == null) {
            throw new IllegalStateException("the world is not built yet");
        }
        return world;
    }

    /** Puts a phone into the world and keeps it. Must be called in the world's order. */
    public void unbox(PhoneState state) {
        phones.put(state);
        place(state);
    }

    /** Does something in the world's order and waits for it. */
    public <T> T inWorld(Function<LabWorld, T> action) {
        CompletableFuture<T> done = new CompletableFuture<>();
        timeline.post(() -> {
            try {
                done.complete(action.apply(world()));
            } catch (RuntimeException e) {
                done.completeExceptionally(e);
            }
        });
        try {
            return done.get(5, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted", e);
        } catch (ExecutionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : new IllegalStateException(e);
        } catch (TimeoutException e) {
            throw RefusedException.busy(
                    "The Lab has more to do than it can answer just now. Try again in a few seconds.");
        }
    }

    @Override
    public List<MacAddress> inCall() {
        return inWorld(LabWorld::inCall);
    }

    @Override
    public List<Contact> of(String domain, String number) {
        return inWorld(world -> world.contacts(domain, number)).stream()
                .map(c -> new Contact(c.contact(), c.source().toString(), c.node(), c.until(), c.device()))
                .toList();
    }

    @Override
    public void ring(Called phone, boolean restart) {
        timeline.post(() -> world().notifyProfile(phone.domain(), phone.number(), phone.mac(), restart));
    }

    @Override
    public void call(Assembled device) {
        device.device().mac().ifPresent(mac -> call(device, mac));
    }

    private void call(Assembled device, MacAddress mac) {
        device.lines().stream()
                .flatMap(l -> l.extension().stream())
                .findFirst()
                .ifPresent(extension -> timeline.post(
                        () -> world().testCall(mac, device.domain().name(), extension.number(), () -> {})));
    }

    @Override
    public CompletableFuture<Rung> dial(MacAddress phone, String keys) {
        CompletableFuture<Rung> rung = new CompletableFuture<>();
        timeline.post(() -> {
            boolean dials = world().dial(phone, keys, (worked, detail) -> rung.complete(new Rung(worked, detail)));
            if (!dials) {
                rung.complete(new Rung(false, "no phone of the Lab is registered there, so nothing was dialled"));
            }
        });
        return rung;
    }

    @Override
    public void follow(String domain, String number, Duration patience, Consumer<FollowedCall> told) {
        timeline.post(() -> world().follow(domain, number, patience, told));
    }

    /** Before the database is closed, which what goes on in the world asks. */
    @PreDestroy
    void close() throws IOException {
        timeline.close();
        if (sipPort != null) {
            sipPort.close();
        }
    }

    private void over(Fault fault) {
        faults.remove(fault.id());
        changes.tell(Subject.PHONE);
    }

    private void place(PhoneState state) {
        world().addPhone(state, changed -> {
            phones.put(changed);
            changes.tell(Subject.PHONE);
        });
    }

    /** Where phones fetch, with what their site told them. */
    private final class SiteTold implements ConfigSource {
        @Override
        public void fetch(Request request, Consumer<Answer> taker) {
            try {
                source.fetch(asTheSiteTells(request), taker);
            } catch (StoreAwayException e) {
                taker.accept(new Answer(0, "", "")); // a phone that hears nothing asks again later
            }
        }

        @Override
        public void fetchFirmware(Request request, String mac, Consumer<FirmwareAnswer> taker) {
            source.fetchFirmware(asTheSiteTells(request), mac, taker);
        }
    }

    /** A phone that was told no name of its own uses the one that came with the address, as DHCP gave it. */
    private ConfigSource.Request asTheSiteTells(ConfigSource.Request asked) {
        ConfigSource.Request request = asked.seenAs(world().seenAs(asked.site(), asked.from()));
        return sites.byToken(request.site())
                .filter(site -> !site.access().user().isEmpty())
                .map(site -> request.orAs(site.access().user(), sites.fetchPassword(site.id())))
                .orElse(request);
    }

    private void askDirectly(ConfigSource.Request request, Consumer<ConfigSource.Answer> taker) {
        PhoneAnswer answer = provisioning.answer(PhoneRequest.byHttp(
                request.site(),
                request.file(),
                request.revision(),
                request.userAgent(),
                request.from(),
                request.claim(),
                FetchAccess.Credentials.of(request.user(), request.password())));
        provisioning.delivered(answer);
        taker.accept(new ConfigSource.Answer(answer.status(), answer.tag(), answer.body()));
    }

    /** Those of the phones that there are. */
    public List<String> addresses() {
        return world().phones().stream().map(p -> p.state().address()).toList();
    }

    public Instant now() {
        return timeline.now();
    }
}
