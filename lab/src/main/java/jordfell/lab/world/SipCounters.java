package jordfell.lab.world;

import java.util.concurrent.atomic.AtomicLong;

/** Counts what reached the SIP port, and what was dropped there and why. */
public final class SipCounters {

    public final AtomicLong received = new AtomicLong();
    public final AtomicLong keepAlives = new AtomicLong();
    public final AtomicLong broken = new AtomicLong();
    public final AtomicLong tooLarge = new AtomicLong();
    public final AtomicLong tooMany = new AtomicLong();

    /** Messages of agents that have not registered with the right password. */
    public final AtomicLong strangers = new AtomicLong();
}
