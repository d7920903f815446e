package jordfell.lab.phone;

import java.nio.charset.StandardCharsets;
import java.time.temporal.ChronoUnit;
import jordfell.lab.net.Endpoint;

/** What a phone writes down, sent to whoever its file names (RFC 5424, RFC 5426). */
final class PhoneLog {

    static final int ERROR = 3;
    static final int WARNING = 4;
    static final int NOTICE = 5;
    static final int INFO = 6;

    private static final int LOCAL_0 = 16;
    private static final int OWN_PORT = 40_514;

    /** The enterprise number for examples (RFC 5612). */
    private static final String ELEMENT = "device@32473";

    private final SimPhone phone;
    private final PhoneEnvironment world;

    PhoneLog(SimPhone phone, PhoneEnvironment world) {
        this.phone = phone;
        this.world = world;
    }

    /**
     * Writes a line if it was told to write what is so urgent.
     *
     * @param severity 0 to 7, the most urgent first (§6.2.1)
     * @param subject what it is about, in capital letters
     */
    void write(int severity, String subject, String text) {
        PhoneConfig.Log wanted = phone.habits().log();
        if (wanted.target().isEmpty() || severity > wanted.level()) {
            return;
        }
        String line = "<" + (LOCAL_0 * 8 + severity) + ">1 "
                + phone.clock().truncatedTo(ChronoUnit.MILLIS) + " "
                + phone.state().address() + " "
                + phone.state().model().replace(' ', '-') + " - " + subject
                + " [" + ELEMENT + " mac=\"" + phone.mac() + "\"] " + text;
        Endpoint self = new Endpoint(phone.state().address(), OWN_PORT);
        phone.locator()
                .host(
                        wanted.target(),
                        wanted.port(),
                        found -> found.ifPresent(
                                to -> world.network().send(self, to, line.getBytes(StandardCharsets.UTF_8))));
    }
}
