package jordfell.server.fleet;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import jordfell.core.casefile.Withheld;
import jordfell.core.evidence.Episode;
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
import jordfell.core.path.DeviceFacts;
import jordfell.core.sip.SipMessage;

/**
 * One line of “what was seen”: what repeats is told once, with how often.
 *
 * @param bad something was refused or not found
 * @param raw the message's bytes, empty for what is no message
 */
record SeenView(Instant at, Instant until, int times, String what, String answer, boolean bad, String raw) {

    /** What a device wrote is a trouble of its own up to this (RFC 5424 §6.2.1). */
    private static final int MOST_URGENT = 4;

    private static final int MOST = 60;

    /** The same for whoever only looks: with a proof of a password it can be guessed. */
    SeenView withoutProofs() {
        return new SeenView(at, until, times, what, answer, bad, new Withheld(List.of()).text("", raw));
    }

    /** The newest, oldest first; what was seen of a number that was another device’s then is not of this one. */
    static List<SeenView> of(List<Episode> episodes, DeviceFacts device) {
        List<SeenView> views = new ArrayList<>();
        for (Episode episode : episodes) {
            episode.newest().stream()
                    .filter(device::owns)
                    .map(o -> of(o).repeated(episode))
                    .forEach(views::add);
        }
        views.sort(Comparator.comparing(SeenView::until));
        return views.subList(Math.max(0, views.size() - MOST), views.size());
    }

    private SeenView repeated(Episode episode) {
        return episode.times() == 1
                ? this
                : new SeenView(episode.first(), until, episode.times(), what, answer, bad, raw);
    }

    private static String nothing(NameLookedUp lookUp) {
        return switch (lookUp.status()) {
            case "NXDOMAIN" -> "no such name";
            case "NOERROR" -> "no such record";
            case "" -> "not answered";
            default -> "the name service failed: " + lookUp.status();
        };
    }

    private static SeenView of(Observation o) {
        if (o instanceof ConfigRequested c) {
            String revision =
                    c.revision().isEmpty() ? "" : " · rev " + c.revision().substring(0, 4);
            return line(o, "Asked for its configuration", "HTTP " + c.status() + revision, !c.served(), "");
        } else if (o instanceof NameLookedUp n) {
            boolean none = n.answers().isEmpty();
            return line(
                    o,
                    "Looked up " + n.name() + " (" + n.type() + ")",
                    none ? nothing(n) : String.join(", ", n.answers()),
                    none,
                    "");
        } else if (o instanceof Leased l) {
            return line(
                    o,
                    "Was given the address " + l.address(),
                    // Where exactly is nobody’s to see: whoever knows it can ask for files.
                    l.files().isEmpty() ? "not told where files are" : "told where files are, by option " + l.option(),
                    false,
                    "");
        } else if (o instanceof Logged l) {
            return line(o, "Wrote: " + l.text(), l.subject(), l.severity() <= MOST_URGENT, "");
        } else if (o instanceof TlsRefused t) {
            return line(o, "Took no certificate of " + t.node(), t.alert().replace('_', ' '), true, "");
        } else if (o instanceof AddressBanned b) {
            return line(
                    o,
                    b.node() + " hears nothing from " + b.address() + " any more",
                    b.times() + " refused, the last of " + b.number(),
                    true,
                    "");
        } else if (o instanceof SipSeen s) {
            return sip(s);
        } else if (o instanceof BindingChanged b) {
            return line(
                    o,
                    "Registration of " + b.number() + " " + spoken(b.change()),
                    b.node(),
                    !b.change().live(),
                    "");
        } else if (o instanceof Pinged p) {
            return line(o, "OPTIONS to " + p.number(), p.answered() ? "answered" : "no answer", !p.answered(), "");
        }
        if (o instanceof FirmwareAsked f) {
            String answer = f.why().isEmpty() ? "has what it should have" : f.why();
            return line(
                    o,
                    "Asked for firmware; it has " + f.installed(),
                    f.offered().isEmpty() ? answer : "given " + f.offered(),
                    !f.why().isEmpty(),
                    "");
        }
        if (o instanceof PhonebookAsked p) {
            return line(
                    o,
                    "Asked for phonebook " + p.slot() + (p.book().isEmpty() ? "" : ", “" + p.book() + "”"),
                    p.way() + " " + p.status()
                            + (p.edition().isEmpty() ? "" : " · edition " + p.edition())
                            + (p.status() == 200 ? " · " + p.names() + " names" : "")
                            + (p.left() > 0 ? ", " + p.left() + " left out" : ""),
                    !p.served(),
                    "");
        }
        if (o instanceof NotKept gap) {
            return line(o, "Not kept: " + gap.times() + " observations", gap.why(), true, "");
        }
        TestCalled t = (TestCalled) o;
        return line(
                o,
                t.outbound() ? "Test call out from " + t.number() : "Test call in to " + t.number(),
                t.detail(),
                !t.worked(),
                "");
    }

    private static SeenView sip(SipSeen seen) {
        String raw = seen.datagram().text();
        String arrow = seen.toNode() ? " → " : " ← ";
        if (seen instanceof SipSeen.Broken broken) {
            return line(seen, "No SIP" + arrow + seen.node() + ", from " + seen.peer(), broken.why(), true, raw);
        } else if (seen instanceof SipSeen.Request request && seen.toNode()) {
            String with = request.answersChallenge() ? " with answer" : "";
            String what = request.message().method() + with + ", " + seen.number();
            return line(seen, what + arrow + seen.node(), "from " + seen.peer(), false, raw);
        }
        SipMessage message = ((SipSeen.Message) seen).message();
        boolean bad = message.status() >= 400 && message.status() != 401;
        String answer = message.isResponse() ? message.startLine().substring(8) : message.method();
        return line(seen, message.method() + ", " + seen.number() + arrow + seen.node(), answer, bad, raw);
    }

    private static SeenView line(Observation o, String what, String answer, boolean bad, String raw) {
        return new SeenView(o.at(), o.at(), 1, what, answer, bad, raw);
    }

    private static String spoken(BindingChanged.Change change) {
        return switch (change) {
            case ADDED -> "began";
            case REFRESHED -> "refreshed";
            case REMOVED -> "taken back";
            case EXPIRED -> "ran out";
        };
    }
}
