package jordfell.lab.phone;

import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.function.BiConsumer;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.phone.PhoneConfig.Station;
import jordfell.lab.registrar.Responses;

/** The calls of a phone: those that it places, and what reaches its lines beside the answers to their own requests. */
final class PhoneCalls {

    /** How long it rings before somebody takes it off. */
    private static final Duration RINGING = Duration.ofMillis(600);

    private final SimPhone phone;
    private final PhoneEnvironment world;
    private final Map<String, CallLeg> legs = new HashMap<>();

    PhoneCalls(SimPhone phone, PhoneEnvironment world) {
        this.phone = phone;
        this.world = world;
    }

    boolean isUp() {
        return legs.values().stream().anyMatch(CallLeg::isUp);
    }

    /** The phone goes off: nobody is told. */
    void forget() {
        legs.clear();
    }

    /** Calls a user from a line that is registered and talks for so long. */
    void place(LineClient line, String user, Duration talk, BiConsumer<Boolean, String> result) {
        Station station = line.station();
        CallLeg leg = new CallLeg(
                world.timeline(),
                phone.token(),
                "<sip:" + station.number() + "@" + station.home() + ">",
                "sip:" + user + "@" + station.home(),
                phone.contact(line),
                line.self(),
                line.registrar().orElseThrow(),
                phone::send,
                talk,
                result);
        legs.values().removeIf(CallLeg::isOver);
        legs.put(leg.callId(), leg);
        leg.start();
    }

    /** A message to this line that is not about its registration. */
    void receive(LineClient line, Endpoint from, SipMessage message) {
        CallLeg leg = legs.get(message.first("Call-ID").orElse(""));
        if (leg != null) {
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
                    phone.restartWhenIdle();
                } else {
                    phone.lookAgain();
                }
            }
            case "INVITE" -> {
                reply(line, from, request, 180);
                world.timeline().after(RINGING, () -> reply(line, from, request, 200));
            }
            case "ACK" -> {}
            default -> reply(line, from, request, 405);
        }
    }

    private void reply(LineClient line, Endpoint from, SipMessage request, int status) {
        SipMessage response = Responses.to(request, from, status);
        if (request.method().equals("INVITE")) {
            response = response.with("Contact", phone.contact(line));
        }
        phone.send(line.self(), Responses.destination(request, from), response);
    }
}
