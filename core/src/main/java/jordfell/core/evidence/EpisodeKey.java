package jordfell.core.evidence;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.StringJoiner;
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

/** What an episode says: another one with the same key says nothing new. */
final class EpisodeKey {

    /** In characters. */
    static final int LONGEST = 300;

    private static final String OPEN = "open";

    private EpisodeKey() {}

    static String of(Observation o) {
        if (o instanceof ConfigRequested c) {
            return joined("config", c.file(), c.status(), c.revision(), c.userAgent(), c.source());
        } else if (o instanceof NameLookedUp n) {
            return joined("dns", n.name(), n.type(), String.join(",", n.answers()), n.status());
        } else if (o instanceof Leased l) {
            return joined("lease", l.address(), l.server(), l.option(), l.files());
        } else if (o instanceof Logged l) {
            return joined("log", l.severity(), l.subject(), l.text(), l.source());
        } else if (o instanceof TlsRefused t) {
            return joined("tls", t.node(), t.peer(), t.alert());
        } else if (o instanceof AddressBanned b) {
            return joined("ban", b.node(), b.address(), b.number(), b.until());
        } else if (o instanceof BindingChanged b) {
            return joined("binding", b.number(), b.change(), b.contact(), b.node(), b.peer());
        } else if (o instanceof Pinged p) {
            return joined("ping", p.number(), p.answered());
        } else if (o instanceof FirmwareAsked f) {
            return joined("firmware", f.installed(), f.offered(), f.why(), f.source());
        } else if (o instanceof PhonebookAsked p) {
            return joined(
                    "phonebook",
                    p.slot(),
                    p.book(),
                    p.status(),
                    p.edition(),
                    p.revision(),
                    p.way(),
                    p.userAgent(),
                    p.source());
        } else if (o instanceof TestCalled t) {
            return joined("call", t.number(), t.outbound(), t.at());
        } else if (o instanceof NotKept n) {
            return joined("gap", n.why());
        } else if (o instanceof SipSeen.Broken b) {
            return joined("broken", b.peer(), b.node(), b.why());
        }
        SipSeen.Message sip = (SipSeen.Message) o;
        return joined("sip", sip.callId(), sip.at());
    }

    /** Of one Call-ID: what was asked and answered, in order, without what differs from one time to the next. */
    static String of(List<SipSeen.Message> exchange) {
        SipSeen.Message first = exchange.get(0);
        String agent = first.message().first("User-Agent").orElse("");
        return joined(
                first.message().method().toLowerCase(Locale.ROOT),
                first.number(),
                first.node(),
                first.peer(),
                agent + first.message().first("Event").map(e -> " " + e).orElse(""),
                steps(exchange));
    }

    private static String steps(List<SipSeen.Message> exchange) {
        StringJoiner steps = new StringJoiner(" ");
        exchange.forEach(message -> steps.add(step(message)));
        return steps.toString();
    }

    private static String step(SipSeen.Message message) {
        return message instanceof SipSeen.Response response
                ? Integer.toString(response.status())
                : message.message().method()
                        + (message.message().first("Authorization").isPresent() ? "+" : "")
                        + message.message().first("Expires").filter("0"::equals).orElse("");
    }

    /** Of a registration that is not answered yet. */
    static String ofOpen(String callId) {
        return joined(OPEN, callId);
    }

    static boolean isOpen(String key) {
        return key.startsWith(OPEN + "|");
    }

    private static String joined(Object... parts) {
        StringJoiner key = new StringJoiner("|"); // without a stream: made for all that is seen
        for (Object part : parts) {
            key.add(String.valueOf(part));
        }
        return shortened(key.toString());
    }

    /** What comes from the wire may be long; its beginning and its digest tell it from others as well. */
    private static String shortened(String key) {
        if (key.length() <= LONGEST) {
            return key;
        }
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(key.getBytes(StandardCharsets.UTF_8));
            return key.substring(0, LONGEST - 2 * digest.length)
                    + HexFormat.of().formatHex(digest);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
