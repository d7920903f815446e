package jordfell.server.demo;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import jordfell.core.device.Device;
import jordfell.core.identity.MacAddress;
import jordfell.core.intake.IntakeColumn;
import jordfell.core.intake.IntakeRow;
import jordfell.core.path.Standing;
import jordfell.server.alarm.DemoAlarms;
import jordfell.server.intake.Enrolling;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.lab.LabService;
import jordfell.server.records.DeviceStore;
import jordfell.server.release.ReleaseService;
import jordfell.server.security.Role;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;

/**
 * Tarnholm Ferries replaces its phones: three hours of a day, played on the virtual clock through the same services
 * that the screens use, so that every state shown has come about.
 */
@Component
public class DemoScenario {

    /** Who can sign in to the demo. */
    public record SignIn(String login, String name, Role role, String password) {}

    public static final List<SignIn> SIGN_INS = List.of(
            new SignIn("lena", "Lena Ravn", Role.LEAD, "lantern-harbour-41"),
            new SignIn("mats", "Mats Lindqvaist", Role.TECHNICIAN, "slipway-copper-27"),
            new SignIn("oona", "Oona Reiss", Role.VIEWER, "gangway-heron-63"));

    private final Jdbc jdbc;
    private final DemoClock clock;
    private final DemoGround ground;
    private final DemoRoster roster;
    private final DemoPhones phones;
    private final DemoLinks links;
    private final DemoTrouble trouble;
    private final DemoDirectory directory;
    private final DemoAlarms alarms;
    private final DeviceStore devices;
    private final Enrolling enrolling;
    private final ReleaseService releases;
    private final LabService lab;

    DemoScenario(
            Jdbc jdbc,
            DemoClock clock,
            DemoGround ground,
            DemoRoster roster,
            DemoPhones phones,
            DemoLinks links,
            DemoTrouble trouble,
            DemoDirectory directory,
            DemoAlarms alarms,
            DeviceStore devices,
            Enrolling enrolling,
            ReleaseService releases,
            LabService lab) {
        this.jdbc = jdbc;
        this.clock = clock;
        this.ground = ground;
        this.roster = roster;
        this.phones = phones;
        this.links = links;
        this.trouble = trouble;
        this.directory = directory;
        this.alarms = alarms;
        this.devices = devices;
        this.enrolling = enrolling;
        this.releases = releases;
        this.lab = lab;
    }

    /** Domains, sites, templates, people and sign-ins. */
    public void ground() {
        DemoClock.as("Lena Ravn", () -> {
            jdbc.inTransaction(() -> ground.build(SIGN_INS));
            directory.publish();
            alarms.build();
        });
    }

    /**
     * Three hours: the terminal runs, the pier is being rolled out, and people have been at their phones.
     *
     * @param heard is told now and then what time it is in the past
     */
    public void past(Consumer<Instant> heard) {
        clock.tell(heard);
        List<CSVRecord> rows = DemoTables.records("devices.csv");
        DemoClock.as("Lena Ravn", () -> {
            enrolAndRelease(rows, "Tarnholm Terminal", "terminal, first lorry");
            enrolAndRelease(rows, "Norrskar Workshop", "workshop");
            enrolAndRelease(rows, "Auction Hall", "auction hall");
            enrolAndRelease(rows, "Sundholm Pilot House", "pilot house");
            links.build();
        });
        clock.run(Duration.ofMinutes(4));
        testCalls(rows, List.of("Tarnholm Terminal", "Norrskar Workshop", "Auction Hall"));
        clock.run(Duration.ofMinutes(50));
        phones.phone(DemoTrouble.label(rows, "silent")).power(false);
        clock.run(Duration.ofMinutes(36));
        DemoClock.as("Mats Lindqvaist", () -> enrolAndRelease(rows, "Eskvik Pier", "pier, summer timetable"));
        DemoClock.as("Lena Ravn", roster::build);
        DemoClock.as("Lena Ravn", directory::publish);
        DemoClock.as("Mats Lindqvaist", directory::newcomer);
        DemoClock.as("Mats Lindqvaist", this::waitingAndSpare);
        clock.run(Duration.ofMinutes(5));
        testCalls(rows, List.of("Eskvik Pier"));
        clock.run(Duration.ofMinutes(20));
        trouble.begin(rows);
        Duration left = Duration.between(clock.now(), Instant.now());
        clock.run(left.minusMinutes(2));
        trouble.strangersKnock();
        DemoClock.as(
                "Mats Lindqvaist",
                () -> rows.stream()
                        .filter(r -> r.get("state").equals("fresh"))
                        .forEach(r -> phones.phone(r.get("label")).power(true)));
    }

    /** A box that has not come, and one that lies on the shelf. */
    private void waitingAndSpare() {
        enrolling.enrol(
                List.of(
                        new IntakeRow(Map.of(
                                IntakeColumn.DEVICE, "claim",
                                IntakeColumn.SITE, "Eskvik Pier",
                                IntakeColumn.KIT, "Ticket seller",
                                IntakeColumn.PERSON, "Juno Aalto",
                                IntakeColumn.LABEL, "Ticket window 11",
                                IntakeColumn.EXTENSION, "draw")),
                        new IntakeRow(Map.of(
                                IntakeColumn.DEVICE, "02-4B-7A-00-53-F0",
                                IntakeColumn.SERIAL, "K24-7700412",
                                IntakeColumn.MODEL, "korrin-k24",
                                IntakeColumn.SITE, "Eskvik Pier",
                                IntakeColumn.LABEL, "Spare K24, cupboard 2"))),
                "pier, leftovers");
        Device spare = devices.byMac(MacAddress.of("02-4B-7A-00-53-F0")).orElseThrow();
        devices.setLines(spare.id(), List.of());
        devices.setStanding(spare.id(), Standing.SPARE);
    }

    private void enrolAndRelease(List<CSVRecord> all, String siteName, String reason) {
        List<CSVRecord> rows =
                all.stream().filter(r -> r.get("site").equals(siteName)).toList();
        List<Long> ids = enrolling
                .enrol(rows.stream().map(DemoScenario::intakeRow).toList(), reason)
                .deviceIds();
        List<Long> ready = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            CSVRecord row = rows.get(i);
            String state = row.get("state");
            note(ids.get(i), row.get("note"));
            if (!List.of("parked", "unbound").contains(state)) {
                ready.add(ids.get(i));
            }
            if (!List.of("never", "parked", "unbound").contains(state)) {
                phones.unbox(row.get("mac"), row.get("model"), siteName, !state.equals("fresh"));
            }
        }
        releases.release(ready, reason);
    }

    private static IntakeRow intakeRow(CSVRecord row) {
        return new IntakeRow(Map.of(
                IntakeColumn.DEVICE, row.get("mac"),
                IntakeColumn.MODEL, row.get("model"),
                IntakeColumn.SITE, row.get("site"),
                IntakeColumn.TEMPLATE, row.get("template"),
                IntakeColumn.LABEL, row.get("label"),
                IntakeColumn.PERSON, row.get("person"),
                IntakeColumn.EXTENSION, row.get("extension").isEmpty() ? "none" : row.get("extension"),
                IntakeColumn.SECOND_LINE, row.get("second")));
    }

    private void testCalls(List<CSVRecord> rows, List<String> at) {
        rows.stream()
                .filter(r -> r.get("state").equals("proven") && at.contains(r.get("site")))
                .forEach(r -> lab.world()
                        .testCall(
                                MacAddress.of(r.get("mac")),
                                r.get("site").equals("Auction Hall") ? DemoGround.AUCTION : DemoGround.TARNHOLM,
                                r.get("extension"),
                                () -> {}));
        clock.run(Duration.ofSeconds(20));
    }

    private void note(long deviceId, String text) {
        if (!text.isEmpty()) {
            Device d = devices.find(deviceId).orElseThrow();
            devices.change(d.edited(d.model(), d.siteId(), d.template(), d.label(), text));
        }
    }
}
