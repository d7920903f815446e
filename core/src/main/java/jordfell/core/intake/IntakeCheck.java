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
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.MacAddress;
import jordfell.core.identity.MacReader;
import jordfell.core.identity.MacReading;
import jordfell.core.identity.NearMisses;
import jordfell.core.intake.EnrolPlan.LinePlan;
import jordfell.core.intake.EnrolPlan.PersonPlan;
import jordfell.core.intake.IntakeRecords.Enrolled;
import jordfell.core.intake.IntakeRecords.SiteRecord;
import jordfell.core.roster.Kit;

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

    private final List<IntakeRow> rows;
    private final List<IntakeVerdict> verdicts = new ArrayList<>();
    private final IntakeRecords records;
    private final Map<IntakeColumn, String> defaults;
    private final PersonCell people;
    private final LinePlanner lines;
    private final NearMisses knocks;
    private final NamedCells named;
    private final SheetTwins twins;
    private final KnownRow known;
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
        this.known = new KnownRow(records, named, twins, people, lines);
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
            return unread.verdict(false, () -> null);
        }
    }

    private IntakeVerdict judge(IntakeRow written, int index, RowProblems found) {
        IntakeRow row = written.withDefaults(defaults);
        DeviceCell.Reading device = DeviceCell.read(row.cell(DEVICE), found);
        boolean twice = twins.stoodBefore(device, index, found);
        Optional<Enrolled> existing = twice ? Optional.empty() : existing(device, found);
        if (existing.isPresent()) {
            return known.judge(written, existing.get(), index, found);
        }
        Optional<SiteRecord> site = named.site(row.cell(SITE), found);
        CellTexts.check(row, found);
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
        model.filter(m -> m.kind() == DeviceKind.SOFTPHONE)
                .ifPresent(program -> found.refuse(
                        MODEL,
                        "The " + program.fullName() + " is a program, and has no MAC.",
                        "Hand a softphone over from the extension instead."));
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
        return found.verdict(
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
                .filter(d -> d.kind() != DeviceKind.SOFTPHONE)
                .flatMap(d -> d.modelId().stream())
                .findFirst();
    }

    private static void checkLocal(DeviceCell.Reading device, Optional<SiteRecord> site, RowProblems found) {
        device.mac()
                .filter(mac -> site.isPresent())
                .map(mac -> new MacReading.Valid(mac, device.local())
                        .takenAt(site.get().localMacs()))
                .ifPresent(reading -> {
                    if (reading instanceof MacReading.Refused refused) {
                        found.refuse(DEVICE, refused.reason(), refused.hint());
                    }
                });
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
