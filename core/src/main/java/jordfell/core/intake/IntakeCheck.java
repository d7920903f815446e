package jordfell.core.intake;

import static jordfell.core.intake.IntakeColumn.DECISION;
import static jordfell.core.intake.IntakeColumn.DEVICE;
import static jordfell.core.intake.IntakeColumn.KIT;
import static jordfell.core.intake.IntakeColumn.LABEL;
import static jordfell.core.intake.IntakeColumn.MODEL;
import static jordfell.core.intake.IntakeColumn.NOTE;
import static jordfell.core.intake.IntakeColumn.PERSON;
import static jordfell.core.intake.IntakeColumn.SERIAL;
import static jordfell.core.intake.IntakeColumn.SITE;
import static jordfell.core.intake.IntakeColumn.TEMPLATE;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.identity.NearMisses;
import jordfell.core.intake.EnrolPlan.Change;
import jordfell.core.intake.EnrolPlan.LinePlan;
import jordfell.core.intake.EnrolPlan.PersonPlan;
import jordfell.core.intake.IntakeRecords.Enrolled;
import jordfell.core.intake.IntakeRecords.SiteRecord;
import jordfell.core.intake.IntakeVerdict.Offer;
import jordfell.core.intake.IntakeVerdict.State;
import jordfell.core.roster.Kit;
import jordfell.core.text.PlainText;

/** Decides what is to become of each row, with an eye on the rows before it. */
public final class IntakeCheck {

    /** The question of rows about devices that the records have otherwise; its answer is a decision. */
    public static final String CHANGED = "changed";

    /** The beginning of questions about addresses that the maker has not had; their answer is a decision too. */
    static final String MAKER = "maker:";

    /** The decision of a row whose address is right, whatever is on record. */
    static final String LABEL_SAYS_SO = "label";

    /** The decision of a row whose device another row of the same sheet enrolled. */
    public static final String TWICE = "twice";

    private static final int LONGEST_LABEL = 60;
    private static final int LONGEST_NOTE = 2_000;
    private static final int LONGEST_SERIAL = 60;
    private static final String TAKE = "take";
    private static final String LEAVE = "leave";

    private final List<IntakeRow> rows;
    private final List<IntakeVerdict> verdicts = new ArrayList<>();
    private final IntakeRecords records;
    private final Map<IntakeColumn, String> defaults;
    private final PersonCell people;
    private final LinePlanner lines;
    private final NearMisses knocks;
    private final NamedCells named;
    private final SheetTwins twins;
    private final Set<MacAddress> fed = new HashSet<>();

    private IntakeCheck(List<IntakeRow> rows, Map<IntakeColumn, String> defaults, IntakeRecords records) {
        this.rows = List.copyOf(rows);
        this.records = records;
        this.defaults = defaults;
        this.people = new PersonCell(records, rows);
        this.lines = new LinePlanner(records, rows);
        this.knocks = records.knocks();
        this.named = new NamedCells(records);
        this.twins = new SheetTwins(records);
    }

    /** A verdict for each row, in the same order. */
    public static List<IntakeVerdict> of(List<IntakeRow> rows, IntakeRecords records) {
        return of(rows, Map.of(), records);
    }

    /**
     * A verdict for each row, in the same order.
     *
     * @param defaults texts for cells that a row leaves empty: site, template, model, kit
     */
    public static List<IntakeVerdict> of(
            List<IntakeRow> rows, Map<IntakeColumn, String> defaults, IntakeRecords records) {
        IntakeCheck check = begin(rows, defaults, records);
        check.step(rows.size());
        return check.verdicts();
    }

    /** Begins to look at rows, to be gone on with in parts. */
    public static IntakeCheck begin(List<IntakeRow> rows, Map<IntakeColumn, String> defaults, IntakeRecords records) {
        IntakeCheck check = new IntakeCheck(rows, defaults, records);
        for (IntakeRow row : rows) {
            if (MacReader.read(row.cell(DEVICE)) instanceof MacReading.Valid valid) {
                check.fed.add(valid.mac());
            }
        }
        return check;
    }

    /** Looks at so many rows more. Gives whether all were looked at. */
    public boolean step(int most) {
        int until = Math.min(rows.size(), verdicts.size() + most);
        for (int i = verdicts.size(); i < until; i++) {
            verdicts.add(guarded(i));
        }
        return verdicts.size() == rows.size();
    }

    /** What was found out of the rows so far. */
    public List<IntakeVerdict> verdicts() {
        return List.copyOf(verdicts);
    }

    /** No row, whatever stands in it, keeps the others from being looked at. */
    private IntakeVerdict guarded(int index) {
        RowProblems found = new RowProblems();
        try {
            IntakeVerdict verdict = judge(rows.get(index), index, found);
            found.settle();
            return verdict;
        } catch (RuntimeException e) {
            RowProblems unread = new RowProblems();
            unread.refuse(
                    DEVICE,
                    "What stands in this row can’t be looked at: "
                            + e.getClass().getSimpleName() + ".",
                    "Correct its cells, or take it off; its text is kept until then.");
            return verdict(unread, false, () -> null);
        }
    }

    private IntakeVerdict judge(IntakeRow written, int index, RowProblems found) {
        IntakeRow row = written.withDefaults(defaults);
        DeviceCell.Reading device = DeviceCell.read(row.cell(DEVICE), found);
        boolean twice = twins.stoodBefore(device, index, found);
        Optional<Enrolled> existing = twice ? Optional.empty() : existing(device, found);
        if (existing.isPresent()) {
            return known(written, existing.get(), index, found);
        }
        Optional<SiteRecord> site = named.site(row.cell(SITE), found);
        checkTexts(row, found);
        twins.checkSerial(row.cell(SERIAL), index, Optional.empty(), found);
        checkLocal(device, site, found);
        warnOfNearMiss(device, found);
        Optional<Kit> kit = site.flatMap(s -> named.kit(row.cell(KIT), s, found));
        Optional<DeviceModel> model = ModelCell.read(
                row.cell(MODEL),
                kit.flatMap(IntakeCheck::deskModel),
                device.mac(),
                row.cell(SERIAL),
                records.models(),
                row.cell(DECISION),
                found);
        Optional<Long> template = site.flatMap(s -> named.template(row.cell(TEMPLATE), s, found))
                .or(() -> model.flatMap(m -> kit.flatMap(k -> k.templateFor(m.kind()))));
        Optional<PersonPlan> person = site.flatMap(s -> people.read(row.cell(PERSON), s.domainId(), found));
        String label = label(row, person, device);
        List<LinePlan> planned = site.map(s -> lines.plan(
                        new LinePlanner.Row(row, index, s, model, kit, person, label, Optional.empty()), found))
                .orElse(List.of());
        boolean softphone = kit.filter(Kit::hasSoftphone).isPresent() && !planned.isEmpty();
        if (softphone) {
            found.notes.add("a softphone on " + planned.get(0).number() + " too");
        }
        return verdict(
                found,
                device.readable() && site.isPresent() && model.isPresent(),
                () -> new EnrolPlan(
                        Optional.empty(),
                        device.mac(),
                        device.claim(),
                        row.cell(SERIAL),
                        model.orElseThrow().id(),
                        site.orElseThrow().id(),
                        site.orElseThrow().domainId(),
                        label,
                        row.cell(NOTE),
                        template,
                        kit.map(Kit::id),
                        person,
                        planned,
                        softphone,
                        List.of()));
    }

    /** A row for a device that is enrolled already: the same, or something else, or nothing at all. */
    private IntakeVerdict known(IntakeRow written, Enrolled device, int index, RowProblems found) {
        String where = "Enrolled already as " + device.label() + " at " + device.site() + ".";
        if (written.cell(DECISION).equals(TWICE)) {
            found.refuseAbout(
                    device.id(),
                    DEVICE,
                    "The same MAC stood in a row that was enrolled from here, as " + device.label() + ".",
                    "Remove this row, or read the label again.");
            return verdict(found, false, () -> null);
        }
        boolean saysNothing = written.cells().keySet().stream().allMatch(c -> c == DEVICE || c == DECISION);
        if (saysNothing) {
            found.refuseAbout(device.id(), DEVICE, where, "Open that device, or read the label again.");
            return verdict(found, false, () -> null);
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
                    CHANGED,
                    List.of(new Offer(TAKE, "take the row"), new Offer(LEAVE, "leave it as it is")));
            return verdict(found, false, () -> null);
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
        checkTexts(written, found);
        twins.checkSerial(written.cell(SERIAL), index, Optional.of(device.id()), found);
        String modelText = written.cell(MODEL).isEmpty() ? device.modelId() : written.cell(MODEL);
        Optional<DeviceModel> model =
                ModelCell.read(modelText, Optional.empty(), device.mac(), "", records.models(), LABEL_SAYS_SO, found);
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
        return verdict(
                found,
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

    private static IntakeVerdict verdict(
            RowProblems found, boolean complete, java.util.function.Supplier<EnrolPlan> plan) {
        return new IntakeVerdict(
                found.state(),
                found.none() && complete ? Optional.of(plan.get()) : Optional.empty(),
                found.problems,
                found.notes,
                found.shown);
    }

    private Optional<Enrolled> existing(DeviceCell.Reading device, RowProblems found) {
        Optional<Enrolled> byMac = device.mac().flatMap(records::byMac);
        if (byMac.isPresent() || device.claim().isEmpty()) {
            return byMac;
        }
        Optional<Enrolled> byClaim = records.byClaim(device.claim().get());
        if (byClaim.isEmpty()) {
            found.refuse(
                    DEVICE,
                    "No device waits for claim code " + device.claim().get() + ".",
                    "Write “claim” to have a new one made.");
        }
        return byClaim;
    }

    /** The model that the kit's first device with a plug has. */
    private static Optional<String> deskModel(Kit kit) {
        return kit.devices().stream()
                .filter(d -> d.kind() != jordfell.core.catalogue.DeviceKind.SOFTPHONE)
                .flatMap(d -> d.modelId().stream())
                .findFirst();
    }

    private static void checkTexts(IntakeRow row, RowProblems found) {
        row.cells()
                .forEach((column, text) -> (column == NOTE ? PlainText.refuseLines(text) : PlainText.refuseLine(text))
                        .ifPresent(why -> found.refuse(column, why, "Type it anew, or take it out.")));
        checkLength(row, LABEL, "label", LONGEST_LABEL, found);
        checkLength(row, NOTE, "note", LONGEST_NOTE, found);
        checkLength(row, SERIAL, "serial", LONGEST_SERIAL, found);
    }

    private static void checkLength(IntakeRow row, IntakeColumn column, String what, int most, RowProblems found) {
        int length = row.cell(column).length();
        if (length > most) {
            found.refuse(
                    column, "The " + what + " has " + length + " characters.", "At most " + most + " fit; shorten it.");
        }
    }

    private static void checkLocal(DeviceCell.Reading device, Optional<SiteRecord> site, RowProblems found) {
        if (device.local() && site.isPresent() && !site.get().localMacs()) {
            found.refuse(
                    DEVICE,
                    "This address was made up locally: its first pair has the second-lowest bit set.",
                    "Read the label again, or let the site take such addresses.");
        }
    }

    /** Told and not refused: boxes of one delivery have neighbouring addresses. Rows that are fed need no warning. */
    private void warnOfNearMiss(DeviceCell.Reading device, RowProblems found) {
        device.mac().stream()
                .flatMap(mac -> knocks.of(mac).stream())
                .filter(near -> !fed.contains(near.other()))
                .findFirst()
                .ifPresent(near -> found.notes.add(near.words() + " from " + near.other() + ", which knocks"));
    }

    private static String label(IntakeRow row, Optional<PersonPlan> person, DeviceCell.Reading device) {
        return !row.cell(LABEL).isEmpty()
                ? row.cell(LABEL)
                : person.map(PersonPlan::name)
                        .or(() -> device.mac().map(MacAddress::toString))
                        .orElse("unnamed");
    }
}
