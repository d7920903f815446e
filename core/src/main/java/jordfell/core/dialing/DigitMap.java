package jordfell.core.dialing;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A digit map at work (RFC 3435 §2.1.5): what a phone makes of each key that is pressed. The first alternative that is complete
 * ends the dialling, even where another one could go on; one that ends in the timer waits for more.
 */
public final class DigitMap {

    /** What becomes of what was dialled so far. */
    public enum Standing {
        /** No alternative begins like this: the phone refuses it. */
        NO_MATCH,
        /** Something has to follow. */
        COULD_MATCH,
        /** It is sent when nothing follows until the timer has run out. */
        WAITS,
        /** It is sent at once. */
        MATCHES
    }

    private final List<DigitPattern> alternatives;
    private final Dialled begin;

    private DigitMap(List<DigitPattern> alternatives) {
        this.alternatives = alternatives;
        int[] all = new int[alternatives.size()];
        long[] places = new long[alternatives.size()];
        for (int i = 0; i < all.length; i++) {
            all[i] = i;
            places[i] = alternatives.get(i).start();
        }
        this.begin = new Dialled("", all, places);
    }

    /**
     * Reads one.
     *
     * @throws IllegalArgumentException for what {@link DigitMapSyntax} refuses
     */
    public static DigitMap of(String text) {
        DigitMapSyntax.refuse(text).ifPresent(why -> {
            throw new IllegalArgumentException(why);
        });
        String bare = text.startsWith("(") ? text.substring(1, text.length() - 1) : text;
        return new DigitMap(
                Arrays.stream(bare.split("\\|", -1)).map(DigitPattern::of).toList());
    }

    /** Nothing is dialled yet. */
    public Dialled begin() {
        return begin;
    }

    /** After all these keys. */
    public Dialled after(String keys) {
        Dialled dialled = begin;
        for (int i = 0; i < keys.length(); i++) {
            dialled = dialled.press(keys.charAt(i));
        }
        return dialled;
    }

    /** What was dialled so far, and the alternatives that begin like it. Does not change. */
    public final class Dialled {

        private final String keys;
        private final int[] alive;
        private final long[] places;

        private Dialled(String keys, int[] alive, long[] places) {
            this.keys = keys;
            this.alive = alive;
            this.places = places;
        }

        /** With one more key. */
        public Dialled press(char key) {
            int[] still = new int[alive.length];
            long[] next = new long[alive.length];
            int count = 0;
            for (int i = 0; i < alive.length; i++) {
                long after = alternatives.get(alive[i]).after(places[i], key);
                if (after != 0) {
                    still[count] = alive[i];
                    next[count++] = after;
                }
            }
            return new Dialled(keys + key, Arrays.copyOf(still, count), Arrays.copyOf(next, count));
        }

        public Standing standing() {
            boolean waits = false;
            for (int i = 0; i < alive.length; i++) {
                DigitPattern alternative = alternatives.get(alive[i]);
                if (!keys.isEmpty() && alternative.isComplete(places[i])) {
                    return Standing.MATCHES;
                }
                waits |= alternative.waitsForTimer(places[i]);
            }
            if (alive.length == 0) {
                return Standing.NO_MATCH;
            }
            return waits && !keys.isEmpty() ? Standing.WAITS : Standing.COULD_MATCH;
        }

        public String keys() {
            return keys;
        }

        /** The alternatives that begin like this, in their order; where one is complete, only those that are. */
        public List<String> by() {
            Standing standing = standing();
            List<String> by = new ArrayList<>();
            for (int i = 0; i < alive.length; i++) {
                DigitPattern alternative = alternatives.get(alive[i]);
                boolean isMeant = standing != Standing.MATCHES || alternative.isComplete(places[i]);
                if (isMeant) {
                    by.add(alternative.toString());
                }
            }
            return List.copyOf(by);
        }
    }
}
