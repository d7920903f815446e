package jordfell.core.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.intake.IntakeVerdict.Problem;
import jordfell.core.intake.IntakeVerdict.State;
import jordfell.core.roster.Block;
import jordfell.core.roster.ExtensionRules;

/** Decides what is to become of each row, with an eye on the rows before it. */
public final class IntakeCheck {

    private static final int LONGEST_LABEL = 60;

    private final IntakeRecords records;
    private final Map<MacAddress, Integer> macs = new HashMap<>();
    private final Map<String, Integer> extensions = new HashMap<>();

    private IntakeCheck(IntakeRecords records) {
        this.records = records;
    }

    /** A verdict for each row, in the same order. */
    public static List<IntakeVerdict> of(List<IntakeRow> rows, IntakeRecords records) {
        IntakeCheck check = new IntakeCheck(records);
        List<IntakeVerdict> verdicts = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            verdicts.add(check.judge(rows.get(i), i + 1));
        }
        return verdicts;
    }

    private IntakeVerdict judge(IntakeRow row, int rowNumber) {
        List<Problem> problems = new ArrayList<>();
        Optional<MacAddress> mac = readMac(row.mac(), rowNumber, problems);
        Optional<DeviceModel> model = findModel(row.model(), problems);
        if (row.label().length() > LONGEST_LABEL) {
            problems.add(refused(
                    "label",
                    "The label has " + row.label().length() + " characters.",
                    "At most " + LONGEST_LABEL + " fit; shorten it."));
        }
        checkExtension("extension", row.extension(), rowNumber, problems);
        checkExtension("secondExtension", row.secondExtension(), rowNumber, problems);
        if (row.extension().isBlank() && !row.secondExtension().isBlank()) {
            problems.add(refused("extension", "Line 2 has an extension and line 1 has none.", "Move it to line 1."));
        }
        if (model.isPresent() && !row.secondExtension().isBlank() && model.get().lines() < 2) {
            problems.add(refused(
                    "secondExtension",
                    "The " + model.get().fullName() + " has " + model.get().lines() + " line.",
                    "Leave the second extension out, or take a model with two lines."));
        }
        State state = problems.isEmpty()
                ? State.READY
                : problems.stream().allMatch(Problem::answerable) ? State.NEEDS_ANSWER : State.REFUSED;
        return new IntakeVerdict(state, mac, problems);
    }

    private Optional<MacAddress> readMac(String text, int rowNumber, List<Problem> problems) {
        if (MacReader.read(text) instanceof MacReading.Refused refused) {
            problems.add(refused("mac", refused.reason(), refused.hint()));
            return Optional.empty();
        }
        MacReading.Valid valid = (MacReading.Valid) MacReader.read(text);
        MacAddress mac = valid.mac();
        Optional<IntakeRecords.Enrolled> other = records.enrolled(mac);
        Integer before = macs.putIfAbsent(mac, rowNumber);
        if (other.isPresent()) {
            problems.add(new Problem(
                    "mac",
                    "Enrolled already as " + other.get().label() + " at "
                            + other.get().site() + ".",
                    "Open that device, or read the label again.",
                    false,
                    Optional.of(other.get().id()),
                    List.of()));
        } else if (before != null) {
            problems.add(refused("mac", "The same MAC stands in row " + before + ".", "Remove one of the two rows."));
        } else if (valid.local() && !records.allowsLocalMacs()) {
            problems.add(refused(
                    "mac",
                    "This address was made up locally: its first pair has the second-lowest bit set.",
                    "Read the label again, or let the site take such addresses."));
        }
        return Optional.of(mac);
    }

    private Optional<DeviceModel> findModel(String id, List<Problem> problems) {
        List<String> all = records.models().stream().map(DeviceModel::id).toList();
        if (id.isBlank()) {
            problems.add(new Problem("model", "Which model is it?", "Choose one.", true, Optional.empty(), all));
            return Optional.empty();
        }
        Optional<DeviceModel> model =
                records.models().stream().filter(m -> m.id().equals(id)).findFirst();
        if (model.isEmpty()) {
            problems.add(new Problem(
                    "model", "No model is called “" + id + "”.", "Choose one.", true, Optional.empty(), all));
        }
        return model;
    }

    /** An extension that exists is bound; one that doesn't is made, so it must be one that can be given. */
    private void checkExtension(String field, String number, int rowNumber, List<Problem> problems) {
        if (number.isBlank()) {
            return;
        }
        Integer before = extensions.putIfAbsent(number, rowNumber);
        Optional<String> holder = records.lineHolder(number);
        if (before != null) {
            problems.add(refused(
                    field,
                    before == rowNumber
                            ? "Both lines have extension " + number + "."
                            : "Extension " + number + " stands in row " + before + " too.",
                    "Give each its own; sharing one is set up on the device."));
        } else if (holder.isPresent()) {
            problems.add(refused(field, number + " is taken: it rings " + holder.get() + ".", nextFree(number)));
        } else if (!records.numbers().contains(number)) {
            ExtensionRules.refuse(number, records.blocks(), records.numbers())
                    .ifPresent(r -> problems.add(refused(field, r.reason(), r.hint())));
        }
    }

    /** In the block of the number that was wanted, where it has one. */
    private String nextFree(String number) {
        List<Block> own =
                records.blocks().stream().filter(b -> b.contains(number)).toList();
        var next = ExtensionRules.nextFree(own.isEmpty() ? records.blocks() : own, records.numbers());
        return next.isPresent() ? "The next free number is " + next.getAsInt() + "." : "No number is free.";
    }

    private static Problem refused(String field, String reason, String hint) {
        return new Problem(field, reason, hint, false, Optional.empty(), List.of());
    }
}
