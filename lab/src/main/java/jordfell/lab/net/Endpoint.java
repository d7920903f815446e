package jordfell.lab.net;

/** An address and a port, and how it is spoken with there. */
public record Endpoint(String host, int port, Transport transport) {

    /** By UDP. */
    public Endpoint(String host, int port) {
        this(host, port, Transport.UDP);
    }

    /** The same, spoken with in another way. */
    public Endpoint by(Transport other) {
        return new Endpoint(host, port, other);
    }

    /** Whether datagrams to it leave the simulated network for this machine's own. */
    public boolean onThisMachine() {
        return host.equals("127.0.0.1");
    }

    @Override
    public String toString() {
        return host + ":" + port;
    }
}
