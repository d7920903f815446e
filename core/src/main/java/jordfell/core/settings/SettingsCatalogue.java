package jordfell.core.settings;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jordfell.core.settings.Setting.Scope;

/** Every setting there is, in the order in which screens show them; {@code catalogue.csv} lists them. */
public final class SettingsCatalogue {

    // The keys that rules and records speak of themselves.
    public static final String REGISTRAR = "registration.registrar";
    public static final String TRANSPORT = "registration.transport";
    public static final String EXPIRY = "registration.expiry";
    public static final String REFRESH = "registration.refresh";
    public static final String RETRY = "registration.retry";
    public static final String KEEP_ALIVE = "registration.keep-alive";
    public static final String LOCAL_PORT = "registration.local-port";
    public static final String SPREAD = "provisioning.spread";
    public static final String CHECK_EVERY = "provisioning.check-every";
    public static final String PROVISIONING_USER = "provisioning.user";
    public static final String PROVISIONING_PASSWORD = "provisioning.password";
    public static final String ZONE = "clock.zone";
    public static final String TIME_SERVER = "clock.server";
    public static final String CLOCK_FORMAT = "clock.format";
    public static final String CALL_WAITING = "calls.waiting";
    public static final String CODECS = "calls.codecs";
    public static final String VOICEMAIL = "calls.voicemail";
    public static final String DTMF = "calls.dtmf";
    public static final String DIGIT_MAP = "calls.digit-map";
    public static final String DIAL_TIMER = "calls.dial-timer";
    public static final String EMERGENCY = "calls.emergency";
    public static final String FORWARD_ALWAYS = "calls.forward-always";
    public static final String FORWARD_BUSY = "calls.forward-busy";
    public static final String FORWARD_UNANSWERED = "calls.forward-unanswered";
    public static final String UNANSWERED_AFTER = "calls.unanswered-after";
    public static final String RTP_FIRST = "network.rtp-first";
    public static final String RTP_LAST = "network.rtp-last";
    public static final String LINE_LABEL = "screen.line-label";
    public static final String LANGUAGE = "screen.language";
    public static final String BACKLIGHT = "screen.backlight";
    public static final String SIDECARS = "keys.sidecars";
    public static final String VLAN = "network.vlan";
    public static final String LOG_TARGET = "diagnostics.log-target";
    public static final String LOG_PORT = "diagnostics.log-port";
    public static final String LOG_LEVEL = "diagnostics.log-level";
    public static final String MAY_CAPTURE = "diagnostics.capture";
    public static final String FIRMWARE = "firmware.version";
    public static final String PHONEBOOK_ORDER = "phonebook.order";
    public static final String PHONEBOOK_EVERY = "phonebook.every";

    /** The slots of phonebooks, in their order. */
    public static final List<String> PHONEBOOKS = List.of("phonebook.first", "phonebook.second", "phonebook.third");

    /** Behind a slot: what stands above it on the phone. */
    public static final String CALLED = "-called";

    private static final List<Setting> ALL = CatalogueFile.read();
    private static final Map<String, Setting> BY_KEY =
            ALL.stream().collect(Collectors.toUnmodifiableMap(Setting::key, Function.identity()));
    private static final Map<Scope, List<Setting>> BY_SCOPE =
            ALL.stream().collect(Collectors.groupingBy(Setting::scope, Collectors.toUnmodifiableList()));

    private static final Map<String, Integer> PLACES = places();

    private SettingsCatalogue() {}

    public static List<Setting> all() {
        return ALL;
    }

    public static List<Setting> of(Scope scope) {
        return BY_SCOPE.getOrDefault(scope, List.of());
    }

    /** Where a setting stands among those of its scope, from 0; -1 if there is no such setting. */
    static int place(String key) {
        return PLACES.getOrDefault(key, -1);
    }

    private static Map<String, Integer> places() {
        Map<String, Integer> places = new HashMap<>();
        BY_SCOPE.values().forEach(settings -> {
            for (int i = 0; i < settings.size(); i++) {
                places.put(settings.get(i).key(), i);
            }
        });
        return Map.copyOf(places);
    }

    public static Optional<Setting> find(String key) {
        return Optional.ofNullable(BY_KEY.get(key));
    }
}
