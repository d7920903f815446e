package jordfell.core.sip;

import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Reads a Via as nearly all write it, by hand: it differs from message to message, so that what was read before is of no
 * help, and the grammar takes longer for it than for all the rest. What is written otherwise is left to the grammar.
 */
final class PlainVia {

    private static final String START = "SIP/2.0/";
    private static final Set<String> TRANSPORTS = Set.of("UDP", "TCP", "TLS");
    private static final int USUAL_PORT = 5_060;
    private static final int HIGHEST_PORT = 65_535;
    private static final int LONGEST_PORT = 5;

    private final String value;
    private int at;
    private @Nullable String branch;
    private @Nullable String received;
    private @Nullable String rport;

    private PlainVia(String value) {
        this.value = value;
    }

    /** Empty where the grammar has to be asked. */
    static Optional<Via> read(String value) {
        return new PlainVia(value).read();
    }

    private Optional<Via> read() {
        int blank = value.indexOf(' ');
        if (!value.startsWith(START) || blank < 0 || !TRANSPORTS.contains(value.substring(START.length(), blank))) {
            return Optional.empty();
        }
        at = blank + 1;
        String host = run(false);
        int own = USUAL_PORT;
        if (is(':')) {
            at++;
            own = port(run(false));
        }
        while (is(';')) {
            at++;
            if (!readParam()) {
                return Optional.empty();
            }
        }
        int returned = rport == null || rport.isEmpty() ? 0 : port(rport);
        if (host.isEmpty() || at < value.length() || own < 0 || returned < 0) {
            return Optional.empty();
        }
        return Optional.of(new Via(
                host, own, branch == null ? "" : branch, rport != null, Optional.ofNullable(received), returned));
    }

    /** False at what is not plain; each of those that mean something stands there once. */
    private boolean readParam() {
        String name = run(false);
        String said = "";
        boolean isSaid = is('=');
        if (isSaid) {
            at++;
            said = run(true);
        }
        if (name.isEmpty() || isSaid && said.isEmpty()) {
            return false;
        }
        switch (name) {
            case "branch" -> {
                boolean isFirst = branch == null;
                branch = said;
                return isFirst && isSaid;
            }
            case "received" -> {
                boolean isFirst = received == null;
                received = said;
                return isFirst && isSaid;
            }
            case "rport" -> {
                boolean isFirst = rport == null;
                rport = said;
                return isFirst;
            }
            default -> {
                // Another is none’s business here.
                return true;
            }
        }
    }

    private boolean is(char c) {
        return at < value.length() && value.charAt(at) == c;
    }

    /** Small letters, digits, full stops and hyphens from here on; in a value capitals and some signs as well. */
    private String run(boolean isValue) {
        int from = at;
        while (at < value.length() && isPlain(value.charAt(at), isValue)) {
            at++;
        }
        return value.substring(from, at);
    }

    private static boolean isPlain(char c, boolean isValue) {
        return c >= 'a' && c <= 'z'
                || c >= '0' && c <= '9'
                || c == '.'
                || c == '-'
                || isValue && (c >= 'A' && c <= 'Z' || c == '_' || c == '~' || c == '+');
    }

    /** -1 for what is no port. */
    private static int port(String digits) {
        if (digits.isEmpty() || digits.length() > LONGEST_PORT) {
            return -1;
        }
        int port = 0;
        for (int i = 0; i < digits.length(); i++) {
            char c = digits.charAt(i);
            if (c < '0' || c > '9') {
                return -1;
            }
            port = 10 * port + (c - '0');
        }
        return port == 0 || port > HIGHEST_PORT ? -1 : port;
    }
}
