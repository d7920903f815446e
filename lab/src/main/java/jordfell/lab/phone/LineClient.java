package jordfell.lab.phone;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.InstanceId;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Transport;
import jordfell.lab.phone.PhoneConfig.Station;
import jordfell.lab.time.Timeline;
import jordfell.lab.tls.Alert;

/**
 * One line of a phone as a SIP user agent: finds its registrar, registers, answers the challenge, refreshes, fails over
 * and tries again (RFC 3261 §10.2, RFC 3263 §4.3).
 */
final class LineClient {

    /** Retransmissions double from half a second (RFC 3261 §17.1.2.2, T1); after these the target is given up. */
    private static final int MOST_SENDINGS = 5;

    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(1);

    /** A line that is refused this often in a row takes twice as long until it tries again, and after as many more three times. */
    private static final int EAGER_TRIES = 6;

    private static final Duration LONGEST_CONNECTION = Duration.ofHours(4);

    private static final Duration T1 = Duration.ofMillis(500);

    /** How a line stands, for the phone's screen. */
    enum State {
        IDLE,
        LOCATING,
        REGISTERING,
        REGISTERED,
        REFUSED,
        LOGGED_OFF
    }

    private final SimPhone phone;
    private final Timeline timeline;
    private final Station station;
    private Endpoint self;
    private final String callId;
    private List<Endpoint> targets = List.of();
    private int target;
    private int expires;
    private long cseq;
    private int nonceCount;
    private int silences;
    private int refusals;
    private Optional<DigestChallenge> challenge = Optional.empty();
    private Optional<SipMessage> open = Optional.empty();
    private boolean leaving;
    private Instant connected = Instant.EPOCH;
    private boolean keepsAlive;
    private boolean stopped;
    private State state = State.IDLE;

    LineClient(SimPhone phone, Timeline timeline, Station station, Endpoint self) {
        this.phone = phone;
        this.timeline = timeline;
        this.station = station;
        this.self = self;
        this.expires = station.lease();
        this.callId = phone.token() + "@" + self.host();
    }

    Station station() {
        return station;
    }

    Endpoint self() {
        return self;
    }

    State state() {
        return state;
    }

    /** The registrar it is registered at. */
    Optional<Endpoint> registrar() {
        return state == State.REGISTERED && target < targets.size()
                ? Optional.of(targets.get(target))
                : Optional.empty();
    }

    void start() {
        if (stopped) {
            return;
        }
        state = State.LOCATING;
        phone.locator().locate(station, found -> {
            if (stopped) {
                return;
            }
            targets = found;
            target = 0;
            if (found.isEmpty()) {
                phone.log().write(PhoneLog.WARNING, "LOCATE", "no registrar is found for " + station.home());
                retryLater();
            } else {
                approach();
            }
        });
    }

    /** Ends the line without a word, as a pulled plug does. */
    void stop() {
        stopped = true;
    }

    /** Takes its registration back (RFC 3261 §10.2.2) and is quiet from then on. */
    void logOff() {
        if (registrar().isPresent()) {
            leaving = true;
            expires = 0;
            register(Optional.empty());
        }
    }

    boolean owns(SipMessage response) {
        return response.first("Call-ID").filter(callId::equals).isPresent() && isFor(response);
    }

    /** A response whose topmost Via names another sender is not for this line (RFC 3261 §18.1.2). */
    private boolean isFor(SipMessage response) {
        return SipHeaders.topVia(response)
                .filter(via -> via.host().equals(self.host()) && via.port() == self.port())
                .isPresent();
    }

    /** Takes a response to one of its REGISTERs. */
    void receive(SipMessage response) {
        boolean answersOpen =
                open.filter(r -> r.first("CSeq").equals(response.first("CSeq"))).isPresent();
        if (stopped || !answersOpen || response.status() < 200) {
            return;
        }
        SipMessage request = open.get();
        open = Optional.empty();
        switch (response.status()) {
            case 200 -> accepted(response);
            case 401 -> challenged(request, response);
            case 423 -> tooBrief(response);
            case 503 -> unavailable(response);
            default -> refused(response);
        }
    }

    private void accepted(SipMessage response) {
        if (leaving) {
            state = State.LOGGED_OFF;
            stopped = true;
            return;
        }
        state = State.REGISTERED;
        silences = 0;
        refusals = 0;
        phone.registered(this);
        keepAlive();
        int granted = SipHeaders.contacts(response).stream()
                .filter(c -> c.param("+sip.instance")
                        .filter(i -> i.contains(phone.mac().compact()))
                        .isPresent())
                .flatMap(c -> c.param("expires").stream())
                .map(Integer::parseInt)
                .findFirst()
                .orElse(expires);
        timeline.after(
                Duration.ofMillis((long) (granted * 1000 * station.manner().refreshPercent() / 100.0)), () -> {
                    if (!stopped && state == State.REGISTERED) {
                        refresh();
                    }
                });
    }

    /** By TLS over a new connection, unless it was kept open: registrars close those on which nothing comes, and old ones. */
    private void refresh() {
        boolean isOpen =
                station.manner().keepAlive() > 0 && timeline.now().isBefore(connected.plus(LONGEST_CONNECTION));
        if (self.transport() == Transport.TLS && !isOpen) {
            approach();
        } else {
            register(Optional.empty());
        }
    }

    /** Keeps the way through its router open while it is registered (RFC 5626 §3.5). */
    private void keepAlive() {
        int every = station.manner().keepAlive();
        if (every == 0 || keepsAlive) {
            return;
        }
        keepsAlive = true;
        timeline.after(Duration.ofSeconds(every), this::nudge);
    }

    private void nudge() {
        keepsAlive = false;
        if (!stopped) {
            registrar().ifPresent(to -> {
                phone.nudge(self, to);
                keepAlive();
            });
        }
    }

    private void challenged(SipMessage request, SipMessage response) {
        Optional<DigestChallenge> asked = response.all("WWW-Authenticate").stream()
                .flatMap(h -> DigestChallenge.read(h).stream())
                .findFirst();
        boolean answeredBefore = request.first("Authorization").isPresent();
        if (asked.isEmpty() || answeredBefore && !asked.get().stale()) {
            refused(response);
            return;
        }
        challenge = asked;
        nonceCount = 0;
        register(asked);
    }

    private void tooBrief(SipMessage response) {
        String min = response.first("Min-Expires").orElse("");
        if (min.matches("[0-9]{1,6}") && Integer.parseInt(min) > expires) {
            expires = Integer.parseInt(min);
            register(Optional.empty());
        } else {
            refused(response);
        }
    }

    /** Another registrar may have time (RFC 3263 §4.3); else this one says when it will (RFC 3261 §21.5.4). */
    private void unavailable(SipMessage response) {
        if (target + 1 < targets.size()) {
            nextTarget();
            return;
        }
        state = State.REFUSED;
        challenge = Optional.empty();
        Duration asked = response.first("Retry-After")
                .map(text -> text.strip().split("[ ;(]", 2)[0])
                .filter(text -> text.matches("[0-9]{1,6}"))
                .map(text -> Duration.ofSeconds(Long.parseLong(text)))
                .orElse(Duration.ZERO);
        Duration pause = asked.compareTo(phone.retryDelay()) > 0 ? asked : phone.retryDelay();
        retryAfter(pause.plus(phone.within(pause.dividedBy(2))));
    }

    private void refused(SipMessage response) {
        phone.log()
                .write(
                        PhoneLog.WARNING,
                        "REGISTER",
                        station.number() + " is refused: "
                                + response.startLine().substring("SIP/2.0 ".length()));
        state = State.REFUSED;
        challenge = Optional.empty();
        int times = 1 + Math.min(refusals / EAGER_TRIES, 2);
        refusals++;
        retryAfter(atMost(phone.retryDelay().multipliedBy(times)));
    }

    /** After a failure the phone first looks whether its configuration was mended, and then tries again. */
    private void retryLater() {
        Duration pause = pause();
        silences++;
        Duration half = pause.dividedBy(2);
        retryAfter(half.plus(phone.within(half)));
    }

    private void retryAfter(Duration pause) {
        timeline.after(pause, () -> {
            if (!stopped) {
                phone.checkThen(this::start);
            }
        });
    }

    /** Where nobody answers: as long as its file says for a refusal, and twice as long each further time (RFC 5626 §4.5). */
    private Duration pause() {
        return atMost(phone.retryDelay().multipliedBy(1L << Math.min(silences, 5)));
    }

    /** A minute at most, unless its file says more. */
    private Duration atMost(Duration pause) {
        Duration usual = phone.retryDelay();
        Duration most = usual.compareTo(LONGEST_PAUSE) > 0 ? usual : LONGEST_PAUSE;
        return pause.compareTo(most) < 0 ? pause : most;
    }

    /** Registers at a registrar; by TLS only if the certificate that is shown there is good (RFC 5922 §7). */
    private void approach() {
        Endpoint at = targets.get(target);
        self = self.by(at.transport());
        connected = timeline.now();
        Optional<Alert> refused =
                self.transport() == Transport.TLS ? phone.refuses(at, station.home(), self) : Optional.empty();
        if (refused.isEmpty()) {
            register(Optional.empty());
            return;
        }
        phone.log()
                .write(
                        PhoneLog.ERROR,
                        "TLS",
                        "the certificate of " + at + " is not taken: "
                                + refused.get().word());
        nextTarget();
    }

    private void register(Optional<DigestChallenge> fresh) {
        SipMessage request = SipMessage.request("REGISTER", "sip:" + station.home())
                .with("Via", "SIP/2.0/" + self.transport() + " " + self + ";rport;branch=z9hG4bK" + phone.token())
                .with("Max-Forwards", "70")
                .with("From", "<sip:" + station.number() + "@" + station.home() + ">;tag=" + phone.token())
                .with("To", "<sip:" + station.number() + "@" + station.home() + ">")
                .with("Call-ID", callId)
                .with("CSeq", ++cseq + " REGISTER")
                .with("Contact", phone.contact(this) + ";+sip.instance=\"<" + InstanceId.of(phone.mac()) + ">\"")
                .with("Expires", Integer.toString(expires))
                .with("Date", SipHeaders.date(phone.clock()))
                .with("User-Agent", phone.userAgent());
        Optional<DigestChallenge> answering = fresh.or(() -> challenge);
        if (answering.isPresent()) {
            String cnonce = phone.token();
            DigestAnswer answer = DigestAnswer.to(
                    answering.get(),
                    station.authUser(),
                    station.password(),
                    "REGISTER",
                    "sip:" + station.home(),
                    cnonce,
                    ++nonceCount);
            request = request.with("Authorization", answer.header());
        }
        if (state != State.REGISTERED) {
            state = State.REGISTERING;
        }
        open = Optional.of(request);
        send(request, 1);
    }

    private void send(SipMessage request, int sending) {
        boolean over = open.filter(request::equals).isEmpty();
        if (stopped || over) {
            return;
        }
        if (sending > MOST_SENDINGS) {
            nextTarget();
            return;
        }
        if (sending == 1 || !self.transport().isReliable()) { // what is sent over TCP arrives (RFC 3261 §17.1.2.2)
            phone.send(self, targets.get(target), request);
        }
        timeline.after(T1.multipliedBy(1L << (sending - 1)), () -> send(request, sending + 1));
    }

    private void nextTarget() {
        open = Optional.empty();
        challenge = Optional.empty();
        if (target + 1 < targets.size()) {
            target++;
            approach();
        } else {
            state = State.IDLE;
            retryLater();
        }
    }

    @Override
    public String toString() {
        return String.format(Locale.ROOT, "line %d (%s)", station.position(), state);
    }
}
