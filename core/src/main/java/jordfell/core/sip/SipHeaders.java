package jordfell.core.sip;

import gov.nist.javax.sip.header.AddressParametersHeader;
import gov.nist.javax.sip.header.ContactList;
import gov.nist.javax.sip.header.SIPHeader;
import gov.nist.javax.sip.header.ViaList;
import gov.nist.javax.sip.parser.ParserFactory;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.text.ParseException;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.sip.address.SipURI;
import javax.sip.header.Parameters;

/** What the structured headers of a message say, read by JAIN SIP's grammars. A header that can't be read is empty. */
public final class SipHeaders {

    /** {@code <sip:2416@voice.example>;tag=…} without a name before it, a port or an escape. */
    private static final Pattern PLAIN = Pattern.compile("<sip:([A-Za-z0-9._+-]{1,64})@[A-Za-z0-9.-]{1,255}>(?:;.*)?");

    /** A 32-bit number (RFC 3261 §20.16) has at most so many digits. */
    private static final int LONGEST_CSEQ = 10;

    private static final int LONGEST_DATE = 40;

    /** The day has two digits, and the zone is always GMT (RFC 3261 §25.1, SIP-date). */
    private static final DateTimeFormatter DATE =
            DateTimeFormatter.ofPattern("EEE, dd MMM yyyy HH:mm:ss 'GMT'", Locale.ENGLISH);

    private static final ReadBefore<Optional<SipAddress>> FROM = new ReadBefore<>(value -> address("From", value));
    private static final ReadBefore<Optional<SipAddress>> TO = new ReadBefore<>(value -> address("To", value));
    private static final ReadBefore<String> USER = new ReadBefore<>(SipHeaders::readUser);
    private static final ReadBefore<List<SipAddress>> CONTACT = new ReadBefore<>(SipHeaders::readContacts);
    private static final ReadBefore<Optional<Via>> VIA = new ReadBefore<>(SipHeaders::readVia);

    /** All that is answered within a second has the same date. */
    private record Written(long second, String text) {}

    private static volatile Written written = new Written(Long.MIN_VALUE, "");

    private SipHeaders() {}

    public static Optional<SipAddress> from(SipMessage message) {
        return message.first("From").flatMap(FROM::of);
    }

    public static Optional<SipAddress> to(SipMessage message) {
        return message.first("To").flatMap(TO::of);
    }

    /** The user of the To header; empty if there is none to read. Plain ones, which nearly all are, are read without a grammar. */
    public static String toUser(SipMessage message) {
        return message.first("To").map(USER::of).orElse("");
    }

    private static String readUser(String value) {
        Matcher plain = PLAIN.matcher(value);
        return plain.matches()
                ? plain.group(1)
                : TO.of(value).map(SipAddress::user).orElse("");
    }

    /** All contacts; {@code *} is given as an address with the host {@code *}. */
    public static List<SipAddress> contacts(SipMessage message) {
        List<String> values = message.all("Contact");
        if (values.size() == 1) {
            return CONTACT.of(values.get(0));
        }
        return values.stream().flatMap(value -> CONTACT.of(value).stream()).toList();
    }

    /** Those in one header. */
    public static List<SipAddress> contacts(String value) {
        return CONTACT.of(value);
    }

    private static List<SipAddress> readContacts(String value) {
        List<SipAddress> found = new ArrayList<>();
        String rest = value.strip();
        if (rest.startsWith("*")) {
            found.add(new SipAddress("", "*", 0, Map.of(), "*"));
            rest = rest.replaceFirst("^\\*[\\s,]*", "");
        }
        if (!rest.isEmpty() && parse("Contact", rest) instanceof ContactList list) {
            list.forEach(contact -> toAddress(contact).ifPresent(found::add));
        }
        return List.copyOf(found);
    }

    public static Optional<Via> topVia(SipMessage message) {
        return message.first("Via").flatMap(VIA::of);
    }

    private static Optional<Via> readVia(String value) {
        return PlainVia.read(value).or(() -> readViaByGrammar(value));
    }

    static Optional<Via> readViaByGrammar(String value) {
        if (!(parse("Via", value) instanceof ViaList list) || list.isEmpty()) {
            return Optional.empty();
        }
        gov.nist.javax.sip.header.Via via = (gov.nist.javax.sip.header.Via) list.getFirst();
        String branch = Optional.ofNullable(via.getBranch()).orElse("");
        boolean rport = via.hasParameter("rport");
        return Optional.of(new Via(
                via.getHost(),
                via.getPort() > 0 ? via.getPort() : 5060,
                branch,
                rport,
                Optional.ofNullable(via.getReceived()),
                Math.max(via.getRPort(), 0)));
    }

    /**
     * The message with each value of a header in a header of its own: several may stand in one, divided by commas (RFC 3261
     * §7.3.1).
     */
    public static SipMessage parted(SipMessage message, String name) {
        if (!isJoined(message, name)) {
            return message;
        }
        List<SipMessage.Header> headers = new ArrayList<>();
        for (SipMessage.Header header : message.headers()) {
            if (header.is(name)) {
                values(header.value()).forEach(value -> headers.add(new SipMessage.Header(header.name(), value)));
            } else {
                headers.add(header);
            }
        }
        return new SipMessage(message.startLine(), headers, message.body());
    }

    private static boolean isJoined(SipMessage message, String name) {
        for (String value : message.all(name)) {
            if (value.indexOf(',') >= 0) {
                return true;
            }
        }
        return false;
    }

    /** The values between commas that stand neither in quotes nor in angle brackets. */
    private static List<String> values(String joined) {
        List<String> values = new ArrayList<>();
        boolean quoted = false;
        boolean bracketed = false;
        int from = 0;
        for (int i = 0; i < joined.length(); i++) {
            char c = joined.charAt(i);
            if (c == '\\' && quoted) {
                i++;
            } else if (c == '"') {
                quoted = !quoted;
            } else if (!quoted && (c == '<' || c == '>')) {
                bracketed = c == '<';
            } else if (c == ',' && !quoted && !bracketed) {
                values.add(joined.substring(from, i).strip());
                from = i + 1;
            }
        }
        values.add(joined.substring(from).strip());
        values.removeIf(String::isEmpty);
        return values;
    }

    /** Whether two URIs address the same (RFC 3261 §19.1.4): hosts in any case, users as they are; the same text always does. */
    public static boolean isSame(String one, String other) {
        if (one.equals(other)) {
            return true;
        }
        Optional<SipAddress> first = uri(one);
        Optional<SipAddress> second = uri(other);
        return first.isPresent()
                && second.isPresent()
                && first.get().user().equals(second.get().user())
                && first.get().host().equalsIgnoreCase(second.get().host())
                && first.get().port() == second.get().port();
    }

    /** The number of a CSeq header, or -1 if it has none that can be read. */
    public static long cseq(SipMessage message) {
        // Without a pattern: it is asked for at every comparison of two messages.
        String value = message.first("CSeq").orElse("");
        int blank = value.indexOf(' ');
        int end = blank < 0 ? value.length() : blank;
        if (end == 0 || end > LONGEST_CSEQ) {
            return -1;
        }
        long number = 0;
        for (int i = 0; i < end; i++) {
            char c = value.charAt(i);
            if (c < '0' || c > '9') {
                return -1;
            }
            number = 10 * number + (c - '0');
        }
        return number;
    }

    /** What the sender's clock says (RFC 3261 §20.17); empty if there is none to read. */
    public static Optional<Instant> date(SipMessage message) {
        return message.first("Date")
                .filter(value -> value.length() <= LONGEST_DATE)
                .flatMap(value -> {
                    try {
                        return Optional.of(Instant.from(DateTimeFormatter.RFC_1123_DATE_TIME.parse(value.strip())));
                    } catch (DateTimeException e) {
                        return Optional.empty();
                    }
                });
    }

    /** A moment as a Date header holds it. */
    public static String date(Instant moment) {
        Written last = written;
        if (last.second() != moment.getEpochSecond()) {
            last = new Written(moment.getEpochSecond(), DATE.format(moment.atOffset(ZoneOffset.UTC)));
            written = last;
        }
        return last.text();
    }

    /** Reads a bare URI such as a Request-URI. */
    public static Optional<SipAddress> uri(String uri) {
        return TO.of("<" + uri + ">");
    }

    private static Optional<SipAddress> address(String name, String value) {
        return Optional.ofNullable(parse(name, value))
                .filter(AddressParametersHeader.class::isInstance)
                .flatMap(h -> toAddress((AddressParametersHeader) h));
    }

    private static Optional<SipAddress> toAddress(AddressParametersHeader header) {
        if (header.getAddress() == null || !(header.getAddress().getURI() instanceof SipURI uri)) {
            return Optional.empty();
        }
        String user = unescaped(Optional.ofNullable(uri.getUser()).orElse(""));
        return Optional.of(
                new SipAddress(user, uri.getHost(), Math.max(uri.getPort(), 0), params(header), uri.toString()));
    }

    /** {@code %32416} is the same user as {@code 2416} (RFC 3261 §19.1.4). */
    private static String unescaped(String user) {
        if (user.indexOf('%') < 0) {
            return user;
        }
        try {
            return URLDecoder.decode(user.replace("+", "%2B"), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            return user;
        }
    }

    private static Map<String, String> params(Parameters header) {
        Map<String, String> params = new HashMap<>();
        Iterator<?> names = header.getParameterNames();
        while (names.hasNext()) {
            String name = (String) names.next();
            String value = Optional.ofNullable(header.getParameter(name)).orElse("");
            params.put(name.toLowerCase(Locale.ROOT), value);
        }
        return Collections.unmodifiableMap(params);
    }

    /** JAIN throws unchecked exceptions of its own on some garbage; whatever it throws, the header is unreadable. */
    private static @org.jspecify.annotations.Nullable SIPHeader parse(String name, String value) {
        if (value.length() > 2_048) {
            return null;
        }
        try {
            return ParserFactory.createParser(name + ": " + value + "\n").parse();
        } catch (ParseException | RuntimeException e) {
            return null;
        }
    }
}
