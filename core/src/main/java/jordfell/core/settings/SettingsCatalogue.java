package jordfell.core.settings;

import static jordfell.core.settings.Setting.Scope.DEVICE;
import static jordfell.core.settings.Setting.Scope.LINE;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingType.Choice;
import jordfell.core.settings.SettingType.Host;
import jordfell.core.settings.SettingType.Text;
import jordfell.core.settings.SettingType.Whole;
import jordfell.core.settings.SettingType.YesNo;
import jordfell.core.settings.SettingType.Zone;

/** Every setting there is, in the order in which screens show them. */
public final class SettingsCatalogue {

    public static final String REGISTRAR = "registration.registrar";
    public static final String TRANSPORT = "registration.transport";
    public static final String EXPIRY = "registration.expiry";
    public static final String RETRY = "registration.retry";
    public static final String KEEP_ALIVE = "registration.keep-alive";
    public static final String LOCAL_PORT = "registration.local-port";
    public static final String CHECK_EVERY = "provisioning.check-every";
    public static final String ZONE = "clock.zone";
    public static final String TIME_SERVER = "clock.server";
    public static final String CLOCK_FORMAT = "clock.format";
    public static final String CALL_WAITING = "calls.waiting";
    public static final String VOICEMAIL = "calls.voicemail";
    public static final String DTMF = "calls.dtmf";
    public static final String LINE_LABEL = "screen.line-label";
    public static final String LANGUAGE = "screen.language";
    public static final String BACKLIGHT = "screen.backlight";
    public static final String VLAN = "network.vlan";
    public static final String LOG_LEVEL = "diagnostics.log-level";

    private static final List<Setting> ALL = build();

    private SettingsCatalogue() {}

    public static List<Setting> all() {
        return ALL;
    }

    public static List<Setting> of(Scope scope) {
        return ALL.stream().filter(s -> s.scope() == scope).toList();
    }

    public static Optional<Setting> find(String key) {
        return ALL.stream().filter(s -> s.key().equals(key)).findFirst();
    }

    private static List<Setting> build() {
        List<Setting> list = new ArrayList<>();
        String group = "Registration";
        add(
                list,
                group,
                REGISTRAR,
                "Registrar",
                LINE,
                new Host(),
                null,
                "The SIP domain whose registrars the line looks up.");
        add(list, group, TRANSPORT, "Transport", LINE, new Choice(List.of("udp")), "udp", "How SIP travels.");
        add(
                list,
                group,
                EXPIRY,
                "Expiry",
                LINE,
                new Whole(30, 86_400, "s"),
                "3600",
                "How long a registration is asked for.");
        add(
                list,
                group,
                RETRY,
                "Retry after refusal",
                DEVICE,
                new Whole(2, 3_600, "s"),
                "30",
                "How long the phone waits after a refused registration before it tries again.");
        add(
                list,
                group,
                KEEP_ALIVE,
                "Keep-alive",
                LINE,
                new Whole(0, 600, "s"),
                "25",
                "How often a line reminds the router that it is there; 0 is never.");
        add(
                list,
                group,
                LOCAL_PORT,
                "Local SIP port",
                LINE,
                new Whole(1_024, 65_535, ""),
                "5060",
                "The port the line sends from.");
        group = "Provisioning";
        add(
                list,
                group,
                CHECK_EVERY,
                "Check for changes",
                DEVICE,
                new Whole(30, 86_400, "s"),
                "900",
                "How often the phone asks for its configuration.");
        group = "Clock";
        add(list, group, ZONE, "Time zone", DEVICE, new Zone(), "Etc/UTC", "The zone the phone's clock shows.");
        add(list, group, TIME_SERVER, "Time server", DEVICE, new Host(), null, "Where the phone gets the time (NTP).");
        add(
                list,
                group,
                CLOCK_FORMAT,
                "Clock format",
                DEVICE,
                new Choice(List.of("24", "12")),
                "24",
                "Hours in a day on the screen.");
        group = "Calls";
        add(
                list,
                group,
                CALL_WAITING,
                "Call waiting",
                DEVICE,
                new YesNo(),
                "yes",
                "Whether a second call rings during a call.");
        add(list, group, VOICEMAIL, "Voicemail number", LINE, new Text(32), "*86", "What the voicemail key dials.");
        add(
                list,
                group,
                DTMF,
                "DTMF",
                DEVICE,
                new Choice(List.of("rtp-event", "info", "inband")),
                "rtp-event",
                "How pressed digits travel in a call; rtp-event is RFC 4733.");
        group = "Screen";
        add(list, group, LINE_LABEL, "Line label", LINE, new Text(64), "", "What stands beside the line key.");
        add(
                list,
                group,
                LANGUAGE,
                "Language",
                DEVICE,
                new Choice(List.of("en", "da", "de", "fi", "is", "nb", "sv")),
                "en",
                "The language of the menus.");
        add(
                list,
                group,
                BACKLIGHT,
                "Backlight",
                DEVICE,
                new Whole(0, 3_600, "s"),
                "60",
                "How long the screen stays lit; 0 is always.");
        group = "Network";
        add(
                list,
                group,
                VLAN,
                "VLAN",
                DEVICE,
                new Whole(0, 4_094, ""),
                "0",
                "The tagged network for voice; 0 is none.");
        group = "Diagnostics";
        add(
                list,
                group,
                LOG_LEVEL,
                "Log level",
                DEVICE,
                new Whole(0, 7, ""),
                "4",
                "How much the phone writes down; 7 is most (RFC 5424 §6.2.1).");
        return List.copyOf(list);
    }

    private static void add(
            List<Setting> list,
            String group,
            String key,
            String label,
            Scope scope,
            SettingType type,
            @org.jspecify.annotations.Nullable String fallback,
            String purpose) {
        list.add(new Setting(key, group, label, scope, type, Optional.ofNullable(fallback), purpose));
    }
}
