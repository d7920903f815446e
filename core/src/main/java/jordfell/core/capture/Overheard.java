package jordfell.core.capture;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;

/** Tells what goes over IP apart, and makes sightings of what is known here. */
final class Overheard implements Packets {

    private static final int SIP_OVER_TLS = 5061;

    private final SipSightings sip;
    private final Streams streams;
    private final FileRequests files = new FileRequests();
    private final List<Payloads> others;
    private final Tally tally;
    private final Consumer<Sighting> to;

    Overheard(SipSightings sip, List<Payloads> others, Tally tally, Consumer<Sighting> to) {
        this.sip = sip;
        this.streams = new Streams(sip::take, tally);
        this.others = others;
        this.tally = tally;
        this.to = to;
    }

    @Override
    public void datagram(Instant at, Flow flow, byte[] bytes, int from, int length) {
        if (SipBytes.beginMessage(bytes, from, length)) {
            sip.take(at, flow, Arrays.copyOfRange(bytes, from, from + length));
            return;
        }
        for (Payloads other : others) {
            if (other.mayBe(flow)) {
                other.read(at, flow, Arrays.copyOfRange(bytes, from, from + length))
                        .ifPresent(to);
            }
        }
    }

    @Override
    public void segment(Instant at, Flow flow, int sequence, int flags, byte[] bytes, int from, int length) {
        boolean isOfTls = flow.toPort() == SIP_OVER_TLS || flow.fromPort() == SIP_OVER_TLS;
        if (isOfTls && SipBytes.isSealed(bytes, from, length)) {
            tally.sealed++;
            return;
        }
        files.segment(at, flow, bytes, from, length).ifPresent(to);
        streams.segment(at, flow, sequence, flags, bytes, from, length);
    }
}
