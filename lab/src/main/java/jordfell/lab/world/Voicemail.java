package jordfell.lab.world;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.phone.Speech;
import jordfell.lab.registrar.Responses;
import jordfell.lab.watching.Messages;
import jordfell.lab.watching.Watched;

/**
 * A mailbox for every extension. A call that was sent on to it leaves a message's mark; whoever calls it itself hears what is
 * there once the PIN was pressed (RFC 6086, keys as INFO), and may try that three times.
 */
final class Voicemail implements Messages {

    /** What dial lists call it. */
    static final String USER = "voicemail";

    static final Endpoint ADDRESS = new Endpoint("192.0.2.8", 5060);

    private static final int MOST_VISITS = 1_000;
    private static final int MOST_MESSAGES = 99;
    private static final int MOST_TRIES = 3;
    private static final int LONGEST_PIN = 20;

    /** {@code Signal=5}, or the key alone. */
    private static final Pattern KEY = Pattern.compile("(?is)\\s*(?:signal\\s*=\\s*)?([0-9*#])(?:\\s.*)?");

    private final Network network;
    private final BiFunction<String, String, Optional<String>> pins;
    private final Consumer<Watched> changed;
    private final Map<Watched, Count> boxes = new HashMap<>();

    /** Those who call now; the oldest is forgotten when there are too many. */
    private final Map<String, Visit> visits = new LinkedHashMap<>() {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Visit> eldest) {
            return size() > MOST_VISITS;
        }
    };

    private static final class Visit {

        private final Watched box;
        private final boolean isOwner;
        private final SipMessage invite;
        private final Endpoint node;
        private final StringBuilder keys = new StringBuilder();
        private int tries;
        private boolean isOpen;

        Visit(Watched box, boolean isOwner, SipMessage invite, Endpoint node) {
            this.box = box;
            this.isOwner = isOwner;
            this.invite = invite;
            this.node = node;
        }
    }

    /**
     * A voicemail on a network.
     *
     * @param pins the PIN of an extension, by domain and number; empty if it has none, and nothing is heard then
     * @param changed hears whose messages are others by now
     */
    Voicemail(Network network, BiFunction<String, String, Optional<String>> pins, Consumer<Watched> changed) {
        this.network = network;
        this.pins = pins;
        this.changed = changed;
        network.attach(ADDRESS, this::receive);
    }

    @Override
    public Count of(Watched who) {
        return boxes.getOrDefault(who, Count.NONE);
    }

    private void receive(Endpoint from, byte[] bytes) {
        if (!(SipReader.read(bytes) instanceof SipReading.Message read)
                || read.message().isResponse()
                || read.message().method().equals("ACK")) {
            return;
        }
        SipMessage request = read.message();
        String id = request.first("Call-ID").orElse("");
        Optional<Visit> visit = Optional.ofNullable(visits.get(id));
        switch (request.method()) {
            case "INVITE" -> {
                visits.putIfAbsent(id, visit(request, from));
                answer(request, from, 200);
            }
            case "INFO" -> {
                Matcher key = KEY.matcher(request.body());
                answer(request, from, visit.isEmpty() ? 481 : key.matches() ? 200 : 415);
                visit.filter(v -> v.isOwner && key.matches()).ifPresent(v -> pressed(v, key.group(1)));
            }
            case "BYE" -> {
                answer(request, from, 200);
                visit.ifPresent(this::left);
                visits.remove(id);
            }
            default -> answer(request, from, 405);
        }
    }

    /** Who calls the number itself wants to hear; who was sent on has something to say to whom it called. */
    private static Visit visit(SipMessage invite, Endpoint node) {
        SipAddress from = SipHeaders.from(invite).orElseThrow();
        SipAddress to = SipHeaders.to(invite).orElseThrow();
        boolean isOwner = SipHeaders.uri(invite.requestUri())
                .filter(uri -> uri.user().equals(to.user()))
                .isPresent();
        return new Visit(
                isOwner ? new Watched(from.host(), from.user()) : new Watched(to.host(), to.user()),
                isOwner,
                invite,
                node);
    }

    private void left(Visit visit) {
        if (!visit.isOwner) {
            Count before = of(visit.box);
            boxes.put(visit.box, new Count(Math.min(MOST_MESSAGES, before.fresh() + 1), before.heard()));
            changed.accept(visit.box);
        }
    }

    private void pressed(Visit visit, String key) {
        Optional<String> pin = pins.apply(visit.box.domain(), visit.box.number());
        if (!key.equals("#") && visit.keys.length() < LONGEST_PIN) {
            visit.keys.append(key);
        }
        boolean isWhole = key.equals("#")
                || pin.filter(p -> p.length() == visit.keys.length()).isPresent();
        if (visit.isOpen || !isWhole) {
            return;
        }
        if (pin.filter(p -> p.contentEquals(visit.keys)).isPresent()) {
            visit.isOpen = true;
            Count before = of(visit.box);
            boxes.put(visit.box, new Count(0, Math.min(MOST_MESSAGES, before.heard() + before.fresh())));
            changed.accept(visit.box);
        } else if (++visit.tries >= MOST_TRIES) {
            hangUp(visit);
        }
        visit.keys.setLength(0);
    }

    private void hangUp(Visit visit) {
        SipMessage answer = Responses.to(visit.invite, visit.node, 200);
        String target = SipHeaders.contacts(visit.invite).stream()
                .map(SipAddress::uri)
                .findFirst()
                .orElse("sip:" + visit.node);
        SipMessage bye = SipMessage.request("BYE", target)
                .with(
                        "Via",
                        "SIP/2.0/UDP " + ADDRESS + ";rport;branch=z9hG4bKvoicemail" + visits.size()
                                + answer.first("Call-ID").orElse("").hashCode())
                .with("Max-Forwards", "70")
                .with("From", answer.first("To").orElse(""))
                .with("To", answer.first("From").orElse(""))
                .with("Call-ID", answer.first("Call-ID").orElse(""))
                .with("CSeq", "1 BYE");
        for (String route : visit.invite.all("Record-Route")) {
            bye = bye.with("Route", route);
        }
        network.send(ADDRESS, visit.node, bye.bytes());
    }

    private void answer(SipMessage request, Endpoint from, int status) {
        SipMessage response = Responses.to(request, from, status).with("Contact", "<sip:" + USER + "@" + ADDRESS + ">");
        boolean isTaken = request.method().equals("INVITE") && status == 200;
        SipMessage said = isTaken ? Speech.answering(response, request, ADDRESS, Speech.EVERYTHING) : response;
        network.send(ADDRESS, Responses.destination(request, from), said.bytes());
    }
}
