package jordfell.core.intake;

import static jordfell.core.intake.IntakeColumn.EXTENSION;
import static jordfell.core.intake.IntakeColumn.LABEL;
import static jordfell.core.intake.IntakeColumn.MODEL;
import static jordfell.core.intake.IntakeColumn.NOTE;
import static jordfell.core.intake.IntakeColumn.PERSON;
import static jordfell.core.intake.IntakeColumn.SECOND_LINE;
import static jordfell.core.intake.IntakeColumn.SERIAL;
import static jordfell.core.intake.IntakeColumn.SITE;
import static jordfell.core.intake.IntakeColumn.TEMPLATE;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.intake.EnrolPlan.Change;
import jordfell.core.intake.IntakeRecords.Enrolled;

/** Tells in what a row and a device that is enrolled already differ. A cell that is empty says nothing. */
final class RecordDiff {

    private final IntakeRow row;
    private final Enrolled device;
    private final List<Change> changes = new ArrayList<>();

    private RecordDiff(IntakeRow row, Enrolled device) {
        this.row = row;
        this.device = device;
    }

    static List<Change> between(IntakeRow row, Enrolled device, IntakeRecords records) {
        RecordDiff diff = new RecordDiff(row, device);
        diff.compare(LABEL, "label", device.label());
        diff.compare(SERIAL, "serial", device.serial());
        diff.compare(SITE, "site", device.site());
        diff.compare(TEMPLATE, "template", device.template());
        diff.compare(NOTE, "note", device.note());
        diff.compareModel(records);
        diff.comparePerson();
        diff.compareNumbers();
        return diff.changes;
    }

    private void compare(IntakeColumn column, String what, String now) {
        String said = row.cell(column);
        if (!said.isEmpty() && !said.equalsIgnoreCase(now) || !said.isEmpty() && column == LABEL && !said.equals(now)) {
            changes.add(new Change(what, now, said));
        }
    }

    private void compareModel(IntakeRecords records) {
        String said = row.cell(MODEL);
        if (said.isEmpty()) {
            return;
        }
        DeviceModel now = records.models().stream()
                .filter(m -> m.id().equals(device.modelId()))
                .findFirst()
                .orElseThrow();
        boolean same =
                said.equals(now.id()) || said.equalsIgnoreCase(now.fullName()) || said.equalsIgnoreCase(now.name());
        if (!same) {
            changes.add(new Change("model", now.fullName(), said));
        }
    }

    /** Who is meant is told by the name alone; what tells two of one name apart is no difference. */
    private void comparePerson() {
        String said = row.cell(PERSON).replaceAll("\\s*\\([^()]*\\)$", "");
        if (!said.isEmpty() && !said.equalsIgnoreCase(device.person())) {
            changes.add(new Change("person", device.person(), said));
        }
    }

    private void compareNumbers() {
        if (row.cell(EXTENSION).isEmpty() && row.cell(SECOND_LINE).isEmpty()) {
            return;
        }
        List<String> said =
                LineCells.read(row).stream().map(LineCells.Wish::text).toList();
        List<String> now = new ArrayList<>(device.numbers());
        while (!now.isEmpty() && now.get(now.size() - 1).isEmpty()) {
            now.remove(now.size() - 1);
        }
        boolean drawnBefore = said.equals(List.of(LineCells.DRAW)) && now.size() == 1;
        if (!Objects.equals(said, now) && !drawnBefore) {
            changes.add(new Change("lines", shown(now), shown(said)));
        }
    }

    private static String shown(List<String> numbers) {
        return numbers.isEmpty()
                ? "none"
                : numbers.stream().map(n -> n.isEmpty() ? "–" : n).collect(Collectors.joining(", "));
    }
}
