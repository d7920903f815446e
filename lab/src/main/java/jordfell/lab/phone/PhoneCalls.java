package jordfell.lab.phone;

import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
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
    private final Map<String, RungCall> rung = new HashMap<>();
    private boolean takesCalls = true;
    private Optional<ShownCaller> caller = Optional.empty();

    PhoneCalls(SimPhone phone, PhoneEnvironment world) {
        this.phone = phone;
        this.world = world;
    }

    boolean isUp() {
        return legs.values().stream().anyMatch(CallLeg::isUp)
                || rung.values().stream().anyMatch(RungCall::isUp);
    }

    void staffed(boolean isStaffed) {
        takesCalls = isStaffed;
    }

    boolean isStaffed() {
        return takesCalls;
    }

    /** The phone goes off: nobody is told. */
    void forget() {
        legs.clear();
        rung.values().forEach(RungCall::ended);
        rung.clear();
        caller = Optional.empty();
    }

    /** Who calls, or called last. */
    Optional<ShownCaller> caller() {
        return caller;
    }

    /** Calls a user from a line that is registered and talks for so long. */
    void place(LineClient line, String user, Duration talk, BiConsumer<Boolean, String> result) {
        place(line, user, "", talk, result);
    }

    /** @param keys what is pressed once somebody answered; empty for nothing */
    void place(LineClient line, String user, String keys, Duration talk, BiConsumer<Boolean, String> result) {
        Station station = line.station();
        PhoneConfig.Talk speech = phone.talk();
        CallLeg leg = new CallLeg(
                world.timeline(),
                phone.token(),
                "<sip:" + station.number() + "@" + station.home() + ">",
                "sip:" + user + "@" + station.home(),
                phone.contact(line),
                line.self(),
                line.registrar().orElseThrow(),
                phone::send,
                new CallLeg.Manner(
                        CallLeg.PATIENCE,
                        talk.plus(PressedKeys.lasting(keys)),
                        speech.voices(),
                        speech.tones().offered()),
                result);
        Endpoint media = new Endpoint(line.self().host(), Speech.PORT);
        PressedKeys pressed = new PressedKeys(world.timeline(), world.network(), media, speech.tones());
        leg.whenUp(answer -> pressed.press(keys, answer, leg::info));
        legs.values().removeIf(CallLeg::isOver);
        legs.put(leg.callId(), leg);
        leg.start();
    }

    /** A message to this line that is not about its registration. */
    void receive(LineClient line, Endpoint from, SipMessage message) {
        CallLeg leg = legs.get(message.first("Call-ID").orElse(""));
        // A phone that calls its own other line is on both sides of the call.
        boolean isOfLeg = message.isResponse()
                || message.method().equals("BYE") && ofCall(message).isEmpty();
        if (leg != null && isOfLeg) {
            leg.receive(message, from);
        } else if (!message.isResponse()) {
            answer(line, from, message);
        }
    }

    private void answer(LineClient line, Endpoint from, SipMessage request) {
        switch (request.method()) {
            case "OPTIONS" -> reply(line, from, request, 200);
            case "BYE" -> {
                reply(line, from, request, 200);
                ofCall(request).ifPresent(RungCall::ended);
            }
            case "CANCEL" -> {
                reply(line, from, request, ofCall(request).isPresent() ? 200 : 481);
                ofCall(request).ifPresent(RungCall::cancelled);
            }
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
            case "INVITE" -> ofCall(request).ifPresentOrElse(RungCall::again, () -> ring(line, from, request));
            case "ACK" -> ofCall(request).ifPresent(RungCall::acknowledged);
            default -> reply(line, from, request, 405);
        }
    }

    private Optional<RungCall> ofCall(SipMessage request) {
        return Optional.ofNullable(rung.get(request.first("Call-ID").orElse("")));
    }

    private void ring(LineClient line, Endpoint from, SipMessage invite) {
        rung.values().removeIf(RungCall::isOver);
        if (Speech.isStrange(invite, phone.talk().voices())) {
            phone.send(
                    line.self(), Responses.destination(invite, from), Speech.refusing(Responses.to(invite, from, 488)));
            return;
        }
        PhoneConfig.Sends sends = line.station().sends();
        RungCall call = new RungCall(
                world.timeline(),
                invite,
                from,
                phone.contact(line),
                line.self(),
                phone.talk().voices(),
                response -> phone.send(line.self(), Responses.destination(invite, from), response));
        rung.put(invite.first("Call-ID").orElse(""), call);
        if (!sends.always().isEmpty()) {
            call.sendOn(target(line, sends.always()));
            return;
        }
        call.ring();
        String number = invite.first("P-Asserted-Identity")
                .flatMap(value -> SipHeaders.contacts(value).stream().findFirst())
                .or(() -> SipHeaders.from(invite))
                .map(SipAddress::user)
                .orElse("");
        caller = Optional.of(new ShownCaller(number, phone.caller(number)));
        if (invite.first("Answer-Mode").filter("Auto"::equalsIgnoreCase).isPresent()) {
            call.takeOff(); // somebody asked for it here (RFC 5373 §4.1)
        } else if (takesCalls) {
            world.timeline().after(RINGING, call::takeOff);
        } else if (!sends.unanswered().isEmpty()) {
            world.timeline()
                    .after(
                            Duration.ofSeconds(sends.afterSeconds()),
                            () -> call.sendOn(target(line, sends.unanswered())));
        }
    }

    private static String target(LineClient line, String number) {
        return "<sip:" + number + "@" + line.station().home() + ">";
    }

    private void reply(LineClient line, Endpoint from, SipMessage request, int status) {
        phone.send(line.self(), Responses.destination(request, from), Responses.to(request, from, status));
    }
}
