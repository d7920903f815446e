package jordfell.lab.net;

import java.nio.ByteBuffer;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import java.util.random.RandomGenerator;

/** The simple hops: each does one thing to what passes it. */
public final class Hops {

    private static final int NAMES = 53;
    private static final int TIME = 123;

    private static final Hop CUT = (packet, now) -> Optional.empty();
    private static final Hop WITHOUT_FILES = (packet, now) -> Optional.of(packet);

    private Hops() {}

    /** Nothing passes. */
    public static Hop cut() {
        return CUT;
    }

    /** Datagrams pass, and files can’t be fetched: those go over this machine’s own sockets, and ask the router first. */
    public static Hop blockingFiles() {
        return WITHOUT_FILES;
    }

    /** Whether files can be fetched through a hop. */
    static boolean carriesFiles(Hop hop) {
        return !hop.equals(CUT) && !hop.equals(WITHOUT_FILES);
    }

    /** This share of all datagrams gets lost, from 0 for none to 1. */
    public static Hop losing(double share, RandomGenerator random) {
        return (packet, now) -> random.nextDouble() < share ? Optional.empty() : Optional.of(packet);
    }

    /** Each takes so much longer. */
    public static Hop delaying(Duration by) {
        return (packet, now) -> Optional.of(packet.later(by));
    }

    /** Each takes longer by another time, up to so much, so that some overtake others. */
    public static Hop reordering(Duration most, RandomGenerator random) {
        return (packet, now) -> Optional.of(packet.later(Duration.ofMillis(random.nextLong(most.toMillis() + 1))));
    }

    /** SIP does not leave the site; all else does. */
    public static Hop blockingSipOut() {
        return new Hop() {
            @Override
            public Optional<Packet> out(Packet packet, Instant now) {
                return packet.isSip() ? Optional.empty() : Optional.of(packet);
            }

            @Override
            public Optional<Packet> in(Packet packet, Instant now) {
                return Optional.of(packet);
            }
        };
    }

    /** SIP leaves the site, and none comes in. */
    public static Hop blockingSipIn() {
        return new Hop() {
            @Override
            public Optional<Packet> out(Packet packet, Instant now) {
                return Optional.of(packet);
            }

            @Override
            public Optional<Packet> in(Packet packet, Instant now) {
                return packet.isSip() ? Optional.empty() : Optional.of(packet);
            }
        };
    }

    /** What is asked of time servers does not leave the site. */
    public static Hop blockingTime() {
        return (packet, now) -> packet.to().port() == TIME ? Optional.empty() : Optional.of(packet);
    }

    /** What time servers say is so far ahead: seconds and fractions since 1900 stand in bytes 40 to 47 (RFC 4330 §4). */
    public static Hop shiftingTime(Duration ahead) {
        return new Hop() {
            @Override
            public Optional<Packet> out(Packet packet, Instant now) {
                return Optional.of(packet);
            }

            @Override
            public Optional<Packet> in(Packet packet, Instant now) {
                if (packet.from().port() != TIME || packet.bytes().length < 48) {
                    return Optional.of(packet);
                }
                byte[] told = packet.bytes().clone();
                ByteBuffer seconds = ByteBuffer.wrap(told);
                seconds.putInt(40, (int) (seconds.getInt(40) + ahead.toSeconds()));
                return Optional.of(packet.carrying(told));
            }
        };
    }

    /** What is asked of name services does not leave the site. */
    public static Hop blockingNames() {
        return (packet, now) -> packet.to().port() == NAMES ? Optional.empty() : Optional.of(packet);
    }

    /**
     * Of what is longer than so many bytes all fragments but the first get lost (RFC 3261 §18.1.1 warns of it). What is sent in
     * a stream is cut to fit by who sends it, and passes.
     */
    public static Hop losingFragments(int bytes) {
        return (packet, now) -> Optional.of(
                packet.bytes().length > bytes && !packet.from().transport().isReliable()
                        ? packet.brokenAfter(bytes)
                        : packet);
    }

    /** SIP that leaves the site is cut off behind so many bytes. */
    public static Hop cuttingOff(int bytes) {
        return new Hop() {
            @Override
            public Optional<Packet> out(Packet packet, Instant now) {
                return Optional.of(
                        packet.isSip() && packet.bytes().length > bytes
                                ? packet.carrying(Arrays.copyOf(packet.bytes(), bytes))
                                : packet);
            }

            @Override
            public Optional<Packet> in(Packet packet, Instant now) {
                return Optional.of(packet);
            }
        };
    }
}
