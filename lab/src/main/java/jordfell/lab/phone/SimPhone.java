package jordfell.lab.phone;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.net.Endpoint;
import jordfell.lab.phone.PhoneConfig.Station;
import jordfell.lab.registrar.Responses;

/**
 * A simulated phone: fetches its file, registers its lines, answers and places calls. It runs in the world's order;
 * every method must be called from there.
 */
public final class SimPhone {

    private static final int DNS_PORT = 40_053;
    private static final Duration FIRST_RETRY = Duration.ofSeconds(2);
    private static final Duration LONGEST_UNCONFIGURED_RETRY = Duration.ofSeconds(4);
    private static final Duration INSTALLING = Duration.ofSeconds(2);
    private static final Duration DEFAULT_RETRY = Duration.ofSeconds(10);

    private final PhoneEnvironment world;
    private final Consumer<PhoneState> keep;
    private final Maker maker;
    private PhoneState state;
    private Optional<PhoneConfig> config = Optional.empty();
    private List<LineClient> lines = new ArrayList<>();
    private final Map<String, CallLeg> calls = new HashMap<>();
    private RegistrarLocator locator;
    private String trouble = "";

    /** What somebody typed to claim a record; forgotten once it was answered. */
    private String claim = "";

    /** Counts restarts: what was planned before one must not happen after it. */
    private int life;

    /** @param keep is told whenever something changes that the phone keeps without power */
    public SimPhone(PhoneState state, PhoneEnvironment world, Consumer<PhoneState> keep) {
        this.state = state;
        this.maker = Maker.of(state.model());
        this.world = world;
        this.keep = keep;
        this.locator = newLocator();
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
            boot();
        }
    }

    public void power(boolean on) {
        if (on == state.powered()) {
            return;
        }
        change(state.powered(on));
        shutDown();
        if (on) {
            boot();
        }
    }

    /** Off and on again. */
    public void restart() {
        if (state.powered()) {
            shutDown();
            boot();
        }
    }

    public void cable(boolean in) {
        change(state.cable(in));
        world.network().plug(state.address(), in);
    }

    /** Somebody types a password on the phone itself, which then registers anew. */
    public void typePassword(int line, String password) {
        Map<Integer, String> typed = new HashMap<>(state.typed());
        typed.put(line, password);
        change(state.typed(typed));
        apply();
    }

    /** Somebody types each of two lines' passwords into the other one's field. */
    public void crossLines(int one, int other) {
        Optional<String> first = password(one);
        Optional<String> second = password(other);
        if (first.isPresent() && second.isPresent()) {
            Map<Integer, String> typed = new HashMap<>(state.typed());
            typed.put(one, second.get());
            typed.put(other, first.get());
            change(state.typed(typed));
            apply();
        }
    }

    /** Somebody types a claim code; the phone asks with it at once. */
    public void typeClaim(String code) {
        claim = code;
        trouble = "";
        fetch(() -> {});
    }

    /** Somebody gives a softphone the file that a handoff told. */
    public void takeFile(String text, String revision) {
        if (readFile(text)) {
            change(state.file(text, revision));
            apply();
        }
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
        if (!trouble.isEmpty()) {
            return trouble;
        }
        if (config.isEmpty()) {
            return "asking for its configuration";
        }
        List<String> words = lines.stream()
                .map(l -> l.station().number() + " " + l.state().name().toLowerCase(Locale.ROOT))
                .toList();
        return String.join(", ", words);
    }

    /** Calls a user from its first registered line and hangs up; tells whether the call was taken, and the answer. */
    public void call(String user, BiConsumer<Boolean, String> result) {
        if (!call(user, CallLeg.BRIEFLY, result)) {
            result.accept(false, "no line is registered");
        }
    }

    /** The number under which its first registered line stands, which may not be the one on record any more. */
    public Optional<String> registeredNumber() {
        return lines.stream()
                .filter(l -> l.registrar().isPresent())
                .map(l -> l.station().number())
                .findFirst();
    }

    /** Calls a user and talks for so long; false if no line is registered. */
    public boolean talk(String user, Duration talk) {
        return call(user, talk, (worked, answer) -> {});
    }

    public boolean inCall() {
        return state.powered() && calls.values().stream().anyMatch(CallLeg::isUp);
    }

    private boolean call(String user, Duration talk, BiConsumer<Boolean, String> result) {
        Optional<LineClient> line =
                lines.stream().filter(l -> l.registrar().isPresent()).findFirst();
        if (!state.powered() || line.isEmpty()) {
            return false;
        }
        Station station = line.get().station();
        CallLeg leg = new CallLeg(
                world.timeline(),
                token(),
                "<sip:" + station.number() + "@" + station.home() + ">",
                "sip:" + user + "@" + station.home(),
                contact(line.get()),
                line.get().self(),
                line.get().registrar().get(),
                this::send,
                talk,
                result);
        calls.values().removeIf(CallLeg::isOver);
        calls.put(leg.callId(), leg);
        leg.start();
        return true;
    }

    // What follows is for the phone's own lines.

    String userAgent() {
        return state.model() + "/" + state.firmware();
    }

    String token() {
        return Long.toHexString(world.random().nextLong());
    }

    RegistrarLocator locator() {
        return locator;
    }

    Duration retryDelay() {
        return config.map(c -> Duration.ofSeconds(c.tryAgain())).orElse(DEFAULT_RETRY);
    }

    String contact(LineClient line) {
        return "<sip:" + line.station().number() + "@" + line.self() + ">";
    }

    void send(Endpoint from, Endpoint to, SipMessage message) {
        world.network().send(from, to, message.bytes());
    }

    /** Looks for a changed file; goes on as planned if there is none, since a changed one starts all lines anew. */
    void checkThen(Runnable goOn) {
        int started = life;
        List<LineClient> before = lines;
        fetch(() -> {
            if (life == started && lines == before) {
                goOn.run();
            }
        });
    }

    private void boot() {
        life++;
        locator = newLocator();
        world.network().attach(dnsSocket(), (from, bytes) -> locator.receive(bytes));
        readFile(state.file());
        int thisLife = life;
        checkThen(() -> {
            if (life == thisLife && lines.isEmpty()) {
                apply();
            }
        });
        planNextLook();
    }

    private void shutDown() {
        life++;
        stopLines();
        calls.clear();
        config = Optional.empty();
        trouble = "";
        world.network().detach(dnsSocket());
    }

    private void stopLines() {
        lines.forEach(line -> {
            line.stop();
            world.network().detach(line.self());
        });
        lines = new ArrayList<>();
    }

    private void planNextLook() {
        int thisLife = life;
        Duration every = config.map(c -> Duration.ofSeconds(c.askEvery())).orElse(Duration.ofMinutes(15));
        world.timeline().after(every, () -> {
            if (life == thisLife) {
                fetch(() -> {});
                planNextLook();
            }
        });
    }

    private void fetch(Runnable unchanged) {
        fetch(unchanged, FIRST_RETRY);
    }

    private void fetch(Runnable unchanged, Duration retry) {
        int thisLife = life;
        Consumer<ConfigSource.Answer> taker = answer -> world.timeline().post(() -> {
            if (life == thisLife) {
                take(answer, unchanged, retry);
            }
        });
        if (!world.network().isPlugged(state.address())) {
            taker.accept(new ConfigSource.Answer(0, "", ""));
            return;
        }
        String revision = config.isPresent() ? state.revision() : "";
        world.configs().fetch(request(revision), taker);
    }

    private ConfigSource.Request request(String revision) {
        return new ConfigSource.Request(
                state.site(),
                maker.fileName(mac()),
                revision,
                userAgent(),
                claim,
                config.map(c -> c.upkeep().user()).orElse(""),
                config.map(c -> c.upkeep().password()).orElse(""));
    }

    /** Asks for other firmware when the file says so, installs it, and starts anew: step by step until it has it. */
    private void lookForFirmware() {
        String wanted = config.map(c -> c.upkeep().firmware()).orElse("");
        if (wanted.isEmpty()
                || wanted.equals(state.firmware())
                || !world.network().isPlugged(state.address())) {
            return;
        }
        int thisLife = life;
        world.configs()
                .fetchFirmware(
                        request(""),
                        mac().compact(),
                        answer -> world.timeline().post(() -> {
                            if (life == thisLife && answer.status() == 200 && answer.size() > 0) {
                                world.timeline().after(INSTALLING, () -> {
                                    if (life == thisLife) {
                                        change(state.firmware(answer.version()));
                                        restartWhenIdle();
                                    }
                                });
                            }
                        }));
    }

    private void take(ConfigSource.Answer answer, Runnable unchanged, Duration retry) {
        if (answer.status() > 0 && !claim.isEmpty()) {
            claim = "";
            trouble = answer.status() == 403 ? answer.body() : "";
            keep.accept(state);
        }
        if (answer.status() == 200 && readFile(answer.body())) {
            change(state.file(answer.body(), answer.revision()));
            apply();
        } else if (config.isPresent()) {
            unchanged.run();
        } else {
            // Out of its box, or with a file it can't read: it asks again and again.
            Duration longer = retry.multipliedBy(2);
            int thisLife = life;
            world.timeline().after(retry, () -> {
                if (life == thisLife) {
                    fetch(
                            unchanged,
                            longer.compareTo(LONGEST_UNCONFIGURED_RETRY) < 0 ? longer : LONGEST_UNCONFIGURED_RETRY);
                }
            });
        }
    }

    private boolean readFile(String text) {
        if (text.isEmpty()) {
            return false;
        }
        try {
            config = Optional.of(maker.read(text));
            trouble = "";
            return true;
        } catch (UnreadableFile e) {
            trouble = "can’t read its file, " + e.getMessage();
            return false;
        }
    }

    /** Starts all lines with what the file and people's fingers say. */
    private void apply() {
        stopLines();
        for (Station station : stations()) {
            Endpoint self = new Endpoint(state.address(), station.ownPort() + offset(station));
            LineClient line = new LineClient(this, world.timeline(), station, self);
            lines.add(line);
            world.network().attach(self, (from, bytes) -> receive(line, from, bytes));
        }
        List.copyOf(lines).forEach(LineClient::start);
        lookForFirmware();
    }

    /** Lines with the same port take the next ones, as one socket serves one line here. */
    private int offset(Station station) {
        return (int) stations().stream()
                .filter(s -> s.position() < station.position() && s.ownPort() == station.ownPort())
                .count();
    }

    private List<Station> stations() {
        return config.map(PhoneConfig::stations).orElse(List.of()).stream()
                .map(s -> s.withPassword(state.typed().getOrDefault(s.position(), s.password())))
                .toList();
    }

    private void receive(LineClient line, Endpoint from, byte[] bytes) {
        if (!(SipReader.read(bytes) instanceof SipReading.Message read)) {
            return;
        }
        SipMessage message = read.message();
        CallLeg leg = calls.get(message.first("Call-ID").orElse(""));
        if (message.isResponse() && line.owns(message)) {
            line.receive(message);
        } else if (leg != null) {
            leg.receive(message, from);
        } else if (!message.isResponse()) {
            answer(line, from, message);
        }
    }

    private void answer(LineClient line, Endpoint from, SipMessage request) {
        switch (request.method()) {
            case "OPTIONS", "BYE" -> reply(line, from, request, 200);
            case "NOTIFY" -> {
                reply(line, from, request, 200);
                if (request.first("Event")
                        .filter(e -> e.endsWith("restart=true"))
                        .isPresent()) {
                    restartWhenIdle();
                } else {
                    fetch(() -> {});
                }
            }
            case "INVITE" -> {
                reply(line, from, request, 180);
                world.timeline().after(Duration.ofMillis(600), () -> reply(line, from, request, 200));
            }
            case "ACK" -> {}
            default -> reply(line, from, request, 405);
        }
    }

    /** A restart waits for the end of a call. */
    private void restartWhenIdle() {
        if (inCall()) {
            int thisLife = life;
            world.timeline().after(FIRST_RETRY, () -> {
                if (life == thisLife) {
                    restartWhenIdle();
                }
            });
        } else {
            restart();
        }
    }

    private void reply(LineClient line, Endpoint from, SipMessage request, int status) {
        SipMessage response = Responses.to(request, from, status);
        if (request.method().equals("INVITE")) {
            response = response.with("Contact", contact(line));
        }
        send(line.self(), Responses.destination(request, from), response);
    }

    private RegistrarLocator newLocator() {
        return new RegistrarLocator(world.timeline(), world.network(), world.random(), dnsSocket(), world.dns());
    }

    private Endpoint dnsSocket() {
        return new Endpoint(state.address(), DNS_PORT);
    }

    private void change(PhoneState changed) {
        state = changed;
        keep.accept(changed);
    }
}
