package jordfell.core.phonebook;

import java.util.ArrayList;
import java.util.List;

/**
 * From where in a domain a contact’s number can be dialled: with every permission that its people have, with some, or with none.
 *
 * @param dialled what is dialled for it with the first permission that it can be dialled with; empty if with none
 * @param trouble from where it can’t be dialled, in one sentence; empty if from everywhere
 * @param brief the same in few words, for a list
 */
public record DialledFrom(ContactNumber number, String dialled, String trouble, String brief) {

    /**
     * Asks with each permission.
     *
     * @param grounds one for each; of none nothing is known, and nothing is said against the number
     */
    public static DialledFrom of(ContactNumber number, List<DiallableNumber.Ground> grounds) {
        List<String> not = new ArrayList<>();
        String dialled = "";
        String why = "";
        for (DiallableNumber.Ground ground : grounds) {
            DiallableNumber here = DiallableNumber.of(number, ground);
            if (!here.canBeDialled()) {
                not.add(ground.permission());
                why = why.isEmpty() ? here.trouble() : why;
            } else if (dialled.isEmpty()) {
                dialled = here.dialled();
            }
        }
        if (not.isEmpty()) {
            return new DialledFrom(number, dialled, "", "");
        }
        if (number.kind() == ContactNumber.Kind.EXTENSION) {
            return new DialledFrom(number, dialled, why, "nobody’s");
        }
        return not.size() == grounds.size()
                ? new DialledFrom(number, "", number.number() + " can’t be dialled from anywhere.", "can’t be dialled")
                : new DialledFrom(
                        number, dialled, number.number() + " can’t be dialled " + with(not) + ".", "not for all");
    }

    private static String with(List<String> permissions) {
        List<String> words = permissions.stream()
                .map(p -> p.isEmpty() ? "without a permission" : "with “" + p + "”")
                .toList();
        int last = words.size() - 1;
        return last == 0 ? words.get(0) : String.join(", ", words.subList(0, last)) + " or " + words.get(last);
    }
}
