package jordfell.core.ladder;

import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.AddressBanned;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.NotKept;
import jordfell.core.evidence.Observation.PhonebookAsked;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.evidence.Observation.TlsRefused;
import jordfell.core.evidence.SipSeen;
import jordfell.core.sip.SipMessage;

/** What one observation is on a ladder: a question and its answer are two steps. */
final class Steps {

    private static final int CHALLENGED = 401;

    /** What a device wrote is a trouble of its own up to this (RFC 5424 §6.2.1). */
    private static final int MOST_URGENT = 4;

    private Steps() {}

    static Stream<Step> of(Observation o) {
        if (o instanceof SipSeen sip) {
            return Stream.of(sip(sip));
        } else if (o instanceof NameLookedUp n) {
            boolean none = n.answers().isEmpty();
            return asked(
                    o, Lane.NAMES, n.type() + " " + n.name(), none ? nothing(n) : String.join(", ", n.answers()), none);
        } else if (o instanceof ConfigRequested c) {
            String revision = c.revision().isEmpty() ? "" : ", revision " + brief(c.revision());
            return asked(o, Lane.FILES, "GET " + c.file(), c.status() + revision, !c.served());
        } else if (o instanceof FirmwareAsked f) {
            String answer = f.offered().isEmpty() ? (f.why().isEmpty() ? "all is well" : f.why()) : f.offered();
            return asked(
                    o,
                    Lane.FILES,
                    "firmware, it has " + f.installed(),
                    answer,
                    !f.why().isEmpty());
        } else if (o instanceof PhonebookAsked p) {
            return asked(o, Lane.FILES, "phonebook " + p.slot(), p.status() + " " + p.edition(), !p.served());
        } else if (o instanceof Leased l) {
            return Stream.of(Step.of(
                    o.at(),
                    Lane.LEASES,
                    Lane.PHONE,
                    l.address() + (l.files().isEmpty() ? ", not told where files are" : ", option " + l.option()),
                    false));
        }
        return Stream.of(alone(o));
    }

    private static Step alone(Observation o) {
        if (o instanceof TlsRefused t) {
            return Step.of(
                    o.at(),
                    Lane.PHONE,
                    Lane.node(t.node()),
                    "breaks off: " + t.alert().replace('_', ' '),
                    true);
        } else if (o instanceof AddressBanned b) {
            String words = b.times() == 0 ? "hears " + b.address() + " again" : "bans " + b.address();
            return Step.at(o.at(), Lane.node(b.node()), words, b.times() > 0);
        } else if (o instanceof BindingChanged b) {
            return Step.at(
                    o.at(),
                    Lane.node(b.node()),
                    b.number() + " " + spoken(b.change()),
                    b.change() == BindingChanged.Change.EXPIRED);
        } else if (o instanceof Pinged p) {
            return Step.at(
                    o.at(),
                    Lane.PHONE,
                    p.answered() ? "answers OPTIONS for " + p.number() : "does not answer OPTIONS for " + p.number(),
                    !p.answered());
        } else if (o instanceof Logged l) {
            return Step.at(o.at(), Lane.PHONE, "writes: " + l.text(), l.severity() <= MOST_URGENT);
        } else if (o instanceof NotKept gap) {
            return Step.at(o.at(), Lane.PHONE, gap.times() + " observations were not kept", true);
        }
        TestCalled t = (TestCalled) o;
        return Step.at(
                o.at(), Lane.PHONE, (t.outbound() ? "test call out: " : "test call in: ") + t.detail(), !t.worked());
    }

    /** The phone asks somebody, and is answered at the same moment as far as is kept. */
    private static Stream<Step> asked(Observation o, Lane whom, String question, String answer, boolean bad) {
        return Stream.of(
                Step.of(o.at(), Lane.PHONE, whom, question, false), Step.of(o.at(), whom, Lane.PHONE, answer, bad));
    }

    private static Step sip(SipSeen seen) {
        Lane node = Lane.node(seen.node());
        Lane from = seen.toNode() ? Lane.PHONE : node;
        Lane to = seen.toNode() ? node : Lane.PHONE;
        return new Step(seen.at(), from, to, label(seen), isBad(seen), Optional.of(seen));
    }

    private static String label(SipSeen seen) {
        if (seen instanceof SipSeen.Broken broken) {
            return "no SIP: " + broken.why();
        } else if (seen instanceof SipSeen.Request request) {
            return request.message().method() + " " + request.number()
                    + (request.answersChallenge() ? " with answer" : "");
        }
        SipMessage message = ((SipSeen.Response) seen).message();
        return message.startLine().substring("SIP/2.0 ".length());
    }

    private static boolean isBad(SipSeen seen) {
        return seen instanceof SipSeen.Broken
                || seen instanceof SipSeen.Response response
                        && response.status() >= 400
                        && response.status() != CHALLENGED;
    }

    private static String nothing(NameLookedUp lookUp) {
        return switch (lookUp.status()) {
            case "NXDOMAIN" -> "no such name";
            case "NOERROR" -> "no such record";
            case "" -> "no answer";
            default -> lookUp.status();
        };
    }

    private static String spoken(BindingChanged.Change change) {
        return switch (change) {
            case ADDED -> "registered";
            case REFRESHED -> "refreshed";
            case REMOVED -> "taken back";
            case EXPIRED -> "ran out";
        };
    }

    private static String brief(String revision) {
        return revision.substring(0, Math.min(4, revision.length()));
    }
}
