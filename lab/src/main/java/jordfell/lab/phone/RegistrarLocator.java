package jordfell.lab.phone;

import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.random.RandomGenerator;
import jordfell.lab.net.Endpoint;
import jordfell.lab.net.Network;
import jordfell.lab.net.Transport;
import jordfell.lab.time.Timeline;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Message;
import org.xbill.DNS.NAPTRRecord;
import org.xbill.DNS.Name;
import org.xbill.DNS.Record;
import org.xbill.DNS.SRVRecord;
import org.xbill.DNS.Section;
import org.xbill.DNS.TextParseException;
import org.xbill.DNS.Type;

/**
 * Finds the addresses of a domain's registrars in their order (RFC 3263 §4): how they are spoken with by NAPTR where the file
 * does not say it, SRV by priority and weight (RFC 2782), and the name's own address when there is no SRV.
 */
final class RegistrarLocator {

    private static final Duration PATIENCE = Duration.ofSeconds(3);
    private static final int DEFAULT_PORT = 5060;
    private static final int DEFAULT_TLS_PORT = 5061;
    private static final int OWN_PORT = 40_053;

    /** The NAPTR services of SIP (RFC 3263 §4.1). */
    private static final Map<String, Transport> WAYS =
            Map.of("SIP+D2U", Transport.UDP, "SIP+D2T", Transport.TCP, "SIPS+D2T", Transport.TLS);

    private final Timeline timeline;
    private final Network network;
    private final RandomGenerator random;
    private final Endpoint self;
    private final Endpoint server;
    private final Map<Integer, Consumer<List<Record>>> open = new HashMap<>();

    /** @param address of the phone that looks */
    RegistrarLocator(PhoneEnvironment world, String address) {
        this.timeline = world.timeline();
        this.network = world.network();
        this.random = world.random();
        this.self = new Endpoint(address, OWN_PORT);
        this.server = world.dns();
    }

    /** The address of a host, be it a name or an address itself; empty where nobody knows it. */
    void host(String name, int port, Consumer<Optional<Endpoint>> taker) {
        if (name.matches("[0-9]{1,3}(\\.[0-9]{1,3}){3}")) {
            taker.accept(Optional.of(new Endpoint(name, port)));
        } else {
            addresses(
                    name,
                    port,
                    Transport.UDP,
                    found -> taker.accept(found.stream().findFirst()));
        }
    }

    /** Where it is answered. */
    Endpoint socket() {
        return self;
    }

    /** Gives the registrars of a line, best first; none when DNS knows none or does not answer. */
    void locate(PhoneConfig.Station station, Consumer<List<Endpoint>> taker) {
        PhoneConfig.Manner manner = station.manner();
        if (!manner.byList()) {
            manner.transport()
                    .ifPresentOrElse(
                            by -> locate(service(by) + station.home(), station.home(), by, taker),
                            () -> ways(station.home(), taker));
            return;
        }
        Transport transport = manner.transport().orElse(Transport.UDP);
        int port = manner.port() == 0 ? usualPort(transport) : manner.port();
        addresses(station.home(), port, transport, first -> {
            if (manner.backup().isEmpty()) {
                taker.accept(first);
            } else {
                addresses(
                        manner.backup(),
                        port,
                        transport,
                        second -> taker.accept(java.util.stream.Stream.concat(first.stream(), second.stream())
                                .toList()));
            }
        });
    }

    private static int usualPort(Transport transport) {
        return transport == Transport.TLS ? DEFAULT_TLS_PORT : DEFAULT_PORT;
    }

    /** The name of a domain’s service for a transport that is known: no NAPTR has to be asked for (RFC 3263 §4.1). */
    private static String service(Transport transport) {
        return switch (transport) {
            case UDP -> "_sip._udp.";
            case TCP -> "_sip._tcp.";
            case TLS -> "_sips._tcp.";
        };
    }

    /** By NAPTR the domain says how it is spoken with, best first (RFC 3263 §4.1); else by the first way that it has SRV for. */
    private void ways(String name, Consumer<List<Endpoint>> taker) {
        query(name, Type.NAPTR, records -> {
            Optional<NAPTRRecord> best = records.stream()
                    .filter(NAPTRRecord.class::isInstance)
                    .map(NAPTRRecord.class::cast)
                    .filter(r -> r.getFlags().equalsIgnoreCase("s") && WAYS.containsKey(r.getService()))
                    .min(Comparator.comparingInt(NAPTRRecord::getOrder).thenComparingInt(NAPTRRecord::getPreference));
            if (best.isPresent()) {
                String srv = best.get().getReplacement().toString(true);
                locate(srv, name, WAYS.get(best.get().getService()), taker);
            } else {
                tryEach(name, List.of(Transport.values()), taker);
            }
        });
    }

    private void tryEach(String name, List<Transport> left, Consumer<List<Endpoint>> taker) {
        Transport by = left.get(0);
        query(service(by) + name, Type.SRV, records -> {
            if (records.stream().anyMatch(SRVRecord.class::isInstance)) {
                locate(service(by) + name, name, by, taker);
            } else if (left.size() > 1) {
                tryEach(name, left.subList(1, left.size()), taker);
            } else {
                addresses(name, DEFAULT_PORT, Transport.UDP, taker);
            }
        });
    }

    private void locate(String srv, String name, Transport transport, Consumer<List<Endpoint>> taker) {
        query(srv, Type.SRV, records -> {
            List<SRVRecord> services = new ArrayList<>(records.stream()
                    .filter(SRVRecord.class::isInstance)
                    .map(SRVRecord.class::cast)
                    .toList());
            if (services.isEmpty()) {
                addresses(name, usualPort(transport), transport, taker);
                return;
            }
            // Within one priority a heavier target is likelier to come first (RFC 2782, "Weight").
            services.sort(Comparator.comparingInt(SRVRecord::getPriority)
                    .thenComparingDouble(s -> -Math.pow(random.nextDouble(), 1.0 / Math.max(1, s.getWeight()))));
            collect(services, 0, transport, new ArrayList<>(), taker);
        });
    }

    /** Takes a datagram from the DNS server. */
    void receive(byte[] bytes) {
        try {
            Message reply = new Message(bytes);
            Consumer<List<Record>> waiting = open.remove(reply.getHeader().getID());
            if (waiting != null) {
                waiting.accept(reply.getSection(Section.ANSWER));
            }
        } catch (IOException e) {
            // Not an answer: the time-out will tell.
        }
    }

    private void collect(
            List<SRVRecord> services,
            int index,
            Transport transport,
            List<Endpoint> found,
            Consumer<List<Endpoint>> taker) {
        if (index == services.size()) {
            taker.accept(found);
            return;
        }
        SRVRecord service = services.get(index);
        addresses(service.getTarget().toString(true), service.getPort(), transport, endpoints -> {
            found.addAll(endpoints);
            collect(services, index + 1, transport, found, taker);
        });
    }

    private void addresses(String host, int port, Transport transport, Consumer<List<Endpoint>> taker) {
        query(
                host,
                Type.A,
                records -> taker.accept(records.stream()
                        .filter(ARecord.class::isInstance)
                        .map(r -> new Endpoint(((ARecord) r).getAddress().getHostAddress(), port, transport))
                        .toList()));
    }

    private void query(String name, int type, Consumer<List<Record>> taker) {
        Message message;
        try {
            message = Message.newQuery(Record.newRecord(Name.fromString(name + "."), type, DClass.IN));
        } catch (TextParseException e) {
            taker.accept(List.of()); // no DNS name at all
            return;
        }
        int id = random.nextInt(0x10000);
        message.getHeader().setID(id);
        open.put(id, taker);
        network.send(self, server, message.toWire());
        timeline.after(PATIENCE, () -> {
            if (open.remove(id, taker)) {
                taker.accept(List.of());
            }
        });
    }
}
