package jordfell.server.fleet;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import jordfell.core.evidence.Evidence;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.Observation.SipSeen;
import jordfell.core.evidence.Observation.TestCalled;
import jordfell.core.sip.SipMessage;

/**
 * One line of “what was seen”: equal things in a row are told once, with how often.
 *
 * @param bad something was refused or not found
 * @param raw the message's bytes, empty for what is no message
 */
record SeenView(Instant at, Instant until, int times, String what, String answer, boolean bad, String raw) {

    private static final int MOST = 60;

    static List<SeenView> of(Evidence evidence) {
        List<SeenView> views = new ArrayList<>();
        for (Observation o : evidence.all()) {
            SeenView view = of(o);
            SeenView last = views.isEmpty() ? null : views.get(views.size() - 1);
            SeenView before = views.size() < 2 ? null : views.get(views.size() - 2);
            if (last != null && last.sameAs(view)) {
                views.set(views.size() - 1, last.again(view));
            } else if (repeatsPair(views, view)) {
                views.set(views.size() - 2, before.again(view));
            } else {
                views.add(view);
            }
        }
        return views.subList(Math.max(0, views.size() - MOST), views.size());
    }

    /** The two kinds of a pair take turns, such as a question and its answer every minute. */
    private static boolean repeatsPair(List<SeenView> views, SeenView view) {
        return views.size() >= 2 && views.get(views.size() - 2).sameAs(view);
    }

    private boolean sameAs(SeenView other) {
        return what.equals(other.what) && answer.equals(other.answer);
    }

    private SeenView again(SeenView later) {
        return new SeenView(at, later.at, times + 1, what, answer, bad, later.raw);
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
                    none ? "no such name" : String.join(", ", n.answers()),
                    none,
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
        TestCalled t = (TestCalled) o;
        return line(
                o,
                t.outbound() ? "Test call out from " + t.number() : "Test call in to " + t.number(),
                t.detail(),
                !t.worked(),
                "");
    }

    private static SeenView sip(SipSeen s) {
        SipMessage message = s.message();
        if (s.toNode() && !message.isResponse()) {
            boolean answer = message.first("Authorization").isPresent();
            String what = message.method() + (answer ? " with answer" : "") + ", " + s.number();
            return line(s, what + " → " + s.node(), "from " + s.peer(), false, s.text());
        }
        boolean bad = message.status() >= 400 && message.status() != 401;
        String what = message.isResponse() ? message.startLine().substring(8) : message.method();
        String arrow = s.toNode() ? " → " : " ← ";
        return line(s, message.method() + ", " + s.number() + arrow + s.node(), what, bad, s.text());
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
