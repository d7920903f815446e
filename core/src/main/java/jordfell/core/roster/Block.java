package jordfell.core.roster;

/**
 * A range of extension numbers with a purpose, both ends included and of the same length.
 *
 * @param purpose who they are for: people, places…
 */
public record Block(int first, int last, String purpose) {

    public Block {
        if (!isBlock(first, last)) {
            throw new IllegalArgumentException("not a block of 2–7 digit numbers: " + first + "–" + last);
        }
    }

    /** Whether numbers of 2 to 7 digits, both of as many, begin and end a block. */
    public static boolean isBlock(int first, int last) {
        return first > 0 && first <= last && digits(first) == digits(last) && digits(first) >= 2 && digits(last) <= 7;
    }

    /** Whether a text is one of its numbers; whatever else it is, it is none. */
    public boolean contains(String number) {
        return number.length() == digits(first)
                && number.chars().allMatch(c -> c >= '0' && c <= '9')
                && Integer.parseInt(number) >= first
                && Integer.parseInt(number) <= last;
    }

    @Override
    public String toString() {
        return first + "–" + last;
    }

    private static int digits(int number) {
        return Integer.toString(number).length();
    }
}
