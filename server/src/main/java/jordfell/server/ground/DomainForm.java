package jordfell.server.ground;

import java.util.List;
import java.util.TreeSet;
import jordfell.core.ground.DomainWish;
import jordfell.core.roster.Domain;
import jordfell.core.roster.DomainRules;
import org.jspecify.annotations.Nullable;

/** A domain as it is shown and as it is wished for; numbers in lists are separated by commas or blanks. */
record DomainForm(
        long id,
        @Nullable String name,
        @Nullable String realm,
        int expiryMin,
        int expiryUsual,
        int expiryMax,
        int contactLimit,
        @Nullable String transports,
        int passwordShortest,
        int passwordScore,
        int outsideScore,
        int pinDigits,
        @Nullable String reserved,
        @Nullable String emergency,
        List<NodeForm> nodes,
        List<BlockForm> blocks,
        long version) {

    record NodeForm(
            @Nullable String name,
            @Nullable String host,
            @Nullable String address,
            int port,
            int priority,
            int weight) {}

    record BlockForm(int first, int last, @Nullable String purpose) {}

    static DomainForm of(Domain d, long version) {
        DomainRules rules = d.rules();
        return new DomainForm(
                d.id(),
                d.name(),
                d.realm(),
                d.expiry().min(),
                d.expiry().usual(),
                d.expiry().max(),
                d.contactLimit(),
                String.join(", ", rules.transports()),
                rules.password().shortest(),
                rules.password().score(),
                rules.password().outsideScore(),
                rules.pinDigits(),
                String.join(", ", new TreeSet<>(rules.reserved())),
                String.join(", ", new TreeSet<>(rules.emergency())),
                d.nodes().stream()
                        .map(n -> new NodeForm(n.name(), n.host(), n.address(), n.port(), n.priority(), n.weight()))
                        .toList(),
                d.blocks().stream()
                        .map(b -> new BlockForm(b.first(), b.last(), b.purpose()))
                        .toList(),
                version);
    }

    DomainWish wish() {
        return new DomainWish(
                name,
                realm,
                expiryMin,
                expiryUsual,
                expiryMax,
                contactLimit,
                transports,
                passwordShortest,
                passwordScore,
                outsideScore,
                pinDigits,
                reserved,
                emergency,
                sent(nodes).stream()
                        .map(n -> new DomainWish.NodeWish(
                                n.name(), n.host(), n.address(), n.port(), n.priority(), n.weight()))
                        .toList(),
                sent(blocks).stream()
                        .map(b -> new DomainWish.BlockWish(b.first(), b.last(), b.purpose()))
                        .toList());
    }

    /** A list is always shown, and may be left out when it is sent. */
    private static <T> List<T> sent(@Nullable List<T> list) {
        return list == null ? List.of() : list;
    }
}
