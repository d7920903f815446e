package jordfell.core.capture;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.bounded.Bounded;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.identity.MacAddress;
import jordfell.core.render.Dialects;

/**
 * Requests for configurations over HTTP (RFC 9112), each with how it was answered. A message is read as far as its first segment
 * has it; of the path only the file’s name is kept, for addresses of sites are secrets, and only such files count that are
 * called by a MAC. Not safe for use by several threads.
 */
final class FileRequests {

    private static final int MOST = 4_096;

    /** So much of a message’s head is looked at. */
    private static final int MOST_HEAD = 2_048;

    private static final int LONGEST_NAME = 120;
    private static final int UNAUTHORIZED = 401;

    private static final Pattern REQUEST = Pattern.compile("(?:GET|HEAD) (\\S+) HTTP/1\\.[01]");
    private static final Pattern STATUS = Pattern.compile("HTTP/1\\.[01] ([1-5][0-9]{2})(?: .*)?");
    private static final Pattern TAG = Pattern.compile("(?:W/)?\"([!-~&&[^\"]]*)\"");

    /** @param isProven whether it came with a name and a password */
    private record Asked(MacAddress mac, String file, String agent, boolean isProven) {}

    private final Map<Flow, Asked> asked = Bounded.byUse(MOST);

    /** Who was asked for a name and a password, and has not come back with one since: that alone is no refusal (RFC 9110 §11.6.1). */
    private final Map<MacAddress, Boolean> challenged = Bounded.byUse(MOST);

    /** What a segment says; empty while a request is not answered, and for whatever else it is. */
    Optional<Sighting> segment(Instant at, Flow flow, byte[] bytes, int from, int length) {
        if (!mayBegin(bytes, from, length)) {
            return Optional.empty();
        }
        String[] lines =
                new String(bytes, from, Math.min(length, MOST_HEAD), StandardCharsets.ISO_8859_1).split("\r?\n", -1);
        Matcher request = REQUEST.matcher(lines[0]);
        if (request.matches()) {
            ask(flow, request.group(1), lines);
            return Optional.empty();
        }
        Matcher status = STATUS.matcher(lines[0]);
        return lines.length > 1 && status.matches()
                ? answer(at, flow, Integer.parseInt(status.group(1)), lines)
                : Optional.empty();
    }

    private static boolean mayBegin(byte[] bytes, int from, int length) {
        return length > 12
                        && bytes[from] == 'H'
                        && (bytes[from + 1] == 'T' && bytes[from + 2] == 'T' || bytes[from + 1] == 'E')
                || length > 12 && bytes[from] == 'G' && bytes[from + 1] == 'E' && bytes[from + 2] == 'T';
    }

    private void ask(Flow flow, String target, String[] lines) {
        String path = target.split("[?#]", 2)[0];
        String file = path.substring(path.lastIndexOf('/') + 1);
        Optional<MacAddress> mac = file.length() > LONGEST_NAME ? Optional.empty() : Dialects.macIn(file);
        mac.ifPresentOrElse(
                m -> asked.put(
                        flow,
                        new Asked(
                                m,
                                file,
                                header(lines, "user-agent").orElse(""),
                                header(lines, "authorization").isPresent())),
                () -> asked.remove(flow));
    }

    private Optional<Sighting> answer(Instant at, Flow flow, int status, String[] lines) {
        if (status < 200) { // the answer comes after it
            return Optional.empty();
        }
        Asked request = asked.remove(flow.back());
        if (request == null || isChallengeAlone(request, status)) {
            return Optional.empty();
        }
        String revision = status == 200 || status == 304
                ? header(lines, "etag")
                        .map(TAG::matcher)
                        .filter(Matcher::matches)
                        .map(tag -> tag.group(1))
                        .orElse("")
                : "";
        return Optional.of(new Sighting(
                "",
                Optional.of(request.mac()),
                flow.toHost(),
                new ConfigRequested(at, request.file(), status, revision, request.agent(), flow.toHost())));
    }

    private boolean isChallengeAlone(Asked request, int status) {
        boolean isBare = status == UNAUTHORIZED && !request.isProven();
        Boolean before = isBare ? challenged.put(request.mac(), true) : challenged.remove(request.mac());
        return isBare && before == null;
    }

    private static Optional<String> header(String[] lines, String name) {
        for (int i = 1; i < lines.length && !lines[i].isEmpty(); i++) {
            int colon = lines[i].indexOf(':');
            if (colon > 0
                    && lines[i].substring(0, colon).toLowerCase(Locale.ROOT).equals(name)) {
                return Optional.of(lines[i].substring(colon + 1).strip());
            }
        }
        return Optional.empty();
    }
}
