package jordfell.lab.registrar;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.calls.Callee;
import jordfell.core.calls.Diversions;
import jordfell.core.roster.Domain.Expiry;
import jordfell.core.sip.DigestAlgorithm;

/** Who may register. Asked anew for each request, so that a changed password counts at once. */
public interface Accounts {

    Optional<Policy> domain(String name);

    Optional<Account> find(String domain, String user);

    /** Whether somebody said that registrations of this extension from this address are refused, whatever the password. */
    default boolean isRefused(String domain, String user, String host) {
        return false;
    }

    /** Why this extension may not register from this address though it proved itself; empty if it may. */
    default Optional<String> barred(String domain, String user, String host) {
        return Optional.empty();
    }

    /** The PIN with which somebody hears the messages of an extension; empty if it has none. */
    default Optional<String> pin(String domain, String number) {
        return Optional.empty();
    }

    /** Where a number goes that one of the domain’s extensions dials; inside, unless somebody says otherwise. */
    default Dialled dial(String domain, String from, String dialled) {
        return new Dialled.Inside(dialled);
    }

    /** Where a call goes that comes from outside, or from a service, for this number. */
    default Dialled fromOutside(String domain, String number) {
        return new Dialled.Inside(number);
    }

    /** The extensions whose ringing calls this one may take. */
    default Set<String> picksUpFor(String domain, String number) {
        return Set.of();
    }

    /** What a number of the domain is, and where calls for it go instead; empty if nobody has it. */
    default Optional<Callee> callee(String domain, String number) {
        return find(domain, number).map(account -> new Callee.Line(account.number(), "", List.of(), Diversions.NONE));
    }

    /**
     * A domain's rules for registering.
     *
     * @param algorithms those of its challenges, the one that it would rather have first (RFC 8760 §2.4)
     */
    record Policy(String domain, String realm, Expiry expiry, List<DigestAlgorithm> algorithms) {

        public Policy {
            algorithms = List.copyOf(algorithms);
        }

        public Policy(String domain, String realm, Expiry expiry) {
            this(domain, realm, expiry, List.of(DigestAlgorithm.SHA_256, DigestAlgorithm.MD5));
        }
    }

    /** One extension's account. */
    record Account(String number, String authUser, String password, int contactLimit) {
        @Override
        public String toString() {
            return "Account[" + number + "]";
        }
    }
}
