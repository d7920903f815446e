package jordfell.lab.world;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import jordfell.core.evidence.FollowedCall;
import jordfell.core.evidence.FollowedCall.Rung;
import jordfell.core.identity.MacAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;

/** Calls that are made to see what rings: who is rung and when, as it passes the registrars. */
final class FollowedCalls {

    /** What answers by itself rings nowhere. */
    private static final Set<Endpoint> SERVICES =
            Set.of(TestCaller.ADDRESS, Voicemail.ADDRESS, OutsideLine.ADDRESS, Announcer.ADDRESS);

    private static final class Call {
        private final Instant began;
        private final Consumer<FollowedCall> told;
        private final List<Rung> rung = new ArrayList<>();

        Call(Instant began, Consumer<FollowedCall> told) {
            this.began = began;
            this.told = told;
        }

        void tell(boolean isAnswered, String words, Instant now) {
            told.accept(new FollowedCall(rung, isAnswered, words, Duration.between(began, now)));
        }
    }

    private final Map<String, Call> byId = new HashMap<>();

    /** @param told hears whenever the call comes further, and of its end */
    void begin(String callId, Instant now, Consumer<FollowedCall> told) {
        byId.put(callId, new Call(now, told));
    }

    void end(String callId, boolean isAnswered, String words, Instant now) {
        Optional.ofNullable(byId.remove(callId)).ifPresent(call -> call.tell(isAnswered, words, now));
    }

    /** A message that passes a registrar. */
    void see(SipMessage message, Endpoint peer, Optional<MacAddress> device, boolean toNode, Instant now) {
        Call call = message.method().equals("INVITE")
                ? byId.get(message.first("Call-ID").orElse(""))
                : null;
        if (call == null || SERVICES.contains(peer)) {
            return;
        }
        if (!toNode && !message.isResponse()) {
            rung(call, message, peer, device, now);
        } else if (toNode && message.isResponse()) {
            said(call, message.status(), peer, now);
        }
    }

    private static void rung(Call call, SipMessage invite, Endpoint peer, Optional<MacAddress> device, Instant now) {
        String number =
                SipHeaders.uri(invite.requestUri()).map(uri -> uri.user()).orElse("");
        boolean isRepeated = call.rung.stream()
                .anyMatch(r -> r.peer().equals(peer.toString()) && r.number().equals(number) && r.answer() == 0);
        if (!isRepeated) {
            call.rung.add(new Rung(number, peer.toString(), device, Duration.between(call.began, now), false, 0));
            call.tell(false, "", now);
        }
    }

    private static void said(Call call, int status, Endpoint peer, Instant now) {
        for (int i = call.rung.size() - 1; i >= 0; i--) {
            Rung rung = call.rung.get(i);
            if (rung.peer().equals(peer.toString()) && rung.answer() == 0) {
                call.rung.set(i, rung.said(status));
                call.tell(false, "", now);
                return;
            }
        }
    }
}
