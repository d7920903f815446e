package jordfell.lab.net;

import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A router that translates addresses as RFC 4787 asks for: one outer port for an inner one wherever it sends to (REQ-1), the
 * same port where it is free (§4.2.1), only whoever was sent to may answer (address-dependent filtering, REQ-8), a mapping
 * that goes when nothing was sent for a while (REQ-5, REQ-6: by what goes out alone), and a way back in for those that send to
 * the outer address from within (REQ-9).
 */
public final class Nat implements Hop {

    private static final int FIRST_PORT = 20_000;
    private static final int LAST_PORT = 59_999;

    private static final class Mapping {
        private final Endpoint inner;
        private final int outer;
        private final Set<String> sentTo = new HashSet<>();
        private Instant until;

        private Mapping(Endpoint inner, int outer, Instant until) {
            this.inner = inner;
            this.outer = outer;
            this.until = until;
        }
    }

    private final String address;
    private final Duration timeout;
    private final Map<Endpoint, Mapping> byInner = new HashMap<>();
    private final Map<Integer, Mapping> byOuter = new HashMap<>();
    private int next = FIRST_PORT;

    /**
     * A router without mappings.
     *
     * @param address by which the world knows it
     * @param timeout after which a mapping goes that nothing was sent through
     */
    public Nat(String address, Duration timeout) {
        this.address = address;
        this.timeout = timeout;
    }

    @Override
    public Optional<Packet> out(Packet packet, Instant now) {
        Mapping mapping = byInner.get(packet.from());
        if (mapping == null || !mapping.until.isAfter(now)) {
            forget(mapping);
            Optional<Integer> port = free(packet.from().port(), now);
            if (port.isEmpty()) {
                return Optional.empty();
            }
            mapping = new Mapping(packet.from(), port.get(), now);
            byInner.put(packet.from(), mapping);
            byOuter.put(mapping.outer, mapping);
        }
        mapping.until = now.plus(timeout);
        mapping.sentTo.add(packet.to().host());
        return Optional.of(
                packet.from(new Endpoint(address, mapping.outer, packet.from().transport())));
    }

    @Override
    public Optional<Packet> in(Packet packet, Instant now) {
        Mapping mapping = byOuter.get(packet.to().port());
        boolean passes = packet.to().host().equals(address)
                && mapping != null
                && mapping.until.isAfter(now)
                && mapping.sentTo.contains(packet.from().host());
        return passes ? Optional.of(packet.to(mapping.inner)) : Optional.empty();
    }

    /** The outer port for an inner one: the same if nobody has it. */
    private Optional<Integer> free(int wanted, Instant now) {
        if (isFree(wanted, now)) {
            return Optional.of(wanted);
        }
        for (int tried = 0; tried <= LAST_PORT - FIRST_PORT; tried++) {
            int port = next;
            next = next == LAST_PORT ? FIRST_PORT : next + 1;
            if (isFree(port, now)) {
                return Optional.of(port);
            }
        }
        return Optional.empty();
    }

    private boolean isFree(int port, Instant now) {
        Mapping holder = byOuter.get(port);
        if (holder != null && !holder.until.isAfter(now)) {
            forget(holder);
            return true;
        }
        return holder == null;
    }

    private void forget(@org.jspecify.annotations.Nullable Mapping mapping) {
        if (mapping != null) {
            byInner.remove(mapping.inner);
            byOuter.remove(mapping.outer);
        }
    }
}
