package jordfell.lab.registrar;

import java.time.Instant;
import jordfell.core.sip.SipMessage;

/**
 * Tells a registered phone that its configuration changed (event package {@code ua-profile}, RFC 6080 §6), or that it has to
 * restart for it. No RFC says how the latter is told; here the event {@code check-sync} with {@code restart=true} does.
 */
final class ProfileNotice {

    private ProfileNotice() {}

    static Outcome to(Binding binding, Addresses addresses, boolean restart, Instant now) {
        String id = "profile-" + now.toEpochMilli() + "-" + binding.number();
        SipMessage notice = SipMessage.request("NOTIFY", binding.contact().uri())
                .with("Via", addresses.via(binding.node(), binding.source().transport(), "z9hG4bK" + id))
                .with("Max-Forwards", "70")
                .with("From", "<sip:" + binding.domain() + ">;tag=" + id)
                .with("To", "<" + binding.contact().uri() + ">")
                .with("Call-ID", id)
                .with("CSeq", "1 NOTIFY")
                .with("Event", restart ? "check-sync;restart=true" : "ua-profile;profile-type=device")
                .with("Subscription-State", "active");
        return Outcome.send(binding.node(), binding.source(), notice);
    }
}
