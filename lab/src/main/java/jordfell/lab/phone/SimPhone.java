package jordfell.lab.phone;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Supplier;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;
import jordfell.lab.phone.PhoneConfig.Station;
import jordfell.lab.tls.Alert;

/**
 * A simulated phone: fetches its file, registers its lines, answers and places calls. It runs in the world's order;
 * every method must be called from there.
 */
public final class SimPhone {

    private static final byte[] NUDGE = "\r\n\r\n".getBytes(StandardCharsets.US_ASCII);
    private static final Duration ASKING_AGAIN = Duration.ofSeconds(2);
    private static final Duration DEFAULT_RETRY = Duration.ofSeconds(10);

    private final PhoneEnvironment world;
    private final Consumer<PhoneState> keep;
    private final PhoneFiles files;
    private PhoneState state;
    private final PhoneLink link;
    private final PhoneClock clock;
    private final PhoneLog log;
    private final PhoneLines lines;
    private final PhoneCalls calls;
    private final PhoneLamps lamps;
    private final PhoneBooks books;
    private final Handset handset;
    private RegistrarLocator locator;

    /** Counts restarts: what was planned before one must not happen after it. */
    private int life;

    /** Counts plans to look for another file. */
    private int looks;

    /** @param keep is told whenever something changes that the phone keeps without power */
    public SimPhone(PhoneState state, PhoneEnvironment world, Consumer<PhoneState> keep) {
        this.state = state;
        this.world = world;
        this.keep = keep;
        this.files = new PhoneFiles(this, world);
        this.link = new PhoneLink(this, world);
        this.clock = new PhoneClock(this, world);
        this.log = new PhoneLog(this, world);
        this.calls = new PhoneCalls(this, world);
        this.lamps = new PhoneLamps(this, world);
        this.books = new PhoneBooks(this, world);
        this.lines = new PhoneLines(this, world, calls, lamps);
        this.handset = new Handset(this, world.timeline(), lines, calls, books);
        this.locator = new RegistrarLocator(world, state.address());
    }

    /** Whether the Lab can play a phone of this name. */
    public static boolean isMade(String model) {
        return Maker.find(model).isPresent();
    }

    public PhoneState state() {
        return state;
    }

    public MacAddress mac() {
        return state.mac();
    }

    /** Begins where the phone was left: switched on or off, cable in or out. */
    public void begin() {
        world.network().plug(state.address(), state.cable());
        if (state.powered()) {
            boot(() -> Duration.ZERO);
        }
    }

    public void power(boolean on) {
        if (on == state.powered()) {
            return;
        }
        change(state.powered(on));
        shutDown();
        if (on) {
            boot(() -> {
                clock.starts();
                return spread();
            });
        }
    }

    /** Many get power at the same moment: each waits for a while of its own, if its file says so. */
    private Duration spread() {
        int seconds = habits().spread();
        return seconds == 0 ? Duration.ZERO : Duration.ofMillis(world.random().nextLong(seconds * 1_000L));
    }

    /** Off and on again. */
    public void restart() {
        if (state.powered()) {
            shutDown();
            boot(() -> Duration.ZERO);
        }
    }

    public void cable(boolean in) {
        change(state.cable(in));
        world.network().plug(state.address(), in);
        if (in && state.powered()) {
            link.plugged();
        }
    }

    /** Somebody has all its lines log off; they stay so until it starts anew. */
    public void logOff() {
        lines.logOff();
    }

    /** Somebody has it forget its file and whatever was typed on it. */
    public void reset() {
        change(state.file("", ""));
        if (state.powered()) {
            shutDown();
            boot(() -> Duration.ZERO);
        }
    }

    /** Somebody types a password on the phone itself, which then registers anew. */
    public void typePassword(int line, String password) {
        change(state.typing(line, password));
        apply();
    }

    /** Somebody takes back what was typed by hand: the file counts again. */
    public void forgetTyped() {
        change(state.file(state.file(), state.revision()));
        apply();
    }

    /** Somebody types each of two lines' passwords into the other one's field. */
    public void crossLines(int one, int other) {
        Optional<String> first = password(one);
        Optional<String> second = password(other);
        if (first.isPresent() && second.isPresent()) {
            change(state.typing(one, second.get()).typing(other, first.get()));
            apply();
        }
    }

    /** Somebody sets its clock, so much ahead of the time; the phone tells it when it registers next. */
    public void setClock(Duration ahead) {
        change(state.clockOff(ahead));
    }

    /** Somebody types a claim code; the phone asks with it at once. */
    public void typeClaim(String code) {
        files.typeClaim(code);
    }

    /** Somebody gives it a file: the one that a handoff told, or another phone’s. False if it can’t read it. */
    public boolean takeFile(String text, String revision) {
        boolean isRead = files.read(text);
        if (isRead) {
            change(state.file(text, revision));
            apply();
        }
        return isRead;
    }

    /** Somebody sets an account on the phone itself, in place of its file’s; the next file takes it away. */
    public void setAccount(int line, PhoneState.TypedAccount account) {
        change(state.having(line, account));
        apply();
    }

    /** The password a line uses now: typed by hand, or else from the file. */
    public Optional<String> password(int line) {
        return stations().stream()
                .filter(s -> s.position() == line)
                .map(Station::password)
                .findFirst();
    }

    public int lineCount() {
        return stations().size();
    }

    /** What its screen would say, in a few words. */
    public String screen() {
        if (!state.powered()) {
            return "off";
        }
        if (!files.trouble().isEmpty()) {
            return files.trouble();
        }
        if (!link.isUp()) {
            return "waiting for an address";
        }
        if (!lines.isEmpty()) {
            return lines.words();
        }
        if (files.config().isEmpty() && link.site().isEmpty()) {
            return "nobody told it where its files are";
        }
        if (files.config().isEmpty()) {
            return "asking for its configuration";
        }
        return lines.words();
    }

    /** Whether one of its lines is registered by TLS. */
    public boolean speaksByTls() {
        return lines.running().stream()
                .flatMap(line -> line.registrar().stream())
                .anyMatch(at -> at.transport() == Transport.TLS);
    }

    /** What its lamps show. */
    public List<Lamp> lamps() {
        return lamps.lamps();
    }

    /** Somebody at the phone. */
    public Handset handset() {
        return handset;
    }

    // What follows is for the phone's own lines.

    String userAgent() {
        return state.model() + "/" + state.firmware();
    }

    /** What time it is by its own clock. */
    Instant clock() {
        return clock.now();
    }

    String token() {
        return Long.toHexString(world.random().nextLong());
    }

    PhoneLog log() {
        return log;
    }

    /** Where its files are, as it was told; empty if nobody told it. */
    String provisioning() {
        return link.site();
    }

    /** What it does by itself. */
    PhoneConfig.Habits habits() {
        return files.config().map(PhoneConfig::habits).orElse(PhoneConfig.Habits.NONE);
    }

    /** Why it does not speak by TLS there, which it tells the server; empty if it does. */
    Optional<Alert> refuses(Endpoint at, String domain, Endpoint self) {
        String name = habits().checksNames() ? domain : "";
        Optional<Alert> refused = world.servers()
                .certificate(at)
                .flatMap(shown -> world.servers().trust().refuse(shown, name, clock()));
        refused.ifPresent(alert -> world.servers().refused(at, self, alert));
        return refused;
    }

    /** Two empty lines, which mean nothing (RFC 5626 §3.5.1). */
    void nudge(Endpoint from, Endpoint to) {
        world.network().send(from, to, NUDGE);
    }

    /** Its lease says at which address it is. */
    void isAt(String address) {
        String before = state.address();
        if (address.equals(before)) {
            return;
        }
        world.network().detach(locator.socket());
        world.network().move(before, address);
        change(state.at(address));
        locator = new RegistrarLocator(world, address);
        world.network().attach(locator.socket(), (from, bytes) -> locator.receive(bytes));
    }

    RegistrarLocator locator() {
        return locator;
    }

    int life() {
        return life;
    }

    /** What it makes of keys that are pressed. */
    PhoneConfig.Dials dials() {
        return files.config().map(PhoneConfig::dials).orElse(PhoneConfig.Dials.WHATEVER);
    }

    /** Asks for another file of its own than its configuration. */
    void fetch(String file, String has, Consumer<ConfigSource.Answer> taker) {
        files.fetch(file, has, taker);
    }

    /** Who calls, as far as its phonebooks say. */
    Optional<FoundEntry> caller(String number) {
        return books.caller(number);
    }

    /** How it speaks in a call. */
    PhoneConfig.Talk talk() {
        return files.config().map(PhoneConfig::talk).orElse(PhoneConfig.Talk.USUAL);
    }

    /** A line was registered, for the first time or once more. */
    void registered(LineClient line) {
        files.config().ifPresent(config -> lamps.registered(line, config));
    }

    Duration retryDelay() {
        return files.config().map(c -> Duration.ofSeconds(c.tryAgain())).orElse(DEFAULT_RETRY);
    }

    /** Some time up to this, so that many that failed together do not come back together (RFC 5626 §4.5). */
    Duration within(Duration most) {
        return Duration.ofMillis(world.random().nextLong(most.toMillis() + 1));
    }

    String contact(LineClient line) {
        Transport by = line.self().transport();
        String transport = by == Transport.UDP ? "" : ";transport=" + by.param();
        return "<sip:" + line.station().number() + "@" + line.self() + transport + ">";
    }

    void send(Endpoint from, Endpoint to, SipMessage message) {
        world.network().send(from, to, message.bytes());
    }

    /** Somebody tells it to look for its file. */
    void lookAgain() {
        files.fetch(() -> {});
    }

    /** The work, unless the phone was off or started anew meanwhile. */
    Runnable inThisLife(Runnable work) {
        int thisLife = life;
        return () -> {
            if (life == thisLife) {
                work.run();
            }
        };
    }

    /** Looks for a changed file; goes on as planned if there is none, since a changed one starts all lines anew. */
    void checkThen(Runnable goOn) {
        List<LineClient> before = lines.running();
        files.fetch(inThisLife(() -> {
            if (lines.running() == before) {
                goOn.run();
            }
        }));
    }

    /** @param prepared how long it waits before it does anything, told once it has read its file */
    private void boot(Supplier<Duration> prepared) {
        life++;
        locator = new RegistrarLocator(world, state.address());
        world.network().attach(locator.socket(), (from, bytes) -> locator.receive(bytes));
        files.read(state.file());
        Duration wait = prepared.get();
        if (wait.isZero()) {
            link.begin(this::online);
        } else {
            world.timeline().after(wait, inThisLife(() -> link.begin(this::online)));
        }
    }

    /** It has an address. */
    private void online() {
        clock.begin(inThisLife(() -> {
            log.write(PhoneLog.NOTICE, "START", "started with " + state.firmware());
            if (!state.accounts().isEmpty()) {
                apply();
            }
            checkThen(() -> {
                if (lines.isEmpty()) {
                    apply();
                }
            });
            planNextLook();
        }));
    }

    private void shutDown() {
        life++;
        lines.stop();
        lamps.stop();
        calls.forget();
        books.forget();
        clock.forget();
        link.forget();
        files.forget();
        world.network().detach(locator.socket());
    }

    /** By what its file says; a plan made with another file is none any more. */
    private void planNextLook() {
        int plan = ++looks;
        Duration every =
                files.config().map(c -> Duration.ofSeconds(c.askEvery())).orElse(Duration.ofMinutes(15));
        world.timeline().after(every, inThisLife(() -> {
            if (plan == looks) {
                if (files.config().isPresent()) { // who has none asks all the time
                    lookAgain();
                }
                planNextLook();
            }
        }));
    }

    /** Starts all lines with what the file and people's fingers say. */
    void apply() {
        planNextLook();
        clock.follow();
        lamps.stop();
        lines.begin(stations());
        files.lookForFirmware();
        books.begin(files.config().map(PhoneConfig::books).orElse(PhoneConfig.Books.NONE));
    }

    private List<Station> stations() {
        Map<Integer, Station> all = new TreeMap<>();
        files.config()
                .map(PhoneConfig::stations)
                .orElse(List.of())
                .forEach(s ->
                        all.put(s.position(), s.withPassword(state.typed().getOrDefault(s.position(), s.password()))));
        state.accounts().forEach((line, account) -> all.put(line, Station.byHand(line, account)));
        return List.copyOf(all.values());
    }

    /** A restart waits for the end of a call. */
    void restartWhenIdle() {
        if (handset.inCall()) {
            world.timeline().after(ASKING_AGAIN, inThisLife(this::restartWhenIdle));
        } else {
            restart();
        }
    }

    void change(PhoneState changed) {
        state = changed;
        keep.accept(changed);
    }
}
