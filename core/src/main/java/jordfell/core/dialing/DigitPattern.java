package jordfell.core.dialing;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * One alternative of a digit map (RFC 3435 §2.1.5): digits, {@code *}, {@code #}, {@code A}–{@code D}, {@code x} for any digit,
 * ranges such as {@code [2-4]}, and the timer {@code T}; a dot after one means any number of it, none included.
 */
public final class DigitPattern {

    /** What a phone can send: the keys of ITU-T Q.23. */
    static final String KEYS = "0123456789*#ABCD";

    /** So many elements fit; no number that anybody dials has as many digits. */
    static final int MOST_ELEMENTS = 60;

    private static final int DIGITS = (1 << 10) - 1;
    private static final List<String> ORDINALS =
            List.of("first", "second", "third", "fourth", "fifth", "sixth", "seventh");

    /** @param keys a bit for each of {@link #KEYS} that it takes; none for the timer */
    private record Element(int keys, boolean repeats) {

        boolean isTimer() {
            return keys == 0;
        }
    }

    private final String text;
    private final List<Element> elements;

    private DigitPattern(String text, List<Element> elements) {
        this.text = text;
        this.elements = List.copyOf(elements);
    }

    /**
     * Reads one.
     *
     * @throws IllegalArgumentException for what {@link DigitMapSyntax} refuses, or what has alternatives of its own
     */
    public static DigitPattern of(String text) {
        DigitMapSyntax.refuse(text).ifPresent(why -> {
            throw new IllegalArgumentException(why);
        });
        List<Element> elements = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            int end = text.charAt(at) == '[' ? text.indexOf(']', at) + 1 : at + 1;
            boolean repeats = end < text.length() && text.charAt(end) == '.';
            elements.add(new Element(keys(text.substring(at, end)), repeats));
            at = repeats ? end + 1 : end;
        }
        return new DigitPattern(text, elements);
    }

    private static int keys(String element) {
        if (element.equals("T")) {
            return 0;
        }
        if (element.equals("x")) {
            return DIGITS;
        }
        if (!element.startsWith("[")) {
            return 1 << keyIndex(element.charAt(0));
        }
        int keys = 0;
        String inside = element.substring(1, element.length() - 1);
        for (int i = 0; i < inside.length(); i++) {
            boolean isRange = i + 2 < inside.length() && inside.charAt(i + 1) == '-';
            int last = keyIndex(inside.charAt(isRange ? i + 2 : i));
            for (int key = keyIndex(inside.charAt(i)); key <= last; key++) {
                keys |= 1 << key;
            }
            i += isRange ? 2 : 0;
        }
        return keys;
    }

    private static int keyIndex(char key) {
        int index = KEYS.indexOf(key);
        if (index < 0) {
            throw new IllegalArgumentException("no key of a phone: " + key);
        }
        return index;
    }

    /** Where it may stand before anything is dialled: a bit for each place. */
    long start() {
        return closed(1);
    }

    /** Where it may stand after this key; 0 if nowhere any more. */
    long after(long places, char key) {
        int index = KEYS.indexOf(key);
        long next = 0;
        for (long rest = index < 0 ? 0 : places; rest != 0; rest &= rest - 1) {
            int at = Long.numberOfTrailingZeros(rest);
            if (at < elements.size() && (elements.get(at).keys() >> index & 1) == 1) {
                next |= 1L << (elements.get(at).repeats() ? at : at + 1);
            }
        }
        return closed(next);
    }

    /** Whether what was dialled is all of it, with no timer to wait for. */
    boolean isComplete(long places) {
        return (places >> elements.size() & 1) == 1;
    }

    /** Whether what was dialled is all of it once the timer has run out. */
    boolean waitsForTimer(long places) {
        for (long rest = places; rest != 0; rest &= rest - 1) {
            int at = Long.numberOfTrailingZeros(rest);
            if (at < elements.size() && elements.get(at).isTimer() && isComplete(closed(1L << (at + 1)))) {
                return true;
            }
        }
        return false;
    }

    /** With the places that come after elements of which there may be none. */
    private long closed(long places) {
        long all = places;
        for (int at = 0; at < elements.size(); at++) {
            if ((all >> at & 1) == 1 && elements.get(at).repeats()) {
                all |= 1L << (at + 1);
            }
        }
        return all;
    }

    /** Why a whole number is none of these; empty if it is one. */
    public Optional<String> refuse(String number) {
        long places = start();
        for (int i = 0; i < number.length(); i++) {
            long next = after(places, number.charAt(i));
            if (next == 0) {
                return Optional.of(mismatch(number, i, isComplete(places)));
            }
            places = next;
        }
        return isComplete(places) || waitsForTimer(places) ? Optional.empty() : Optional.of("too short");
    }

    private static String mismatch(String number, int at, boolean wasComplete) {
        if (wasComplete) {
            return "goes on after " + number.substring(0, at);
        }
        if (at == 0) {
            return "begins with " + number.charAt(0);
        }
        return (at < ORDINALS.size() ? ORDINALS.get(at) : at + 1 + "th") + " digit is " + number.charAt(at);
    }

    /** Whether something that is all of another pattern can be the beginning of something longer that is this. */
    boolean goesOnAfter(DigitPattern shorter) {
        Set<List<Long>> seen = new HashSet<>();
        Deque<List<Long>> open = new ArrayDeque<>(List.of(List.of(start(), shorter.start())));
        while (!open.isEmpty()) {
            List<Long> at = open.pop();
            for (int i = 0; i < KEYS.length(); i++) {
                long here = after(at.get(0), KEYS.charAt(i));
                if (here != 0 && shorter.isComplete(at.get(1)) && !at.get(1).equals(shorter.start())) {
                    return true;
                }
                long there = shorter.after(at.get(1), KEYS.charAt(i));
                List<Long> next = List.of(here, there);
                if (here != 0 && there != 0 && seen.add(next)) {
                    open.push(next);
                }
            }
        }
        return false;
    }

    /** Its first keys, so many; the lowest of each where there are several. Empty where it has no such beginning. */
    Optional<String> beginning(int keys) {
        StringBuilder first = new StringBuilder();
        for (int i = 0; i < keys; i++) {
            if (i >= elements.size()
                    || elements.get(i).repeats()
                    || elements.get(i).isTimer()) {
                return Optional.empty();
            }
            first.append(
                    KEYS.charAt(Integer.numberOfTrailingZeros(elements.get(i).keys())));
        }
        return Optional.of(first.toString());
    }

    /** Whether any number of digits may follow at its end. */
    boolean isOpen() {
        return !elements.isEmpty() && elements.get(elements.size() - 1).repeats();
    }

    public boolean matches(String number) {
        return refuse(number).isEmpty();
    }

    @Override
    public String toString() {
        return text;
    }
}
