package jordfell.core.dialing;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/**
 * How the numbers of a domain are dialled on a phone with a digit map.
 *
 * @param atOnce how many are sent with their last digit
 * @param others those that are not, in their order
 */
public record DigitMapCheck(int atOnce, List<Otherwise> others) {

    public DigitMapCheck {
        others = List.copyOf(others);
    }

    /** Why a number is not sent with its last digit. */
    public enum Fate {
        /** It is sent when the timer has run out. */
        WAITS,
        /** Something shorter is sent before all of it is dialled. */
        SHADOWED,
        /** The phone refuses it. */
        NOT_DIALLED
    }

    /**
     * A number that is not sent with its last digit.
     *
     * @param by the alternatives that make it wait or send something shorter; none where it is refused
     * @param sent what is sent in its place; empty unless it is shadowed
     */
    public record Otherwise(String number, Fate fate, List<String> by, String sent) {}

    /** Each of these numbers, dialled and then waited for. */
    public static DigitMapCheck of(PhoneDialling.Rules rules, Collection<String> numbers) {
        List<Otherwise> others = new ArrayList<>();
        for (String number : numbers) {
            PhoneDialling dialling = PhoneDialling.of(rules, number);
            List<String> by = dialling.steps().isEmpty()
                    ? List.of()
                    : dialling.steps().get(dialling.steps().size() - 1).by();
            String sent = dialling.sent().orElse("");
            if (sent.isEmpty()) {
                others.add(new Otherwise(number, Fate.NOT_DIALLED, List.of(), ""));
            } else if (!sent.equals(number)) {
                others.add(new Otherwise(number, Fate.SHADOWED, by, sent));
            } else if (!dialling.waits().isZero()) {
                others.add(new Otherwise(number, Fate.WAITS, by, ""));
            }
        }
        return new DigitMapCheck(numbers.size() - others.size(), others);
    }
}
