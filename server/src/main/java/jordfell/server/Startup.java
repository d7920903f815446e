package jordfell.server;

import java.io.IOException;
import java.security.SecureRandom;
import java.time.Instant;
import jordfell.core.roster.SipPassword;
import jordfell.lab.time.Timeline;
import jordfell.server.config.JordfellProperties;
import jordfell.server.demo.DemoScenario;
import jordfell.server.device.DeviceStore;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.lab.LabService;
import jordfell.server.observe.ObservationLog;
import jordfell.server.security.AccountStore;
import jordfell.server.security.Role;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/** Brings the world to life once the server listens, and says where it is. */
@Component
class Startup {

    private static final Logger log = LoggerFactory.getLogger(Startup.class);

    private final JordfellProperties properties;
    private final Environment environment;
    private final Timeline timeline;
    private final LabService lab;
    private final DemoScenario demo;
    private final AccountStore accounts;
    private final DeviceStore devices;
    private final ObservationLog observations;
    private final PathKeeper paths;

    Startup(
            JordfellProperties properties,
            Environment environment,
            Timeline timeline,
            LabService lab,
            DemoScenario demo,
            AccountStore accounts,
            DeviceStore devices,
            ObservationLog observations,
            PathKeeper paths) {
        this.properties = properties;
        this.environment = environment;
        this.timeline = timeline;
        this.lab = lab;
        this.demo = demo;
        this.accounts = accounts;
        this.devices = devices;
        this.observations = observations;
        this.paths = paths;
    }

    @EventListener
    void ready(ApplicationReadyEvent event) throws IOException {
        boolean fresh = accounts.isEmpty();
        if (fresh && properties.demo()) {
            demo.ground();
        }
        boolean withPast = fresh && properties.demo() && properties.past();
        timeline.runUntil(withPast ? timeline.now() : Instant.now());
        lab.build();
        if (withPast) {
            demo.past();
        }
        timeline.runUntil(Instant.now());
        observations.flush();
        paths.touch(devices.allIds());
        paths.computeTouched();
        int http = Integer.parseInt(environment.getProperty("local.server.port", "8080"));
        lab.goLive(http);
        paths.start();
        announce(fresh, http);
    }

    private void announce(boolean fresh, int http) {
        StringBuilder words = new StringBuilder("\n  Jordfell is at http://127.0.0.1:" + http + "\n");
        if (properties.demo()) {
            DemoScenario.SIGN_INS.forEach(s -> words.append(String.format(
                    "  %-10s %-16s %s%n",
                    s.role().name().toLowerCase(java.util.Locale.ROOT), s.login(), s.password())));
        } else if (fresh) {
            String password = SipPassword.generate(new SecureRandom());
            accounts.add("lead", "Lead", Role.LEAD, password);
            words.append("  First sign-in, shown this once: lead ")
                    .append(password)
                    .append('\n');
        }
        words.append("  SIP on udp 127.0.0.1:").append(lab.sipPort()).append('\n');
        log.info("{}", words);
    }
}
