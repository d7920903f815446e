package jordfell.core.roster;

import java.util.List;

/**
 * A SIP domain.
 *
 * @param name the host part of its addresses of record
 * @param realm what its registrars challenge with
 * @param expiry shortest, usual and longest registration, in seconds
 * @param contactLimit most contacts bound to one extension at once
 */
public record Domain(
        long id,
        String name,
        String realm,
        Expiry expiry,
        int contactLimit,
        List<RegistrarNode> nodes,
        List<Block> blocks,
        DomainRules rules) {

    public Domain {
        nodes = List.copyOf(nodes);
        blocks = List.copyOf(blocks);
    }

    /** A domain with the usual rules. */
    public Domain(
            long id,
            String name,
            String realm,
            Expiry expiry,
            int contactLimit,
            List<RegistrarNode> nodes,
            List<Block> blocks) {
        this(id, name, realm, expiry, contactLimit, nodes, blocks, DomainRules.USUAL);
    }

    public NumberPlan numberPlan() {
        return new NumberPlan(blocks, rules.reserved(), rules.emergency());
    }

    /** Registration times in seconds; {@code min ≤ usual ≤ max}. */
    public record Expiry(int min, int usual, int max) {
        public Expiry {
            if (min < 1 || usual < min || max < usual) {
                throw new IllegalArgumentException("expiry must rise: " + min + ", " + usual + ", " + max);
            }
        }

        /** What a registrar grants for a request, or a negative number for one too short (RFC 3261 §10.3 step 7). */
        public int grant(int requested) {
            return requested < min ? -1 : Math.min(requested, max);
        }
    }
}
