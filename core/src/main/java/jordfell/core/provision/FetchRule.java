package jordfell.core.provision;

/**
 * Decides whether whoever asks is given a device's file, which holds its passwords.
 *
 * <p>The first file brings a name and a password of the device's own. Once the device has taken it, only they open its
 * files. Until then the door stands open to the site's networks, and to whoever knows the site's own name and password if
 * the site has them. What can't prove itself (a family without a place for name and password, TFTP) is known by its
 * address alone, so its site has to say which networks are its own.
 */
public final class FetchRule {

    /** What came with the request as proof. */
    public enum Proof {
        NONE,
        /** The site's name and password. */
        SITE,
        /** A name and password that this device was sent. */
        OWN
    }

    /**
     * What is known of a request.
     *
     * @param within the address lies in the site's networks, or the site names none
     * @param networksNamed whether the site names its networks
     * @param siteAsks whether the site has a name and password
     * @param fileProves whether the file that is to be had brings a name and password of the device's own
     * @param carriesProof whether a proof can come by this way: by HTTP, not by TFTP
     * @param proof what came
     * @param open nobody has taken the device's first file yet
     */
    public record Request(
            boolean within,
            boolean networksNamed,
            boolean siteAsks,
            boolean fileProves,
            boolean carriesProof,
            Proof proof,
            boolean open) {}

    /** What is answered. */
    public enum Verdict {
        GIVEN,
        /** A name and password are asked for, or others than those that came. */
        ASKED,
        /** The address is outside of the site. */
        OUTSIDE,
        /** It can't prove itself, and its site doesn't say which networks are its own. */
        UNKNOWABLE
    }

    private FetchRule() {}

    public static Verdict decide(Request r) {
        if (!r.within()) {
            return Verdict.OUTSIDE;
        }
        if (r.proof() == Proof.OWN) {
            return Verdict.GIVEN;
        }
        if (r.carriesProof() && r.siteAsks() && r.proof() != Proof.SITE) {
            return Verdict.ASKED;
        }
        if (r.fileProves() && !r.open()) {
            return Verdict.ASKED;
        }
        boolean knownByAddressAlone = !r.carriesProof() || !r.fileProves() && r.proof() == Proof.NONE;
        return knownByAddressAlone && !r.networksNamed() ? Verdict.UNKNOWABLE : Verdict.GIVEN;
    }
}
