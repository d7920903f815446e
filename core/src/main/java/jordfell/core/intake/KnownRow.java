package jordfell.core.intake;

import static jordfell.core.intake.IntakeColumn.DECISION;
import static jordfell.core.intake.IntakeColumn.DEVICE;
import static jordfell.core.intake.IntakeColumn.LABEL;
import static jordfell.core.intake.IntakeColumn.MODEL;
import static jordfell.core.intake.IntakeColumn.NOTE;
import static jordfell.core.intake.IntakeColumn.PERSON;
import static jordfell.core.intake.IntakeColumn.SERIAL;
import static jordfell.core.intake.IntakeColumn.SITE;
import static jordfell.core.intake.IntakeColumn.TEMPLATE;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.device.ModelChange;
import jordfell.core.identity.MacAddress;
import jordfell.core.intake.EnrolPlan.Change;
import jordfell.core.intake.EnrolPlan.LinePlan;
import jordfell.core.intake.EnrolPlan.PersonPlan;
import jordfell.core.intake.IntakeRecords.Enrolled;
import jordfell.core.intake.IntakeRecords.SiteRecord;
import jordfell.core.intake.IntakeVerdict.Offer;
import jordfell.core.intake.IntakeVerdict.State;

/** Decides what is to become of a row for a device that is enrolled already: the same, something else, or nothing at all. */
final class KnownRow {

    private static final String TAKE = "take";
    private static final String LEAVE = "leave";

    private final IntakeRecords records;
    private final NamedCells named;
    private final SheetTwins twins;
    private final PersonCell people;
    private final LinePlanner lines;

    KnownRow(IntakeRecords records, NamedCells named, SheetTwins twins, PersonCell people, LinePlanner lines) {
        this.records = records;
        this.named = named;
        this.twins = twins;
        this.people = people;
        this.lines = lines;
    }

    IntakeVerdict judge(IntakeRow written, Enrolled device, int index, RowProblems found) {
        String where = "Enrolled already as " + device.label() + " at " + device.site() + ".";
        if (written.cell(DECISION).equals(IntakeCheck.TWICE)) {
            found.refuseAbout(
                    device.id(),
                    DEVICE,
                    "The same MAC stood in a row that was enrolled from here, as " + device.label() + ".",
                    "Remove this row, or read the label again.");
            return found.verdict(false, () -> null);
        }
        boolean saysNothing = written.cells().keySet().stream().allMatch(c -> c == DEVICE || c == DECISION);
        if (saysNothing) {
            found.refuseAbout(device.id(), DEVICE, where, "Open that device, or read the label again.");
            return found.verdict(false, () -> null);
        }
        List<Change> changes = RecordDiff.between(written, device, records);
        if (changes.isEmpty() || written.cell(DECISION).equals(LEAVE)) {
            found.notes.add(changes.isEmpty() ? "enrolled already, and the row says the same" : "left as it is");
            return new IntakeVerdict(State.UNCHANGED, Optional.empty(), List.of(), found.notes, found.shown);
        }
        if (!written.cell(DECISION).equals(TAKE)) {
            found.askAbout(
                    device.id(),
                    DEVICE,
                    where,
                    "This row says otherwise: "
                            + changes.stream()
                                    .map(c -> c.what() + " “" + c.after() + "” instead of “" + c.before() + "”")
                                    .collect(Collectors.joining(", "))
                            + ".",
                    IntakeCheck.CHANGED,
                    List.of(new Offer(TAKE, "take the row"), new Offer(LEAVE, "leave it as it is")));
            return found.verdict(false, () -> null);
        }
        return changed(written, device, changes, index, found);
    }

    private IntakeVerdict changed(
            IntakeRow written, Enrolled device, List<Change> changes, int index, RowProblems found) {
        SiteRecord before = records.sites().stream()
                .filter(s -> s.id() == device.siteId())
                .findFirst()
                .orElseThrow();
        Optional<SiteRecord> site =
                written.cell(SITE).isEmpty() ? Optional.of(before) : named.site(written.cell(SITE), found);
        if (site.isPresent() && site.get().domainId() != before.domainId()) {
            found.refuse(
                    SITE,
                    site.get().name() + " belongs to another domain than " + before.name() + ".",
                    "Retire the device there, and enrol it anew.");
        }
        CellTexts.check(written, found);
        twins.checkSerial(written.cell(SERIAL), index, Optional.of(device.id()), found);
        String modelText = written.cell(MODEL).isEmpty() ? device.modelId() : written.cell(MODEL);
        Optional<DeviceModel> model = ModelCell.read(
                modelText, Optional.empty(), device.mac(), "", records.models(), IntakeCheck.LABEL_SAYS_SO, found);
        model.ifPresent(
                m -> checkModel(device, m, written.cell(IntakeColumn.EXTENSION).isEmpty(), found));
        String templateText = written.cell(TEMPLATE).isEmpty() ? device.template() : written.cell(TEMPLATE);
        Optional<Long> template = named.template(templateText, before, found);
        Optional<PersonPlan> person = people.read(written.cell(PERSON), before.domainId(), found);
        String label = written.cell(LABEL).isEmpty() ? device.label() : written.cell(LABEL);
        boolean linesChange = changes.stream()
                .anyMatch(c -> c.what().equals("lines") || c.what().equals("person"));
        IntakeRow withNumbers = written.cell(IntakeColumn.EXTENSION).isEmpty()
                ? written.with(IntakeColumn.EXTENSION, String.join("+", device.numbers()))
                : written;
        List<LinePlan> planned = linesChange
                ? lines.plan(
                        new LinePlanner.Row(
                                withNumbers,
                                index,
                                before,
                                model,
                                Optional.empty(),
                                person,
                                label,
                                Optional.of(device)),
                        found)
                : List.of();
        return found.verdict(
                model.isPresent() && site.isPresent(),
                () -> new EnrolPlan(
                        Optional.of(device.id()),
                        device.mac(),
                        Optional.empty(),
                        written.cell(SERIAL).isEmpty() ? device.serial() : written.cell(SERIAL),
                        model.orElseThrow().id(),
                        site.orElseThrow().id(),
                        before.domainId(),
                        label,
                        written.cell(NOTE).isEmpty() ? device.note() : written.cell(NOTE),
                        template,
                        Optional.empty(),
                        person,
                        planned,
                        false,
                        changes));
    }

    /** @param linesStay whether it keeps the lines that it has; those of the row are looked at where they are planned */
    private void checkModel(Enrolled device, DeviceModel model, boolean linesStay, RowProblems found) {
        records.models().stream()
                .filter(m -> m.id().equals(device.modelId()))
                .findFirst()
                .map(before -> new ModelChange(
                        device.label(),
                        device.mac().map(MacAddress::toString).orElse(""),
                        before,
                        model,
                        linesStay ? device.numbers().size() : 0))
                .ifPresent(change -> change.problems().forEach(p -> found.refuse(MODEL, p.reason(), p.hint())));
    }
}
