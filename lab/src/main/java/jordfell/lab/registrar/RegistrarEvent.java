package jordfell.lab.registrar;

import java.time.Instant;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.sip.SipAddress;
import jordfell.lab.net.Endpoint;

/** Something that happened in the registrar besides the messages it sent. */
public sealed interface RegistrarEvent {

    String domain();

    String number();

    SipAddress contact();

    /**
     * A binding came, was refreshed or went.
     *
     * @param source where its REGISTER came from
     */
    record BindingMoved(
            String domain,
            String number,
            SipAddress contact,
            Endpoint source,
            Change change,
            String node,
            Instant expiresAt)
            implements RegistrarEvent {

        static BindingMoved of(Binding binding, Change change) {
            return new BindingMoved(
                    binding.domain(),
                    binding.number(),
                    binding.contact(),
                    binding.source(),
                    change,
                    binding.node(),
                    binding.expiresAt());
        }
    }

    /** A contact was asked whether it is there, and answered or did not. */
    record ContactPinged(String domain, String number, SipAddress contact, String node, boolean answered)
            implements RegistrarEvent {}
}
