package jordfell.core.planning;

import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.Set;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;

/** The records that a SIP domain needs in DNS, as a part of a zone file (RFC 1035 §5, RFC 2782, RFC 3263 §4). */
public final class ZoneFragment {

    private static final int TTL = 300;

    private ZoneFragment() {}

    /** NAPTR, SRV and A records of the domain, each name fully written out. */
    public static String of(Domain domain) {
        StringBuilder out = new StringBuilder();
        out.append("; ").append(domain.name()).append(": where phones find their registrars\n");
        out.append("$TTL ").append(TTL).append('\n');
        int order = 10;
        for (String transport : domain.rules().transports()) {
            out.append(String.format(
                    Locale.ROOT,
                    "%s. IN NAPTR %d 0 \"s\" \"%s\" \"\" %s.%n",
                    domain.name(),
                    order,
                    service(transport),
                    srvName(transport, domain.name())));
            order += 10;
        }
        for (String transport : domain.rules().transports()) {
            for (RegistrarNode node : domain.nodes()) {
                out.append(String.format(
                        Locale.ROOT,
                        "%s. IN SRV %d %d %d %s.%n",
                        srvName(transport, domain.name()),
                        node.priority(),
                        node.weight(),
                        transport.equals("tls") && node.port() == 5060 ? 5061 : node.port(),
                        node.host()));
            }
        }
        Set<String> hosts = new LinkedHashSet<>();
        for (RegistrarNode node : domain.nodes()) {
            if (hosts.add(node.host())) {
                out.append(String.format(Locale.ROOT, "%s. IN A %s%n", node.host(), node.address()));
            }
        }
        return out.toString();
    }

    private static String srvName(String transport, String domain) {
        return switch (transport) {
            case "tls" -> "_sips._tcp." + domain;
            case "tcp" -> "_sip._tcp." + domain;
            default -> "_sip._udp." + domain;
        };
    }

    /** The NAPTR service of a transport (RFC 3263 §4.1). */
    private static String service(String transport) {
        return switch (transport) {
            case "tls" -> "SIPS+D2T";
            case "tcp" -> "SIP+D2T";
            default -> "SIP+D2U";
        };
    }
}
