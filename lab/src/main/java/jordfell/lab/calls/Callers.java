package jordfell.lab.calls;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts;
import jordfell.lab.registrar.Accounts.Policy;
import jordfell.lab.registrar.Authenticator.Side;
import jordfell.lab.registrar.Registrar;
import jordfell.lab.registrar.Responses;

/**
 * Who calls: whoever is registered from there as the number that it says it is, or proves it by digest (RFC 3261 §22.3).
 */
final class Callers {

    private final Accounts accounts;
    private final Registrar registrar;
    private final Services services;

    Callers(Accounts accounts, Registrar registrar, Services services) {
        this.accounts = accounts;
        this.registrar = registrar;
        this.services = services;
    }

    /**
     * Who calls, or why it may not.
     *
     * @param cleared the INVITE without what was for this node alone (§22.3)
     * @param refusal what it is answered; empty if it may call
     */
    record Known(String domain, String number, boolean isService, SipMessage cleared, Optional<SipMessage> refusal) {}

    Known who(SipMessage invite, Endpoint source, Instant now) {
        SipAddress from = SipHeaders.from(invite).orElseThrow();
        String to = SipHeaders.uri(invite.requestUri()).map(SipAddress::host).orElse("");
        if (services.isOne(source)) {
            return new Known(to, from.user(), true, invite, Optional.empty());
        }
        Optional<Policy> home = accounts.domain(from.host());
        if (home.isEmpty()) {
            return refused(invite, Responses.to(invite, source, 403));
        }
        boolean isItself = registrar.contacts(home.get().domain(), from.user(), now).stream()
                .anyMatch(contact -> contact.source().equals(source));
        Optional<SipMessage> refusal = isItself
                ? Optional.empty()
                : registrar
                        .authenticator()
                        .refuse(
                                Side.PROXY,
                                invite,
                                source,
                                home.get(),
                                accounts.find(home.get().domain(), from.user()),
                                now);
        return new Known(home.get().domain(), from.user(), false, invite.without("Proxy-Authorization"), refusal);
    }

    private static Known refused(SipMessage invite, SipMessage refusal) {
        return new Known("", "", false, invite, Optional.of(refusal));
    }
}
