package jordfell.core.diagnosis;

import java.util.List;

/** <em>enrolled-twice</em>: another record has its serial number. */
final class EnrolledTwice implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        List<String> others = device.facts().beside().sameSerial();
        return others.isEmpty() ? List.of() : List.of(told(device, others));
    }

    private static Finding told(CaseOf device, List<String> others) {
        String named = String.join(", ", others);
        return Finding.certain(
                        Cause.ENROLLED_TWICE,
                        named + (others.size() == 1 ? " has" : " have") + " the same serial number as this device.")
                .variant(named)
                .brief("same serial as " + named)
                .detail("One box has one serial number: one of these records is of no box, or the number was copied.")
                .since(device.facts().enrolledAt())
                .shownBy("the serial number on record of " + named)
                .remedies(Remedy.advice(
                        "Read the number under the phone; take the record that is of no phone out of use."));
    }
}
