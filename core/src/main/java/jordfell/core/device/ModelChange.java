package jordfell.core.device;

import java.util.ArrayList;
import java.util.List;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.wish.FieldProblem;

/**
 * A device’s record is given another model, by a form, for many, or by a table.
 *
 * @param address the MAC in its usual form, or the code that it waits for
 * @param lastLine the highest line that it uses; 0 for none
 */
public record ModelChange(String label, String address, DeviceModel before, DeviceModel after, int lastLine) {

    private static final String FIELD = "/modelId";

    /** Why it can't be; none if it can. */
    public List<FieldProblem> problems() {
        List<FieldProblem> problems = new ArrayList<>();
        if (!before.kind().mayBecome(after.kind())) {
            problems.add(
                    before.kind() == DeviceKind.SOFTPHONE
                            ? new FieldProblem(
                                    FIELD,
                                    label + " is a softphone: its address was made up, and no " + after.fullName()
                                            + " has it.",
                                    "Enrol the phone by the MAC that is printed on it.")
                            : new FieldProblem(
                                    FIELD,
                                    address + " is the MAC of a device; the " + after.fullName()
                                            + " is a program, and has none.",
                                    "Hand a softphone over from the extension instead."));
        }
        if (lastLine > after.lines()) {
            problems.add(new FieldProblem(
                    FIELD,
                    "It uses line " + lastLine + "; the " + after.fullName() + " has " + after.lines() + ".",
                    "Take lines off first, or choose a larger model."));
        }
        return List.copyOf(problems);
    }
}
