package jordfell.lab.world;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.bounded.Bounded;
import jordfell.core.media.SpeechDescription;
import jordfell.core.media.ToneEvent;
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
 * there once the PIN was pressed (keys as INFO, RFC 6086, or as RTP events, RFC 4733), and may try that three times.
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
    private final Map<String, Visit> visits = Bounded.byAge(MOST_VISITS);

    private static final class Visit {

        private final Watched box;
        private final boolean isOwner;
        private final SipMessage invite;
        private final Endpoint node;
        private final StringBuilder keys = new StringBuilder();

        /** From where it sends speech, and by which type of payload its keys come. */
        private final Optional<SpeechDescription> speech;

        /** The source and time of the press that was heard last: its packets come several times. */
        private long lastSource = -1;

        private long lastBegun = -1;
        private int tries;
        private boolean isOpen;

        Visit(Watched box, boolean isOwner, SipMessage invite, Endpoint node) {
            this.box = box;
            this.isOwner = isOwner;
            this.invite = invite;
            this.node = node;
            this.speech = SpeechDescription.read(invite.body());
        }

        boolean speaksFrom(Endpoint media) {
            return speech.filter(s -> s.address().equals(media.host()) && s.port() == media.port())
                    .isPresent();
        }

        boolean isNew(ToneEvent event) {
            boolean isSame = lastSource == event.source() && lastBegun == event.begun();
            lastSource = event.source();
            lastBegun = event.begun();
            return !isSame;
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
        network.attach(new Endpoint(ADDRESS.host(), Speech.PORT), this::hear);
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

    /** A key that comes in the stream of speech: it counts with the first of its packets that arrives. */
    private void hear(Endpoint from, byte[] packet) {
        visits.values().stream()
                .filter(visit -> visit.isOwner && visit.speaksFrom(from))
                .reduce((earlier, later) -> later)
                .ifPresent(visit -> visit.speech
                        .filter(s -> s.tones() > 0)
                        .flatMap(s -> ToneEvent.read(packet, s.tones()))
                        .filter(visit::isNew)
                        .ifPresent(event -> pressed(visit, String.valueOf(event.key()))));
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
        SipMessage bye = Hangup.of(visit.invite, visit.node, ADDRESS, USER + visits.size());
        network.send(ADDRESS, visit.node, bye.bytes());
    }

    private void answer(SipMessage request, Endpoint from, int status) {
        SipMessage response = Responses.to(request, from, status).with("Contact", "<sip:" + USER + "@" + ADDRESS + ">");
        boolean isTaken = request.method().equals("INVITE") && status == 200;
        SipMessage said = isTaken ? Speech.answering(response, request, ADDRESS, Speech.EVERYTHING) : response;
        network.send(ADDRESS, Responses.destination(request, from), said.bytes());
    }
}
