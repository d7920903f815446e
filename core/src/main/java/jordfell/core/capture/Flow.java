package jordfell.core.capture;

/**
 * From where to where something went.
 *
 * @param fromHost as text: {@code 198.51.100.7}, {@code [2001:db8::7]}
 */
public record Flow(String fromHost, int fromPort, String toHost, int toPort) {

    /** {@code address:port} of who sent it. */
    public String from() {
        return fromHost + ":" + fromPort;
    }

    /** {@code address:port} of whom it was sent to. */
    public String to() {
        return toHost + ":" + toPort;
    }

    /** The other way. */
    Flow back() {
        return new Flow(/* fromHost= */ toHost, /* fromPort= */ toPort, /* toHost= */ fromHost, /* toPort= */ fromPort);
    }
}
