package jordfell.core.casefile;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.evidence.SipSeen;

/**
 * Takes out of texts what nobody else is to have, and counts where: the passwords and secret addresses that are known, wherever
 * they stand; the proof in an answer to a challenge, from which a password can be guessed (RFC 7616 §5.8); keys of media
 * (RFC 4568 §6.1). Not safe for use by several threads.
 */
public final class Withheld {

    /** Stands in place of what was taken out; of the same bytes in every encoding. */
    public static final String MARK = "(withheld)";

    /** Shorter texts stand anywhere by chance. */
    private static final int SHORTEST = 4;

    private static final Pattern PROOF = Pattern.compile("(?i)(\\bresponse\\s*=\\s*\")([0-9a-f]{16,128})(\")");
    private static final Pattern MEDIA_KEY = Pattern.compile("(?m)^(a=crypto:.*?inline:)([^|\\s]+)");
    private static final Pattern OLD_KEY = Pattern.compile("(?m)^(k=[a-z]+:)(\\S+)");

    private final List<String> secrets;
    private final Map<String, Integer> places = new TreeMap<>();

    /** @param secrets all that is known to be one; short ones are not looked for */
    public Withheld(Collection<String> secrets) {
        this.secrets = secrets.stream()
                .filter(s -> s.length() >= SHORTEST)
                .distinct()
                .sorted(Comparator.comparingInt(String::length).reversed())
                .toList();
    }

    /**
     * The text without them.
     *
     * @param where what it is of, for the list of places
     */
    public String text(String where, String text) {
        String left = replaced(where + ": a proof of a password", PROOF, text);
        left = replaced(where + ": a key of media", MEDIA_KEY, left);
        left = replaced(where + ": a key of media", OLD_KEY, left);
        for (String secret : secrets) {
            int before = left.length();
            int times = 0;
            for (int at = left.indexOf(secret); at >= 0; at = left.indexOf(secret, at + secret.length())) {
                times++;
            }
            if (times > 0 && before > 0) {
                left = left.replace(secret, MARK);
                note(where + ": a secret that is on record", times);
            }
        }
        return left;
    }

    /** An observation without them. */
    public Observation of(Observation o) {
        if (o instanceof SipSeen sip) {
            String text = text("SIP", sip.datagram().text());
            return SipSeen.of(sip.at(), sip.toNode(), sip.node(), sip.peer(), Datagram.of(inOneLength(text)));
        } else if (o instanceof Logged l) {
            return new Logged(l.at(), l.severity(), text("log", l.subject()), text("log", l.text()), l.source());
        } else if (o instanceof ConfigRequested c) {
            return new ConfigRequested(
                    c.at(),
                    text("requests", c.file()),
                    c.status(),
                    c.revision(),
                    text("requests", c.userAgent()),
                    c.source(),
                    "");
        } else if (o instanceof Leased l) {
            return new Leased(l.at(), l.address(), l.server(), l.option(), text("leases", l.files()));
        }
        return o;
    }

    /** Where something was taken out, and how often. */
    public Map<String, Integer> places() {
        return Map.copyOf(places);
    }

    /** A body whose length is another one than its header says is none that can be read (RFC 3261 §18.3). */
    private static String inOneLength(String text) {
        int head = text.indexOf("\r\n\r\n");
        if (head < 0) {
            return text;
        }
        int length = text.substring(head + 4).getBytes(java.nio.charset.StandardCharsets.UTF_8).length;
        return text.substring(0, head).replaceFirst("(?im)^((?:Content-Length|l)\\s*:\\s*)[0-9]+", "$1" + length)
                + text.substring(head);
    }

    private String replaced(String where, Pattern pattern, String text) {
        Matcher matcher = pattern.matcher(text);
        StringBuilder left = new StringBuilder();
        while (matcher.find()) {
            note(where, 1);
            String end = matcher.groupCount() > 2 ? matcher.group(3) : "";
            matcher.appendReplacement(left, Matcher.quoteReplacement(matcher.group(1) + MARK + end));
        }
        return matcher.appendTail(left).toString();
    }

    private void note(String where, int times) {
        places.merge(where, times, Integer::sum);
    }
}
