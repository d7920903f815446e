package jordfell.lab.phone;

import java.time.Duration;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.InstanceId;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.phone.Lamp.Light;
import jordfell.lab.phone.PhoneConfig.Station;
import jordfell.lab.time.Timeline;

/**
 * One lamp of a phone as a subscriber: asks to be told, answers the challenge, shows what it is told, asks again in time, and
 * tries anew when it is refused (RFC 6665 §4.1).
 */
final class LampClient {

    private static final int LEASE_SECONDS = 3_600;

    /** As a line does it (RFC 3261 §17.1.2.2, T1). */
    private static final int MOST_SENDINGS = 5;

    private static final Duration T1 = Duration.ofMillis(500);
    private static final Duration AFTER_A_REFUSAL = Duration.ofMinutes(2);
    private static final Pattern STATE = Pattern.compile("<state>\\s*([a-z]+)\\s*</state>");

    private final SimPhone phone;
    private final Timeline timeline;
    private final LineClient line;
    private final String caption;
    private final String number;
    private final boolean forMessages;
    private String callId = "";
    private String localTag = "";
    private String to = "";
    private String target = "";
    private long cseq;
    private Optional<SipMessage> open = Optional.empty();
    private boolean stopped;
    private Light light = Light.DARK;

    /**
     * A lamp.
     *
     * @param line the line through which it asks
     * @param forMessages whether it shows that messages wait, rather than that calls are up
     */
    LampClient(SimPhone phone, Timeline timeline, LineClient line, String caption, String number, boolean forMessages) {
        this.phone = phone;
        this.timeline = timeline;
        this.line = line;
        this.caption = caption;
        this.number = number;
        this.forMessages = forMessages;
    }

    Lamp lamp() {
        return new Lamp(caption, number, light);
    }

    /** In a subscription of its own, whatever was before. */
    void begin() {
        callId = "lamp-" + phone.token() + "@" + line.self().host();
        localTag = phone.token();
        to = "<" + watched() + ">";
        target = watched();
        subscribe(Optional.empty());
    }

    /** Without a word, as a pulled plug does. */
    void stop() {
        stopped = true;
    }

    boolean owns(SipMessage message) {
        return message.first("Call-ID").filter(callId::equals).isPresent();
    }

    /** Takes the answer to its SUBSCRIBE. */
    void answered(SipMessage response) {
        boolean answersOpen =
                open.filter(r -> r.first("CSeq").equals(response.first("CSeq"))).isPresent();
        if (stopped || !answersOpen || response.status() < 200) {
            return;
        }
        SipMessage request = open.get();
        open = Optional.empty();
        int status = response.status();
        boolean proves = request.first("Authorization")
                .or(() -> request.first("Proxy-Authorization"))
                .isPresent();
        if (status < 300) {
            granted(response);
        } else if ((status == 401 || status == 407) && !proves) {
            subscribe(Optional.of(response));
        } else {
            dark(status == 481 ? Duration.ZERO : AFTER_A_REFUSAL);
        }
    }

    private void granted(SipMessage response) {
        to = response.first("To").orElse(to);
        target = SipHeaders.contacts(response).stream()
                .findFirst()
                .map(c -> c.uri())
                .orElse(target);
        light = light == Light.DARK ? Light.OFF : light;
        int seconds = response.first("Expires")
                .filter(e -> e.matches("[0-9]{1,6}"))
                .map(Integer::parseInt)
                .orElse(LEASE_SECONDS);
        String granted = callId;
        timeline.after(Duration.ofSeconds(Math.max(1, seconds * 4L / 5)), () -> {
            if (!stopped && callId.equals(granted)) {
                subscribe(Optional.empty());
            }
        });
    }

    /** Takes what it is told (RFC 4235 §4.1, RFC 3842 §5.2). */
    void told(SipMessage notify) {
        if (notify.first("Subscription-State")
                .filter(s -> s.startsWith("terminated"))
                .isPresent()) {
            dark(Duration.ZERO);
            return;
        }
        light = forMessages ? messages(notify.body()) : calls(notify.body());
    }

    private static Light messages(String body) {
        return body.toLowerCase(java.util.Locale.ROOT).contains("messages-waiting: yes") ? Light.ON : Light.OFF;
    }

    private static Light calls(String body) {
        Light shown = Light.OFF;
        Matcher states = STATE.matcher(body);
        while (states.find()) {
            switch (states.group(1)) {
                case "confirmed" -> {
                    return Light.ON;
                }
                case "trying", "early" -> shown = Light.BLINKING;
                default -> {}
            }
        }
        return shown;
    }

    private void dark(Duration pause) {
        light = Light.DARK;
        String over = callId;
        timeline.after(pause, () -> {
            if (!stopped && callId.equals(over)) {
                begin();
            }
        });
    }

    private void subscribe(Optional<SipMessage> challenged) {
        Station station = line.station();
        SipMessage request = SipMessage.request("SUBSCRIBE", target)
                .with(
                        "Via",
                        "SIP/2.0/" + line.self().transport() + " " + line.self() + ";rport;branch=z9hG4bK"
                                + phone.token())
                .with("Max-Forwards", "70")
                .with("From", "<sip:" + station.number() + "@" + station.home() + ">;tag=" + localTag)
                .with("To", to)
                .with("Call-ID", callId)
                .with("CSeq", ++cseq + " SUBSCRIBE")
                .with("Contact", phone.contact(line) + ";+sip.instance=\"<" + InstanceId.of(phone.mac()) + ">\"")
                .with("Event", forMessages ? "message-summary" : "dialog")
                .with("Accept", forMessages ? "application/simple-message-summary" : "application/dialog-info+xml")
                .with("Expires", Integer.toString(LEASE_SECONDS))
                .with("User-Agent", phone.userAgent());
        open = Optional.of(challenged.map(response -> proved(request, response)).orElse(request));
        send(open.get(), 1);
    }

    private SipMessage proved(SipMessage request, SipMessage response) {
        boolean byProxy = response.status() == 407;
        Station station = line.station();
        return response.all(byProxy ? "Proxy-Authenticate" : "WWW-Authenticate").stream()
                .flatMap(h -> DigestChallenge.read(h).stream())
                .findFirst()
                .map(challenge -> DigestAnswer.to(
                        challenge, station.authUser(), station.password(), "SUBSCRIBE", target, phone.token(), 1))
                .map(answer -> request.with(byProxy ? "Proxy-Authorization" : "Authorization", answer.header()))
                .orElse(request);
    }

    private void send(SipMessage request, int sending) {
        boolean over = open.filter(request::equals).isEmpty();
        Optional<Endpoint> registrar = line.registrar();
        if (stopped || over) {
            return;
        }
        if (sending > MOST_SENDINGS || registrar.isEmpty()) {
            open = Optional.empty();
            dark(AFTER_A_REFUSAL);
            return;
        }
        phone.send(line.self(), registrar.get(), request);
        timeline.after(T1.multipliedBy(1L << (sending - 1)), () -> send(request, sending + 1));
    }

    private String watched() {
        return "sip:" + number + "@" + line.station().home();
    }
}
