package jordfell.core.planning;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jordfell.core.dialing.TestNumber;
import jordfell.core.roster.Domain;
import jordfell.core.roster.RegistrarNode;

/** What a person types into a phone that is set by hand, for one line, in the order in which people type it. */
public record CredentialsCard(int line, String number, List<CardField> rows) {

    /**
     * One field.
     *
     * @param value empty for the password, which is asked for by itself
     * @param hint what to do where the phone has no such field, or wants it otherwise; empty if there is nothing to say
     */
    public record CardField(String what, String value, String hint) {}

    /** Where the password stands among the rows. */
    public static final String PASSWORD = "Password";

    public CredentialsCard {
        rows = List.copyOf(rows);
    }

    /**
     * The card of a line.
     *
     * @param registrar as the settings say
     * @param portBase the site's rule for local ports; 0 if it has none
     * @param voicemail empty if there is none
     */
    public static CredentialsCard of(
            int line,
            String number,
            String authUser,
            Domain domain,
            String registrar,
            String transport,
            String expiry,
            int portBase,
            String voicemail) {
        List<CardField> rows = new ArrayList<>();
        rows.add(new CardField("Number", number, "also called user name or extension"));
        rows.add(new CardField(
                "Authentication user",
                authUser,
                authUser.equals(number) ? "" : "differs from the number: it must not be left empty"));
        rows.add(new CardField(PASSWORD, "", ""));
        rows.add(
                new CardField("Domain", domain.name(), "the realm comes with the challenge: leave such a field empty"));
        Optional<RegistrarNode> first = domain.nodes().stream()
                .min(Comparator.comparing(RegistrarNode::priority)
                        .thenComparing(
                                Comparator.comparing(RegistrarNode::weight).reversed()));
        boolean byService = registrar.equalsIgnoreCase(domain.name());
        rows.add(new CardField(
                "Registrar",
                registrar,
                byService && first.isPresent()
                        ? "found by SRV with the port left empty; a phone without SRV takes "
                                + first.get().host()
                        : ""));
        rows.add(new CardField(
                "Port",
                byService ? "" : first.map(n -> Integer.toString(n.port())).orElse("5060"),
                byService
                        ? "empty, or "
                                + first.map(n -> Integer.toString(n.port())).orElse("5060") + " without SRV"
                        : ""));
        rows.add(new CardField("Transport", transport.isEmpty() ? "UDP" : transport, ""));
        rows.add(new CardField("Expiry", expiry, "in seconds"));
        if (portBase > 0) {
            rows.add(new CardField(
                    "Local port",
                    Integer.toString(LocalPorts.of(portBase, number)),
                    "by the site’s rule " + portBase + " + number: no two behind its router may be alike"));
        }
        if (!voicemail.isEmpty()) {
            rows.add(new CardField("Voicemail", voicemail, "what its message key calls"));
        }
        rows.add(new CardField(
                "Test call", TestNumber.DIALLED, "dial it when the phone is registered: that proves that it can call"));
        return new CredentialsCard(line, number, rows);
    }
}
