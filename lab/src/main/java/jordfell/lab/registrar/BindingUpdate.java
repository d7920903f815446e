package jordfell.lab.registrar;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.sip.SipAddress;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts.Account;
import jordfell.lab.registrar.Accounts.Policy;
import jordfell.lab.registrar.RegistrarEvent.BindingMoved;

/** Steps 6 to 8 of RFC 3261 §10.3 for one authenticated request: all its contacts, or none. */
final class BindingUpdate {

    private static final Pattern SECONDS = Pattern.compile("[0-9]{1,10}");

    private final Policy policy;
    private final Account account;
    private final String node;
    private final SipMessage request;
    private final Endpoint source;
    private final Instant now;
    private final Map<String, Binding> after = new LinkedHashMap<>();
    private final List<RegistrarEvent> events = new ArrayList<>();

    BindingUpdate(Policy policy, Account account, String node, SipMessage request, Endpoint source, Instant now) {
        this.policy = policy;
        this.account = account;
        this.node = node;
        this.request = request;
        this.source = source;
        this.now = now;
    }

    /**
     * What came of it.
     *
     * @param after all bindings of the extension from now on, by what tells its contacts apart; empty if nothing changes
     */
    record Done(Outcome outcome, Optional<Map<String, Binding>> after) {

        private static Done refused(Outcome answer) {
            return new Done(answer, Optional.empty());
        }
    }

    String domain() {
        return policy.domain();
    }

    String number() {
        return account.number();
    }

    /** @param before the bindings of the extension until now */
    Done applyTo(Map<String, Binding> before) {
        after.putAll(before);
        List<SipAddress> contacts = SipHeaders.contacts(request);
        boolean everything = contacts.stream().anyMatch(c -> c.host().equals("*"));
        if (contacts.isEmpty() && request.first("Contact").isPresent()
                || everything && (contacts.size() > 1 || requestedExpiry(contacts.get(0)) != 0)) {
            return Done.refused(Registrar.reply(node, request, source, 400));
        }
        if (everything) {
            after.values().forEach(b -> events.add(BindingMoved.of(b, Change.REMOVED)));
            after.clear();
        } else {
            for (SipAddress contact : contacts) {
                Optional<Outcome> refused = take(contact);
                if (refused.isPresent()) {
                    return Done.refused(refused.get());
                }
            }
        }
        return new Done(accepted(), Optional.of(after));
    }

    private Optional<Outcome> take(SipAddress contact) {
        int requested = requestedExpiry(contact);
        String key = contact.param("+sip.instance").orElse(contact.uri());
        Binding before = after.get(key);
        String callId = request.first("Call-ID").orElseThrow();
        long cseq = SipHeaders.cseq(request);
        if (before != null && before.callId().equals(callId) && cseq <= before.cseq()) {
            return Optional.of(Registrar.reply(node, request, source, 500)); // §10.3 step 7: out of order
        }
        if (requested == 0) {
            if (before != null) {
                after.remove(key);
                events.add(BindingMoved.of(before, Change.REMOVED));
            }
            return Optional.empty();
        }
        int granted = policy.expiry().grant(requested);
        if (granted < 0) {
            SipMessage tooBrief = Responses.to(request, source, 423)
                    .with("Min-Expires", Integer.toString(policy.expiry().min()));
            return Optional.of(Outcome.send(node, Responses.destination(request, source), tooBrief));
        }
        if (before == null && after.size() >= account.contactLimit()) {
            SipMessage full = Responses.to(request, source, 403)
                    .with("Warning", Responses.warning(node, account.contactLimit() + " contacts are bound already"));
            return Optional.of(Outcome.send(node, Responses.destination(request, source), full));
        }
        Binding binding = new Binding(
                policy.domain(),
                account.number(),
                key,
                contact,
                source,
                node,
                callId,
                cseq,
                now.plusSeconds(granted),
                before == null ? now.plus(ContactPinger.FIRST) : before.pingAt());
        after.put(key, binding);
        events.add(BindingMoved.of(binding, before == null ? Change.ADDED : Change.REFRESHED));
        return Optional.empty();
    }

    /** The contact's own wish, else the message's, else the domain's usual time (§10.3 step 7). */
    private int requestedExpiry(SipAddress contact) {
        String wish =
                contact.param("expires").or(() -> request.first("Expires")).orElse("");
        return SECONDS.matcher(wish).matches()
                ? (int) Math.min(Integer.MAX_VALUE, Long.parseLong(wish))
                : policy.expiry().usual();
    }

    private Outcome accepted() {
        SipMessage ok = Responses.to(request, source, 200).with("Date", SipHeaders.date(now));
        for (Binding binding : after.values()) {
            long left = Duration.between(now, binding.expiresAt()).toSeconds();
            String instance = binding.contact()
                    .param("+sip.instance")
                    .map(i -> ";+sip.instance=\"" + i + "\"")
                    .orElse("");
            ok = ok.with("Contact", "<" + binding.contact().uri() + ">" + instance + ";expires=" + left);
        }
        return new Outcome(List.of(new Outcome.Outgoing(node, Responses.destination(request, source), ok)), events);
    }
}
