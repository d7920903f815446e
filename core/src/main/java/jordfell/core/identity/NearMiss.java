package jordfell.core.identity;

/**
 * Two addresses that one slip of the eye or hand turns into each other.
 *
 * @param other the address that was meant, perhaps
 * @param slip what went wrong
 * @param words the slip in words: “one character”
 */
public record NearMiss(MacAddress other, Slip slip, String words) {

    /** What kind of slip it is, the likelier first. */
    public enum Slip {
        /** One digit is another. */
        SUBSTITUTION,
        /** Two neighbouring digits are swapped. */
        TRANSPOSITION,
        /** Two digits were read as their look-alikes: 8 and B, 0 and D. */
        LOOK_ALIKES
    }
}
