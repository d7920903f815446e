package jordfell.core.identity;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.identity.NearMiss.Slip;

/**
 * Finds the near misses of an address among many, in a fixed number of look-ups: every known address is filed under
 * itself with each digit left out of account, under itself, and under itself with look-alikes made equal.
 */
public final class NearMisses {

    private static final int DIGITS = 12;

    /** Which digit was left out of account (0–11), in the bits above the address. */
    private static final int POSITION_SHIFT = 48;

    private static final long LOOK_ALIKE_FILE = 0x000F_0000_0000_0000L;

    private final Map<Long, List<MacAddress>> filed;
    private final java.util.Set<MacAddress> known;

    private NearMisses(Map<Long, List<MacAddress>> filed, java.util.Set<MacAddress> known) {
        this.filed = filed;
        this.known = known;
    }

    public static NearMisses among(Collection<MacAddress> addresses) {
        Map<Long, List<MacAddress>> filed = new HashMap<>();
        for (MacAddress mac : addresses) {
            for (int i = 0; i < DIGITS; i++) {
                filed.computeIfAbsent(without(mac.bits(), i), k -> new ArrayList<>(1))
                        .add(mac);
            }
            filed.computeIfAbsent(alike(mac.bits()), k -> new ArrayList<>(1)).add(mac);
        }
        return new NearMisses(filed, new java.util.HashSet<>(addresses));
    }

    /** The near misses of this address, the likelier slips first; the address itself is none. */
    public List<NearMiss> of(MacAddress mac) {
        List<NearMiss> found = new ArrayList<>();
        for (int i = 0; i < DIGITS; i++) {
            for (MacAddress other : filed.getOrDefault(without(mac.bits(), i), List.of())) {
                if (!other.equals(mac)) {
                    found.add(new NearMiss(other, Slip.SUBSTITUTION, "one character"));
                }
            }
        }
        for (int i = 0; i + 1 < DIGITS; i++) {
            swapped(mac.bits(), i)
                    .filter(known::contains)
                    .ifPresent(other ->
                            found.add(new NearMiss(other, Slip.TRANSPOSITION, "two neighbouring characters swapped")));
        }
        for (MacAddress other : filed.getOrDefault(alike(mac.bits()), List.of())) {
            if (different(mac.bits(), other.bits()) == 2) {
                found.add(new NearMiss(other, Slip.LOOK_ALIKES, "two look-alike characters"));
            }
        }
        return found;
    }

    /** All addresses that one slip of one or two neighbouring digits turns this one into. */
    public static List<MacAddress> around(MacAddress mac) {
        List<MacAddress> around = new ArrayList<>();
        for (int i = 0; i < DIGITS; i++) {
            for (long digit = 0; digit <= 0xF; digit++) {
                long bits = mac.bits() & ~(0xFL << 4 * i) | digit << 4 * i;
                if (bits != mac.bits() && bits != 0 && !MacAddress.isGroup(bits)) {
                    around.add(new MacAddress(bits));
                }
            }
            if (i + 1 < DIGITS) {
                swapped(mac.bits(), i).ifPresent(around::add);
            }
        }
        return around;
    }

    private static long without(long bits, int digit) {
        return bits & ~(0xFL << (4 * digit)) | (long) digit << POSITION_SHIFT;
    }

    /** The address with B read as 8 and D as 0. */
    private static long alike(long bits) {
        long result = bits;
        for (int i = 0; i < DIGITS; i++) {
            int digit = (int) (bits >> 4 * i & 0xF);
            int plain = digit == 0xB ? 8 : digit == 0xD ? 0 : digit;
            result = result & ~(0xFL << 4 * i) | (long) plain << 4 * i;
        }
        return result | LOOK_ALIKE_FILE;
    }

    private static Optional<MacAddress> swapped(long bits, int digit) {
        long low = bits >> 4 * digit & 0xF;
        long high = bits >> 4 * (digit + 1) & 0xF;
        long result = bits & ~(0xFFL << 4 * digit) | high << 4 * digit | low << 4 * (digit + 1);
        return low == high || MacAddress.isGroup(result) || result == 0
                ? Optional.empty()
                : Optional.of(new MacAddress(result));
    }

    private static int different(long a, long b) {
        int count = 0;
        for (int i = 0; i < DIGITS; i++) {
            if ((a >> 4 * i & 0xF) != (b >> 4 * i & 0xF)) {
                count++;
            }
        }
        return count;
    }
}
