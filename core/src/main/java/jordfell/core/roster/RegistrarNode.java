package jordfell.core.roster;

/**
 * One registrar of a domain, as its SRV record would name it (RFC 2782).
 *
 * @param address where it listens, an IP address
 * @param priority lower is tried first
 */
public record RegistrarNode(String name, String host, String address, int port, int priority, int weight) {}
