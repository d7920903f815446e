package jordfell.lab.dns;

import java.io.IOException;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import jordfell.core.planning.ZoneFragment;
import jordfell.core.roster.Domain;
import jordfell.lab.fault.Fault;
import jordfell.lab.fault.FaultKind;
import jordfell.lab.fault.NameFaults;
import org.xbill.DNS.ARecord;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.SRVRecord;
import org.xbill.DNS.Section;
import org.xbill.DNS.TextParseException;
import org.xbill.DNS.Type;

/**
 * Answers DNS queries from zone files (RFC 1035, RFC 2782, RFC 3403): the one that somebody gave for a domain, or else the one
 * that its registrar nodes make.
 */
public final class StubDns {

    private static final long TTL_SECONDS = 60;

    /** Nobody listens there. */
    private static final String NOWHERE = "192.0.2.59";

    private final NameFaults faults;
    private final Map<String, Zone> given = new HashMap<>();
    private Map<String, Zone> made = Map.of();
    private List<Record> offered = List.of();

    /** What was known of domains whose names are to stay as they were, by fault. */
    private final Map<Long, List<Record>> stale = new HashMap<>();

    public StubDns(NameFaults faults) {
        this.faults = faults;
        faults.whenBegins(fault -> {
            if (fault.kind() == FaultKind.NAME_STALE) {
                stale.put(fault.id(), records().toList());
            }
        });
    }

    /** Names lead where the domains say from now on. */
    public void follow(Collection<Domain> domains) {
        Map<String, Zone> zones = new HashMap<>();
        for (Domain domain : domains) {
            try {
                zones.put(key(domain.name()), Zone.read(ZoneFragment.of(domain)));
            } catch (Zone.Unreadable e) {
                throw new IllegalArgumentException("the records of " + domain.name() + " make no zone file", e);
            }
        }
        made = zones;
    }

    /** These names have these addresses besides, from now on. Names that DNS can’t have are left out. */
    public void offer(Map<String, String> addresses) {
        offered = addresses.entrySet().stream()
                .flatMap(entry -> {
                    try {
                        return Stream.<Record>of(address(Name.fromString(entry.getKey() + "."), entry.getValue()));
                    } catch (TextParseException e) {
                        return Stream.<Record>empty();
                    }
                })
                .toList();
    }

    /** Names of a domain lead where a zone file says, whatever the domain does; empty to follow the domain again. */
    public void give(String domain, Optional<Zone> zone) {
        zone.ifPresentOrElse(z -> given.put(key(domain), z), () -> given.remove(key(domain)));
    }

    /** The answer to a query on the wire; empty for bytes that are no query. */
    public Optional<Answer> answer(byte[] query) {
        try {
            Message asked = new Message(query);
            Record question = asked.getQuestion();
            if (question == null || asked.getHeader().getFlag(Flags.QR)) {
                return Optional.empty();
            }
            String name = question.getName().toString(true);
            String type = Type.string(question.getType());
            if (faults.has(FaultKind.NAME_SILENT, name)) {
                return Optional.of(new Answer(name, type, List.of(), "", new byte[0]));
            }
            Message reply = new Message(asked.getHeader().getID());
            reply.getHeader().setFlag(Flags.QR);
            reply.getHeader().setFlag(Flags.AA);
            reply.addRecord(question, Section.QUESTION);
            List<Record> found = List.of();
            if (faults.has(FaultKind.NAME_FAILS, name)) {
                reply.getHeader().setRcode(Rcode.SERVFAIL);
            } else if (!faults.has(FaultKind.NAME_NOT_FOUND, name) && isThere(question)) {
                found = found(question);
            } else {
                reply.getHeader().setRcode(Rcode.NXDOMAIN);
            }
            found.forEach(r -> reply.addRecord(r, Section.ANSWER));
            return Optional.of(new Answer(
                    name,
                    type,
                    found.stream().map(StubDns::spoken).toList(),
                    Rcode.string(reply.getHeader().getRcode()),
                    reply.toWire()));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /**
     * What was asked, what was found, and the bytes that say so; compared by nobody.
     *
     * @param status as DNS names it (RFC 1035 §4.1.1); empty where nothing is said at all, and then there are no bytes
     */
    @SuppressWarnings("ArrayRecordComponent")
    public record Answer(String name, String type, List<String> found, String status, byte[] wire) {}

    private Stream<Record> records() {
        return Stream.concat(zones(), offered.stream());
    }

    private Stream<Record> zones() {
        return Stream.concat(
                        given.values().stream(),
                        made.entrySet().stream()
                                .filter(zone -> !given.containsKey(zone.getKey()))
                                .map(Map.Entry::getValue))
                .flatMap(zone -> zone.records().stream());
    }

    private Stream<Record> recordsFor(String name) {
        return faults.of(FaultKind.NAME_STALE, name)
                .map(Fault::id)
                .map(stale::get)
                .map(List::stream)
                .orElseGet(this::records);
    }

    private boolean isThere(Record question) {
        return recordsFor(question.getName().toString(true))
                .anyMatch(r -> r.getName().equals(question.getName()));
    }

    private List<Record> found(Record question) {
        String name = question.getName().toString(true);
        boolean astray = faults.has(FaultKind.NAME_LEADS_NOWHERE, name);
        return recordsFor(name)
                .filter(r -> r.getName().equals(question.getName()) && r.getType() == question.getType())
                .map(r -> astray && r instanceof ARecord ? address(r.getName(), NOWHERE) : r)
                .toList();
    }

    public static String spoken(Record record) {
        return record instanceof SRVRecord srv
                ? srv.getTarget().toString(true) + ":" + srv.getPort()
                : record.rdataToString();
    }

    private static ARecord address(Name host, String address) {
        try {
            return new ARecord(host, DClass.IN, TTL_SECONDS, InetAddress.getByName(address));
        } catch (UnknownHostException e) {
            throw new IllegalArgumentException("a node's address must be an IP address: " + address, e);
        }
    }

    private static String key(String domain) {
        return domain.toLowerCase(Locale.ROOT);
    }
}
