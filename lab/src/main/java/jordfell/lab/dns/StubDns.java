package jordfell.lab.dns;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
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

/** Answers DNS queries from the records that the domains' registrar nodes make (RFC 1035, RFC 2782). */
public final class StubDns {

    private static final long TTL_SECONDS = 60;

    /** Nobody listens there. */
    private static final String NOWHERE = "192.0.2.59";

    private final NameFaults faults;
    private final List<Record> records;
    private final Set<Name> names = new HashSet<>();

    public StubDns(Collection<Domain> domains, NameFaults faults) {
        this.faults = faults;
        List<Record> all = new ArrayList<>();
        for (Domain domain : domains) {
            for (RegistrarNode node : domain.nodes()) {
                Name host = name(node.host());
                all.add(new SRVRecord(
                        name("_sip._udp." + domain.name()),
                        DClass.IN,
                        TTL_SECONDS,
                        node.priority(),
                        node.weight(),
                        node.port(),
                        host));
                all.add(address(host, node.address()));
            }
        }
        this.records = List.copyOf(all);
        all.forEach(record -> names.add(record.getName()));
    }

    /** The answer to a query on the wire; empty for bytes that are no query. */
    public Optional<Answer> answer(byte[] query) {
        try {
            Message asked = new Message(query);
            Record question = asked.getQuestion();
            if (question == null || asked.getHeader().getFlag(Flags.QR)) {
                return Optional.empty();
            }
            Message reply = new Message(asked.getHeader().getID());
            reply.getHeader().setFlag(Flags.QR);
            reply.getHeader().setFlag(Flags.AA);
            reply.addRecord(question, Section.QUESTION);
            String name = question.getName().toString(true);
            if (faults.has(FaultKind.NAME_SILENT, name)) {
                return Optional.empty();
            }
            boolean isKnown = names.contains(question.getName()) && !faults.has(FaultKind.NAME_NOT_FOUND, name);
            List<Record> found = isKnown ? found(question) : List.of();
            found.forEach(r -> reply.addRecord(r, Section.ANSWER));
            if (!isKnown) {
                reply.getHeader().setRcode(Rcode.NXDOMAIN);
            }
            return Optional.of(new Answer(
                    name,
                    org.xbill.DNS.Type.string(question.getType()),
                    found.stream().map(StubDns::spoken).toList(),
                    reply.toWire()));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** What was asked, what was found, and the bytes that say so; compared by nobody. */
    @SuppressWarnings("ArrayRecordComponent")
    public record Answer(String name, String type, List<String> found, byte[] wire) {}

    private List<Record> found(Record question) {
        boolean astray =
                faults.has(FaultKind.NAME_LEADS_NOWHERE, question.getName().toString(true));
        return records.stream()
                .filter(r -> r.getName().equals(question.getName()) && r.getType() == question.getType())
                .map(r -> astray && r instanceof ARecord ? address(r.getName(), NOWHERE) : r)
                .toList();
    }

    private static String spoken(Record record) {
        return record instanceof SRVRecord srv
                ? srv.getTarget().toString(true) + ":" + srv.getPort()
                : record.rdataToString();
    }

    private static ARecord address(Name host, String address) {
        try {
            return new ARecord(host, DClass.IN, TTL_SECONDS, java.net.InetAddress.getByName(address));
        } catch (java.net.UnknownHostException e) {
            throw new IllegalArgumentException("a node's address must be an IP address: " + address, e);
        }
    }

    private static Name name(String text) {
        return Name.fromConstantString(text + ".");
    }
}
