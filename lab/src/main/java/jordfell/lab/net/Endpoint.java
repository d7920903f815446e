package jordfell.lab.net;

/** An address and a UDP port. */
public record Endpoint(String host, int port) {

    /** Whether datagrams to it leave the simulated network for this machine's own. */
    public boolean onThisMachine() {
        return host.equals("127.0.0.1");
    }

    @Override
    public String toString() {
        return host + ":" + port;
    }
}
