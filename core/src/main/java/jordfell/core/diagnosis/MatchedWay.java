package jordfell.core.diagnosis;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import jordfell.core.diagnosis.MatchSheet.Row;
import jordfell.core.evidence.SipSeen;
import jordfell.core.milestone.CertificateRefusals;
import jordfell.core.milestone.ClockSkew;
import jordfell.core.path.DeviceFacts.SentLine;
import jordfell.core.path.LineStatus;
import jordfell.core.planning.Networks;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;

/** Of a match sheet, what belongs to the way between a phone and its registrar, and to its clock. */
final class MatchedWay {

    /** How a message came, by its topmost Via (RFC 3261 §18.1.1). */
    private static final Pattern WAY = Pattern.compile("^SIP\\s*/\\s*2\\.0\\s*/\\s*([A-Za-z]+)");

    private static final int USUAL_PORT = 5060;

    private MatchedWay() {}

    /** @param seen the REGISTER that the sheet is about, if one was seen */
    static List<Row> rows(
            CaseOf device,
            int position,
            Optional<SentLine> sent,
            Optional<SipSeen.Request> seen,
            List<String> networks) {
        Optional<LineStatus> line = device.path().lines().stream()
                .filter(l -> l.position() == position)
                .findFirst();
        Domain domain = device.facts().domain();
        Optional<String> way = seen.map(SipSeen.Request::message).flatMap(MatchedWay::way);
        List<Row> rows = new ArrayList<>();
        rows.add(transport(domain, sent, way));
        rows.add(node(domain, seen));
        rows.add(address(
                networks, seen, line.filter(l -> l.accepted(device.now())).isPresent()));
        rows.add(contact(
                seen,
                way,
                line.flatMap(l -> l.reached().ping()).filter(p -> p.isDeaf()).isPresent()));
        certificate(device, sent, way).ifPresent(rows::add);
        rows.add(clock(seen));
        return rows;
    }

    private static Optional<String> way(SipMessage register) {
        return register.first("Via")
                .map(WAY::matcher)
                .filter(Matcher::find)
                .map(m -> m.group(1).toUpperCase(Locale.ROOT));
    }

    private static Row transport(Domain domain, Optional<SentLine> sent, Optional<String> way) {
        List<String> taken = domain.rules().transports().stream()
                .map(t -> t.toUpperCase(Locale.ROOT))
                .toList();
        String told = sent.map(SentLine::transport).orElse("");
        boolean isFound = told.equals("dns");
        boolean differs = !told.isEmpty() && !isFound && !taken.contains(told.toUpperCase(Locale.ROOT))
                || way.filter(w -> !taken.contains(w)).isPresent();
        return new Row(
                "Transport",
                String.join(", ", taken),
                isFound ? "as names say" : told.toUpperCase(Locale.ROOT),
                way.orElse(""),
                false,
                differs);
    }

    /** The node that was asked has to be one of its domain’s, or it asked somewhere else. */
    private static Row node(Domain domain, Optional<SipSeen.Request> seen) {
        String nodes = domain.nodes().stream()
                .map(n -> n.name() + (n.port() == USUAL_PORT ? "" : " on port " + n.port()))
                .collect(Collectors.joining(", "));
        String used = seen.map(SipSeen::node).orElse("");
        boolean differs = !used.isEmpty()
                && domain.nodes().stream().map(RegistrarNode::name).noneMatch(used::equals);
        return new Row("Node", nodes, "", used, false, differs);
    }

    /** Who is taken from outside may come from there. */
    private static Row address(List<String> networks, Optional<SipSeen.Request> seen, boolean isTaken) {
        String from = seen.map(SipSeen::peer).map(MatchedWay::host).orElse("");
        return new Row(
                "Comes from",
                String.join(", ", networks),
                "",
                from,
                false,
                !isTaken && !from.isEmpty() && !networks.isEmpty() && !Networks.contain(networks, from));
    }

    /** Behind a router it says another address than it comes from; that matters once it does not answer there. */
    private static Row contact(Optional<SipSeen.Request> seen, Optional<String> way, boolean isDeaf) {
        int usual = way.filter("TLS"::equals).isPresent() ? USUAL_PORT + 1 : USUAL_PORT;
        String from = seen.map(SipSeen::peer).orElse("");
        String says = seen.flatMap(
                        s -> SipHeaders.contacts(s.message()).stream().findFirst())
                .map(c -> c.host() + ":" + (c.port() > 0 ? c.port() : usual))
                .orElse("");
        return new Row("Contact", from, "", says, false, isDeaf && !says.isEmpty() && !from.equals(says));
    }

    /** Only where TLS is in play. */
    private static Optional<Row> certificate(CaseOf device, Optional<SentLine> sent, Optional<String> way) {
        String domain = device.facts().domain().name();
        Optional<CertificateRefusals> refused = device.reached().certificate();
        boolean isInPlay = refused.isPresent()
                || way.filter("TLS"::equals).isPresent()
                || sent.filter(s -> s.transport().equalsIgnoreCase("tls")).isPresent();
        String used = refused.map(r -> "broke off: " + r.newest().alert().replace('_', ' '))
                .orElse(way.filter("TLS"::equals).isPresent() ? "took it" : "");
        return isInPlay
                ? Optional.of(new Row("Certificate", "one for " + domain, "", used, false, refused.isPresent()))
                : Optional.empty();
    }

    private static Row clock(Optional<SipSeen.Request> seen) {
        Optional<ClockSkew> skew =
                seen.flatMap(s -> SipHeaders.date(s.message()).map(says -> ClockSkew.between(says, s.at())));
        boolean isOff = skew.filter(ClockSkew::isTelling).isPresent();
        return new Row(
                "Clock",
                "the time",
                "",
                skew.map(s -> isOff ? s.words() : "right").orElse(""),
                false,
                isOff);
    }

    private static String host(String peer) {
        return peer.substring(0, Math.max(0, peer.lastIndexOf(':')));
    }
}
