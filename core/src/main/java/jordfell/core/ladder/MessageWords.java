package jordfell.core.ladder;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.diagnosis.PasswordUsed;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.evidence.SipSeen;
import jordfell.core.identity.MacAddress;
import jordfell.core.milestone.ClockSkew;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DeviceFacts.ExtensionFacts;
import jordfell.core.path.DeviceFacts.LineFacts;
import jordfell.core.roster.Domain;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.InstanceId;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.Via;

/** The headers of a message that matter, each with what it means for this device; no password stands in it. */
public final class MessageWords {

    /**
     * A header, or a part of one.
     *
     * @param words what it means; empty where it says nothing of its own
     * @param bad it is not as it should be
     */
    public record Line(String name, String value, String words, boolean bad) {}

    private final DeviceFacts device;
    private final SecretBook secrets;
    private final List<Line> lines = new ArrayList<>();

    private MessageWords(DeviceFacts device, SecretBook secrets) {
        this.device = device;
        this.secrets = secrets;
    }

    /** What a message of this device says. */
    public static List<Line> of(SipSeen.Message seen, DeviceFacts device, SecretBook secrets) {
        MessageWords words = new MessageWords(device, secrets);
        if (seen instanceof SipSeen.Request request) {
            words.request(request);
        } else {
            words.response(((SipSeen.Response) seen).message());
        }
        return List.copyOf(words.lines);
    }

    private void request(SipSeen.Request seen) {
        SipMessage message = seen.message();
        Domain domain = device.domain();
        Optional<ExtensionFacts> line = extension(seen.number());
        host(message, domain.name());
        if (seen.toNode()) {
            add(
                    "To",
                    SipHeaders.to(message).map(SipAddress::aor).orElse(""),
                    line.map(e -> "the extension of line " + position(e.number()) + ", as on record")
                            .orElse("none of its lines, which are " + numbers()),
                    line.isEmpty());
            via(seen);
            contact(message);
            expires(message, domain.expiry());
            agent(message);
            clock(seen);
        }
        message.first("Authorization")
                .ifPresent(header -> DigestAnswer.read(header)
                        .ifPresentOrElse(
                                answer -> answer(seen, answer, line),
                                () -> add("Authorization", header, "no whole Digest (RFC 7616 §3.4)", true)));
    }

    private void host(SipMessage message, String domain) {
        String host = SipHeaders.uri(message.requestUri()).map(SipAddress::host).orElse("");
        if (message.method().equals("REGISTER")) {
            boolean own = host.equalsIgnoreCase(domain);
            add("REGISTER", message.requestUri(), own ? "its domain" : "its domain is " + domain, !own);
        }
    }

    private void via(SipSeen.Request seen) {
        SipHeaders.topVia(seen.message()).map(Via::host).ifPresent(says -> {
            boolean same = seen.peer().startsWith(says + ":");
            add("Via", says, same ? "where it came from" : "it came from " + seen.peer(), false);
        });
    }

    private void contact(SipMessage message) {
        SipHeaders.contacts(message).stream().findFirst().ifPresent(contact -> {
            Optional<MacAddress> named = InstanceId.macIn(contact);
            boolean another = named.isPresent() && !named.equals(device.mac());
            String words = named.map(mac -> another
                            ? "+sip.instance is " + mac + ", which is another phone"
                            : "+sip.instance is its MAC, so it is this phone")
                    .orElse("it does not name itself");
            add("Contact", contact.uri(), words, another);
        });
    }

    private void expires(SipMessage message, Domain.Expiry allowed) {
        message.first("Expires")
                .map(String::strip)
                .filter(e -> e.matches("[0-9]{1,9}"))
                .ifPresent(value -> {
                    int seconds = Integer.parseInt(value);
                    boolean brief = seconds > 0 && seconds < allowed.min();
                    String granted = allowed.min() + " to " + allowed.max() + " s are granted";
                    add("Expires", value, seconds == 0 ? "it ends its registration" : granted, brief);
                });
    }

    private void agent(SipMessage message) {
        message.first("User-Agent").ifPresent(agent -> {
            boolean named = agent.contains(device.model().fullName());
            add(
                    "User-Agent",
                    agent,
                    named ? "as on record" : "on record as " + device.model().fullName(),
                    false);
        });
    }

    private void clock(SipSeen.Request seen) {
        SipHeaders.date(seen.message())
                .map(says -> ClockSkew.between(says, seen.at()))
                .ifPresent(skew -> add(
                        "Date",
                        seen.message().first("Date").orElse(""),
                        skew.isTelling() ? "its clock is " + skew.words() : "its clock is right",
                        skew.isTelling()));
    }

    /** The digest worked through, as far as that shows no password (RFC 7616 §3.4.1). */
    private void answer(SipSeen.Request seen, DigestAnswer answer, Optional<ExtensionFacts> line) {
        String expected = line.map(ExtensionFacts::authUser).orElse("");
        boolean rightUser = line.isEmpty() || answer.username().equals(expected);
        add("username", answer.username(), rightUser ? "as on record" : "on record is " + expected, !rightUser);
        boolean rightRealm = answer.realm().equals(device.domain().realm());
        add(
                "realm",
                answer.realm(),
                rightRealm ? "as on record" : "on record is " + device.domain().realm(),
                !rightRealm);
        boolean rightUri = SipHeaders.isSame(answer.uri(), seen.message().requestUri());
        add(
                "uri",
                answer.uri(),
                rightUri
                        ? "as in the request"
                        : "the request is for " + seen.message().requestUri(),
                !rightUri);
        add(
                "algorithm",
                answer.algorithm().toString(),
                answer.qop().isEmpty() ? "without qop" : "qop " + answer.qop(),
                false);
        if (!answer.nc().isEmpty()) {
            add("nc", answer.nc(), "how often it used this nonce", false);
        }
        line.filter(e -> seen.asks("REGISTER")).ifPresent(e -> {
            PasswordUsed used = secrets.used(answer, e.number());
            boolean right = used instanceof PasswordUsed.Right;
            add("response", answer.response(), fits(used, e.number()), !right);
            add(
                    "",
                    worked(answer, seen.message().method()),
                    "so it was computed, with that password in place of the dots",
                    false);
        });
    }

    private static String fits(PasswordUsed used, String number) {
        if (used instanceof PasswordUsed.Right) {
            return "fits the password of " + number;
        }
        if (used instanceof PasswordUsed.NotFoundYet later) {
            return String.format(Locale.ROOT, "fits none of %,d passwords that are tried at once", later.tried());
        }
        return used instanceof PasswordUsed.Unknown unknown
                ? String.format(Locale.ROOT, "fits none of %,d passwords that were tried", unknown.tried())
                : "fits " + used.brief() + ", not the password of " + number;
    }

    private static String worked(DigestAnswer a, String method) {
        String h = a.algorithm().toString().contains("256") ? "SHA-256" : "MD5";
        String nonce = a.qop().isEmpty() ? "nonce" : "nonce:" + a.nc() + ":cnonce:" + a.qop();
        return h + "(" + h + "(" + a.username() + ":" + a.realm() + ":•••••):" + nonce + ":" + h + "(" + method + ":"
                + a.uri() + "))";
    }

    private void response(SipMessage message) {
        int status = message.status();
        add(
                "Status",
                message.startLine().substring("SIP/2.0 ".length()),
                meaning(status),
                status >= 400 && status != 401);
        message.all("WWW-Authenticate")
                .forEach(header -> DigestChallenge.read(header).ifPresent(challenge -> {
                    boolean right = challenge.realm().equals(device.domain().realm());
                    add(
                            "WWW-Authenticate",
                            challenge.realm() + ", " + challenge.algorithm(),
                            (right
                                            ? "its domain’s realm"
                                            : "on record is " + device.domain().realm())
                                    + (challenge.stale()
                                            ? "; the nonce that it used is too old, the password may be right"
                                            : ""),
                            !right);
                }));
        for (String header : List.of("Warning", "Retry-After", "Min-Expires", "Date")) {
            message.first(header).ifPresent(value -> add(header, value, said(header), header.equals("Warning")));
        }
        List<SipAddress> contacts = SipHeaders.contacts(message);
        if (!contacts.isEmpty()) {
            add(
                    "Contact",
                    contacts.get(0).uri(),
                    contacts.size() == 1 ? "the only one" : "one of " + contacts.size(),
                    false);
        }
    }

    private static String said(String header) {
        return switch (header) {
            case "Warning" -> "why, in the registrar’s words";
            case "Retry-After" -> "so many seconds it is to wait";
            case "Min-Expires" -> "for less it registers nobody";
            default -> "";
        };
    }

    private static String meaning(int status) {
        return switch (status) {
            case 200 -> "taken";
            case 401 -> "it is to prove who it is";
            case 403 -> "it was understood, and is refused";
            case 404 -> "it knows no such extension";
            case 408, 504 -> "somebody further on did not answer";
            case 423 -> "the time that it asks for is too short";
            case 503 -> "the node has no time, or is about to go";
            default -> status < 200 ? "it is on its way" : "";
        };
    }

    private Optional<ExtensionFacts> extension(String number) {
        return device.lines().stream()
                .map(LineFacts::extension)
                .flatMap(Optional::stream)
                .filter(e -> e.number().equals(number))
                .findFirst();
    }

    private int position(String number) {
        return device.lines().stream()
                .filter(l ->
                        l.extension().filter(e -> e.number().equals(number)).isPresent())
                .map(LineFacts::position)
                .findFirst()
                .orElse(0);
    }

    private String numbers() {
        List<String> numbers = device.lines().stream()
                .flatMap(l -> l.extension().stream())
                .map(ExtensionFacts::number)
                .toList();
        return numbers.isEmpty() ? "none" : String.join(", ", numbers);
    }

    private void add(String name, String value, String words, boolean bad) {
        lines.add(new Line(name, value, words, bad));
    }
}
