package jordfell.server;

import java.io.IOException;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.roster.SipPassword;
import jordfell.lab.time.Timeline;
import jordfell.server.config.DataPlace;
import jordfell.server.config.JordfellProperties;
import jordfell.server.demo.DemoScenario;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.history.ObservationLog;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.lab.LabService;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.LabClockStore;
import jordfell.server.security.AccountStore;
import jordfell.server.security.Role;
import jordfell.server.start.StartProgress;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/** Brings the world to life once the server listens, and says where it is. */
@Component
class Startup {

    private final JordfellProperties properties;
    private final Environment environment;
    private final Timeline timeline;
    private final LabService lab;
    private final DemoScenario demo;
    private final AccountStore accounts;
    private final DeviceStore devices;
    private final ObservationLog observations;
    private final PathKeeper paths;
    private final StartProgress progress;
    private final LabClockStore clock;
    private final Jdbc jdbc;

    Startup(
            JordfellProperties properties,
            Environment environment,
            Timeline timeline,
            LabService lab,
            DemoScenario demo,
            AccountStore accounts,
            DeviceStore devices,
            ObservationLog observations,
            PathKeeper paths,
            StartProgress progress,
            LabClockStore clock,
            Jdbc jdbc) {
        this.properties = properties;
        this.environment = environment;
        this.timeline = timeline;
        this.lab = lab;
        this.demo = demo;
        this.accounts = accounts;
        this.devices = devices;
        this.observations = observations;
        this.paths = paths;
        this.progress = progress;
        this.clock = clock;
        this.jdbc = jdbc;
    }

    @EventListener
    void ready(ApplicationReadyEvent event) throws IOException {
        boolean fresh = accounts.isEmpty();
        timeline.begins(clock.ahead());
        Optional<DataPlace> place = DataPlace.isInMemory(properties.data())
                ? Optional.empty()
                : Optional.of(DataPlace.of(properties.data()));
        if (fresh && properties.demo()) {
            if (place.isPresent()) {
                place.get().beginsDemo();
            }
            demo.ground();
        }
        boolean withPast = fresh && properties.demo() && properties.past();
        timeline.runUntil(withPast ? timeline.now() : timeline.present());
        progress.begin(2, "setting up the Lab");
        lab.build();
        if (withPast) {
            progress.begin(3, "playing the demo’s morning");
            Instant from = timeline.now();
            Instant until = timeline.present();
            long began = System.nanoTime();
            // What is played can be played again: it goes to the disk in large pieces, not with each commit.
            jdbc.update("set write_delay 500");
            demo.past(now -> progress.done(
                    Duration.between(from, now).toMillis()
                            / (double) Duration.between(from, until).toMillis(),
                    Duration.ofNanos(System.nanoTime() - began)));
        }
        timeline.runUntil(timeline.present());
        observations.flush();
        if (withPast) {
            jdbc.update("set write_delay 0");
        }
        int http = Integer.parseInt(environment.getProperty("local.server.port", "8080"));
        progress.begin(4, "opening the phones’ side");
        paths.touch(devices.allIds());
        if (withPast) {
            paths.computeTouched();
            // That took a while: what was due in it happens in its order, or registrations would have run out
            // unrefreshed.
            timeline.runUntil(timeline.present());
        }
        lab.goLive(http);
        paths.start();
        if (place.isPresent()) {
            place.get().hasDemo();
        }
        String lead = fresh && !properties.demo() ? firstLead() : "";
        progress.ready();
        announce(lead, http);
    }

    /** The first sign-in's password. */
    private String firstLead() {
        String password = SipPassword.generate(new SecureRandom());
        accounts.add("lead", "Lead", Role.LEAD, password);
        return password;
    }

    /** To whoever started it and to nobody else: what is said here does not pass through the log, which is kept. */
    private void announce(String lead, int http) {
        StringBuilder words = new StringBuilder("\n  Jordfell is at http://127.0.0.1:" + http + "\n");
        if (properties.demo()) {
            DemoScenario.SIGN_INS.forEach(s -> words.append(String.format(
                    "  %-10s %-16s %s%n", s.role().name().toLowerCase(Locale.ROOT), s.login(), s.password())));
        } else if (!lead.isEmpty()) {
            words.append("  First sign-in, shown this once: lead ").append(lead).append('\n');
        }
        words.append("  SIP on udp and tcp 127.0.0.1:")
                .append(lab.sipPort())
                .append(", tls 127.0.0.1:")
                .append(lab.tlsPort())
                .append('\n');
        System.out.println(words);
    }
}
