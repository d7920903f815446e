package jordfell.lab.net;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The way between a site and everything else: what passes goes through its hops, out in their order, in against it. */
public final class Router {

    private String outerAddress = "";
    private final Map<Object, Hop> hops = new LinkedHashMap<>();
    private boolean translates;

    /** By which the world knows it where it translates; empty before it ever did. */
    public String outerAddress() {
        return outerAddress;
    }

    void outerAddress(String address) {
        outerAddress = address;
    }

    /** Puts a hop on the way, nearest to the phones if it translates: others see what it made of a datagram. */
    public void put(Object key, Hop hop) {
        if (hop instanceof Nat) {
            Map<Object, Hop> behind = new LinkedHashMap<>(hops);
            hops.clear();
            hops.put(key, hop);
            hops.putAll(behind);
        } else {
            hops.put(key, hop);
        }
        translates = hops.values().stream().anyMatch(Nat.class::isInstance);
    }

    public void remove(Object key) {
        hops.remove(key);
        translates = hops.values().stream().anyMatch(Nat.class::isInstance);
    }

    /** Whether the addresses of its phones mean something to others. */
    boolean isTransparent() {
        return !translates;
    }

    /** Whether its phones can fetch files. */
    boolean carriesFiles() {
        return hops.values().stream().allMatch(Hops::carriesFiles);
    }

    Optional<Packet> out(Packet packet, Instant now) {
        Optional<Packet> passing = Optional.of(packet);
        for (Hop hop : hops.values()) {
            passing = passing.flatMap(p -> hop.out(p, now));
        }
        return passing;
    }

    Optional<Packet> in(Packet packet, Instant now) {
        List<Hop> inward = new ArrayList<>(hops.values());
        Collections.reverse(inward);
        Optional<Packet> passing = Optional.of(packet);
        for (Hop hop : inward) {
            passing = passing.flatMap(p -> hop.in(p, now));
        }
        return passing;
    }
}
