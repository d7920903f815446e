package jordfell.lab.phone;

import java.util.random.RandomGenerator;
import jordfell.lab.dhcp.Leases;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.time.Timeline;
import jordfell.lab.tls.TlsServers;

/** What surrounds a phone. */
public record PhoneEnvironment(
        Timeline timeline,
        Network network,
        ConfigSource configs,
        Endpoint dns,
        Leases leases,
        TlsServers servers,
        RandomGenerator random) {}
