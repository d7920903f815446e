package jordfell.lab.capture;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jordfell.core.capture.Flow;
import jordfell.core.capture.Payloads;
import jordfell.core.capture.Sighting;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.lab.dns.StubDns;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.Section;
import org.xbill.DNS.Type;

/** Answers of name services (RFC 1035) that somebody recorded. */
public final class NameAnswers implements Payloads {

    private static final int PORT = 53;

    @Override
    public boolean mayBe(Flow flow) {
        return flow.fromPort() == PORT;
    }

    @Override
    public Optional<Sighting> read(Instant at, Flow flow, byte[] payload) {
        try {
            Message message = new Message(payload);
            Record question = message.getQuestion();
            if (question == null || !message.getHeader().getFlag(Flags.QR)) {
                return Optional.empty();
            }
            List<String> found = message.getSection(Section.ANSWER).stream()
                    .filter(r -> r.getType() == question.getType())
                    .map(StubDns::spoken)
                    .toList();
            return Optional.of(new Sighting(
                    "",
                    Optional.empty(),
                    flow.toHost(),
                    new NameLookedUp(
                            at,
                            question.getName().toString(true),
                            Type.string(question.getType()),
                            found,
                            Rcode.string(message.getHeader().getRcode()))));
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}
