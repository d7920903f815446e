package jordfell.core.capture;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.core.sip.SipReader;
import jordfell.core.sip.SipReading;
import jordfell.core.sip.Via;

/**
 * Finds SIP messages in a text log of whatever program, and the lines of syslog. A message begins where its start line stands
 * and ends with an empty line; what stands before each of its lines alike, such as a time, is none of it. Bodies are left out.
 */
final class LogReader {

    private static final Pattern START = Pattern.compile(
            "(?:REGISTER|SUBSCRIBE|NOTIFY|OPTIONS|INVITE|ACK|BYE|CANCEL|PUBLISH|INFO|REFER|MESSAGE|UPDATE|PRACK)"
                    + " (?:sips?|tel):\\S+ SIP/2\\.0\\s*$|SIP/2\\.0 [1-6][0-9]{2} [^\"]*$");
    private static final Pattern HEADER = Pattern.compile("[A-Za-z][A-Za-z0-9-]{0,40}\\s*:.*|[ \\t]+\\S.*");
    private static final Pattern TIME = Pattern.compile("(?:([0-9]{4}-[0-9]{2}-[0-9]{2})[T ])?"
            + "([0-9]{2}:[0-9]{2}:[0-9]{2})(?:[.,]([0-9]{1,9}))?\\s?(Z|[+-][0-9]{2}:?[0-9]{2})?");
    private static final Pattern ENDPOINT =
            Pattern.compile("((?:[0-9]{1,3}\\.){3}[0-9]{1,3}|\\[[0-9a-fA-F:]{3,39}\\]):([0-9]{2,5})");
    private static final int MOST_LINES = 200;
    private static final int CONTEXT = 2;

    private final SipSightings sip;
    private final Tally tally;
    private final Consumer<Sighting> to;
    private final Instant now;
    private final ZoneId zone;
    private final Deque<String> before = new ArrayDeque<>();
    private final List<String> message = new ArrayList<>();
    private String prefix = "";
    private String context = "";
    private Instant at;
    private LocalDate day;
    private boolean isWithoutTime = true;
    private boolean isWithoutZone;

    LogReader(SipSightings sip, Tally tally, Consumer<Sighting> to, Instant now, ZoneId zone) {
        this.sip = sip;
        this.tally = tally;
        this.to = to;
        this.now = now;
        this.zone = zone;
        this.at = now;
        this.day = LocalDate.ofInstant(now, zone);
    }

    void take(String line) {
        tally.packets++;
        Matcher start = START.matcher(line);
        if (start.find()) {
            end();
            prefix = line.substring(0, start.start());
            context = String.join("\n", before) + "\n" + prefix;
            tell(line);
            message.add(start.group().strip());
            return;
        }
        if (!message.isEmpty()) {
            String content = withoutPrefix(line);
            boolean goesOn = HEADER.matcher(content).matches() && message.size() < MOST_LINES;
            if (goesOn) {
                message.add(content);
                return;
            }
            end();
            if (content.isBlank()) {
                return;
            }
        }
        tell(line);
        syslog(line);
        before.addLast(line);
        if (before.size() > CONTEXT) {
            before.removeFirst();
        }
    }

    /** Nothing more comes. */
    void end() {
        if (!message.isEmpty()) {
            message.removeIf(l -> l.matches("(?i)(content-length|l)\\s*:.*"));
            byte[] bytes = (String.join("\r\n", message) + "\r\n\r\n").getBytes(StandardCharsets.UTF_8);
            message.clear();
            if (SipReader.read(bytes) instanceof SipReading.Message read) {
                sip.take(at, flow(read.message()), bytes);
            }
        }
    }

    /** What the times in it are worth. */
    List<String> doubts() {
        List<String> doubts = new ArrayList<>();
        if (isWithoutTime && tally.sip > 0) {
            doubts.add("It says no times: what came first is known, when is not.");
        } else if (isWithoutZone) {
            doubts.add("Its times say no zone and were taken for " + zone + ".");
        }
        return doubts;
    }

    private void syslog(String line) {
        int begin = line.indexOf('<');
        if (begin < 0 || begin > MOST_LINES) {
            return;
        }
        SyslogLine.read(line.substring(begin), now).ifPresent(read -> {
            isWithoutTime = isWithoutTime && read.says().isEmpty();
            Instant when = read.says().orElse(at);
            to.accept(new Sighting("", read.mac(), read.host(), read.logged(when, read.host())));
        });
    }

    /** The same number of characters, digits where digits were: what stands before each line of a message. */
    private String withoutPrefix(String line) {
        if (prefix.isEmpty() || line.length() < prefix.length()) {
            return line;
        }
        String shape = shape(prefix);
        return shape(line.substring(0, prefix.length())).equals(shape) ? line.substring(prefix.length()) : line;
    }

    private static String shape(String text) {
        return text.replaceAll("[0-9]", "0");
    }

    /** The newest time that a line says goes for what follows. */
    private void tell(String line) {
        Matcher said = TIME.matcher(line);
        if (!said.find()) {
            return;
        }
        try {
            day = said.group(1) == null ? day : LocalDate.parse(said.group(1));
            String fraction = said.group(3) == null ? "0" : said.group(3);
            LocalTime time = LocalTime.parse(said.group(2))
                    .withNano((int) (Double.parseDouble("0." + fraction) * 1_000_000_000));
            LocalDateTime moment = day.atTime(time);
            at = said.group(4) == null
                    ? moment.atZone(zone).toInstant()
                    : moment.toInstant(ZoneOffset.of(said.group(4)));
            isWithoutTime = false;
            isWithoutZone = isWithoutZone || said.group(4) == null;
        } catch (java.time.DateTimeException e) {
            // A number that only looks like a time.
        }
    }

    /** Between whom: as the message itself says, and where it went by what stands before it. */
    private Flow flow(SipMessage read) {
        Optional<Via> via = SipHeaders.topVia(read);
        String phone = via.map(Via::replyHost).orElse("unknown");
        int phonePort = via.map(Via::replyPort).orElse(5060);
        String host = Optional.of(read.requestUri())
                .flatMap(SipHeaders::uri)
                .map(SipAddress::host)
                .orElse("registrar");
        int port = 5060;
        Matcher named = ENDPOINT.matcher(context);
        while (named.find()) {
            int said = Integer.parseInt(named.group(2));
            boolean isPhone = named.group(1).equals(phone)
                    || via.filter(v -> named.group(1).equals(v.host())).isPresent();
            if (!isPhone && said <= 65_535) {
                host = named.group(1);
                port = said;
            }
        }
        return read.isResponse() ? new Flow(host, port, phone, phonePort) : new Flow(phone, phonePort, host, port);
    }
}
