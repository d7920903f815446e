package jordfell.lab.phone;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import jordfell.lab.net.Endpoint;
import jordfell.lab.ntp.Sntp;

/** The clock of a phone: it has no battery, and asks a time server when it starts and from time to time (RFC 4330). */
final class PhoneClock {

    /** When its clock begins without power. */
    static final Instant BEGINS = Instant.parse("2020-01-01T00:00:00Z");

    private static final Duration PATIENCE = Duration.ofSeconds(1);
    private static final int MOST_QUESTIONS = 3;
    private static final int OWN_PORT = 40_123;

    private final SimPhone phone;
    private final PhoneEnvironment world;
    private String server = "";
    private byte[] asked = new byte[0];
    private Runnable waiting = () -> {};

    PhoneClock(SimPhone phone, PhoneEnvironment world) {
        this.phone = phone;
        this.world = world;
    }

    /** What time it is by it. */
    Instant now() {
        return world.timeline().now().plus(phone.state().clockOff());
    }

    /** The phone gets power. */
    void starts() {
        if (!phone.habits().timeServer().isEmpty()) {
            phone.change(
                    phone.state().clockOff(Duration.between(world.timeline().now(), BEGINS)));
        }
    }

    /** Asks for the time and goes on then, or when nobody answers. */
    void begin(Runnable then) {
        server = phone.habits().timeServer();
        if (server.isEmpty()) {
            then.run();
            return;
        }
        world.network().attach(socket(), (from, bytes) -> take(bytes));
        ask(then);
        askAgainLater();
    }

    /** Another server, where the file names one by now. */
    void follow() {
        if (!phone.habits().timeServer().equals(server)) {
            begin(() -> {});
        }
    }

    void forget() {
        world.network().detach(socket());
        server = "";
        waiting = () -> {};
    }

    private Endpoint socket() {
        return new Endpoint(phone.state().address(), OWN_PORT);
    }

    private void askAgainLater() {
        String still = server;
        world.timeline().after(Duration.ofSeconds(phone.habits().clockEvery()), phone.inThisLife(() -> {
            if (server.equals(still)) {
                ask(() -> {});
                askAgainLater();
            }
        }));
    }

    private void ask(Runnable then) {
        phone.locator().host(server, Sntp.PORT, found -> {
            if (found.isPresent()) {
                send(found.get(), 1, then);
            } else {
                phone.log().write(PhoneLog.WARNING, "CLOCK", "time server " + server + " is not found");
                then.run();
            }
        });
    }

    private void send(Endpoint to, int question, Runnable then) {
        byte[] request = Sntp.request(now());
        asked = request;
        waiting = then;
        world.network().send(socket(), to, request);
        world.timeline().after(PATIENCE, phone.inThisLife(() -> {
            if (asked != request) {
                return;
            }
            if (question < MOST_QUESTIONS) {
                send(to, question + 1, then);
            } else {
                phone.log().write(PhoneLog.WARNING, "CLOCK", "time server " + server + " does not answer");
                answered();
            }
        }));
    }

    private void take(byte[] bytes) {
        Optional<Instant> told = asked.length == 0 ? Optional.empty() : Sntp.time(bytes, asked);
        told.ifPresent(time -> {
            Duration off = Duration.between(world.timeline().now(), time);
            // What the way took is not worth keeping.
            Duration rounded = off.abs().compareTo(Duration.ofMillis(500)) < 0 ? Duration.ZERO : off;
            if (!rounded.equals(phone.state().clockOff())) {
                phone.change(phone.state().clockOff(rounded));
            }
            answered();
        });
    }

    private void answered() {
        Runnable goOn = waiting;
        asked = new byte[0];
        waiting = () -> {};
        goOn.run();
    }
}
