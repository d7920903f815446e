package jordfell.lab.registrar;

import java.time.Instant;
import java.util.Optional;
import jordfell.core.sip.DigestAlgorithm;
import jordfell.core.sip.DigestAnswer;
import jordfell.core.sip.DigestChallenge;
import jordfell.core.sip.SipHeaders;
import jordfell.core.sip.SipMessage;
import jordfell.lab.net.Endpoint;
import jordfell.lab.registrar.Accounts.Account;
import jordfell.lab.registrar.Accounts.Policy;

/**
 * Has those who ask prove who they are by digest (RFC 3261 §22, RFC 7616, RFC 8760). Whether there is such an account is
 * told to nobody who was not challenged before.
 */
public final class Authenticator {

    /** As whom it asks. */
    public enum Side {
        REGISTRAR(401, "WWW-Authenticate", "Authorization", 404),
        PROXY(407, "Proxy-Authenticate", "Proxy-Authorization", 403);

        private final int challenge;
        private final String asks;
        private final String answers;
        private final int nobody;

        Side(int challenge, String asks, String answers, int nobody) {
            this.challenge = challenge;
            this.asks = asks;
            this.answers = answers;
            this.nobody = nobody;
        }
    }

    private final Nonces nonces;

    Authenticator(Nonces nonces) {
        this.nonces = nonces;
    }

    /**
     * The answer to a request for want of authentication; empty when it may go on.
     *
     * @param account whose it must be; empty if there is none of the name that it gives
     */
    public Optional<SipMessage> refuse(
            Side side, SipMessage request, Endpoint source, Policy policy, Optional<Account> account, Instant now) {
        Optional<DigestAnswer> answer = request.all(side.answers).stream()
                .flatMap(header -> DigestAnswer.read(header).stream())
                .filter(a -> a.realm().equals(policy.realm()))
                .findFirst();
        if (answer.isEmpty()) {
            return Optional.of(challenge(side, request, source, policy, false, now));
        }
        if (account.isEmpty()) {
            return Optional.of(Responses.to(request, source, side.nobody));
        }
        if (!SipHeaders.isSame(answer.get().uri(), request.requestUri())) {
            return Optional.of(Responses.to(request, source, 400)); // RFC 7616 §3.4.6
        }
        boolean right = answer.get().username().equals(account.get().authUser())
                && answer.get().fits(request.method(), account.get().password());
        Nonces.Standing standing = nonces.judge(answer.get().nonce(), now);
        if (standing != Nonces.Standing.FRESH) {
            // RFC 7616 §3.3: stale says that the password was right and only the nonce is over.
            return Optional.of(challenge(side, request, source, policy, right, now));
        }
        if (!right) {
            return Optional.of(Responses.to(request, source, 403));
        }
        return nonces.use(answer.get().nonce(), answer.get().nc(), now)
                ? Optional.empty()
                : Optional.of(challenge(side, request, source, policy, true, now));
    }

    private SipMessage challenge(
            Side side, SipMessage request, Endpoint source, Policy policy, boolean stale, Instant now) {
        SipMessage response = Responses.to(request, source, side.challenge);
        String nonce = nonces.issue(now);
        for (DigestAlgorithm algorithm : policy.algorithms()) {
            response = response.with(side.asks, new DigestChallenge(policy.realm(), nonce, algorithm, stale).header());
        }
        return response;
    }
}
