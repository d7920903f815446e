package jordfell.core.phonebook;

import com.ibm.icu.text.Transliterator;
import java.util.function.IntPredicate;
import jordfell.core.render.Letters;

/**
 * Names in the letters that a phone can show. What it can’t is written in Latin letters by their sound (Unicode CLDR’s
 * transforms), then without their marks; what is left over, such as a picture, is left out.
 */
public final class ShownLetters {

    private static final Transliterator TO_LATIN = Transliterator.getInstance("NFC; Any-Latin; NFC");
    private static final Transliterator TO_PLAIN = Transliterator.getInstance("Any-Latin; Latin-ASCII");

    private ShownLetters() {}

    /** The text as it is shown; the same where all of it can be. */
    public static String of(String text, Letters letters) {
        if (letters == Letters.ALL) {
            return text;
        }
        IntPredicate can = c -> switch (letters) {
            case ALL -> true;
            case WESTERN -> c < 0x7f || c >= 0xa0 && c <= 0xff;
            case PLAIN -> c < 0x7f;
        };
        if (text.codePoints().allMatch(can)) {
            return text;
        }
        String latin = TO_LATIN.transliterate(text);
        StringBuilder shown = new StringBuilder();
        latin.codePoints().forEach(c -> {
            if (can.test(c)) {
                shown.appendCodePoint(c);
            } else {
                TO_PLAIN.transliterate(Character.toString(c))
                        .codePoints()
                        .filter(can)
                        .forEach(shown::appendCodePoint);
            }
        });
        return shown.toString().replaceAll("  +", " ").strip();
    }
}
