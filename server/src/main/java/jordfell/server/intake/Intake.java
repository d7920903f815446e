package jordfell.server.intake;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.MacAddress;
import jordfell.core.intake.IntakeCheck;
import jordfell.core.intake.IntakeRecords;
import jordfell.core.intake.IntakeRow;
import jordfell.core.intake.IntakeVerdict;
import jordfell.core.roster.Block;
import jordfell.core.roster.NumbersInUse;
import jordfell.server.catalogue.ModelStore;
import jordfell.server.device.Device;
import jordfell.server.device.DeviceStore;
import jordfell.server.device.DeviceStore.Line;
import jordfell.server.fleet.PathKeeper;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.FieldProblem;
import jordfell.server.problem.RefusedException;
import jordfell.server.roster.DomainStore;
import jordfell.server.roster.Extension;
import jordfell.server.roster.ExtensionStore;
import jordfell.server.roster.Extensions;
import jordfell.server.roster.PersonStore;
import jordfell.server.roster.Site;
import jordfell.server.security.Audit;
import org.springframework.stereotype.Component;

/** Enrols devices. */
@Component
public class Intake {

    private final Jdbc jdbc;
    private final DomainStore domains;
    private final ModelStore models;
    private final DeviceStore devices;
    private final ExtensionStore extensionStore;
    private final Extensions extensions;
    private final PersonStore people;
    private final KnockStore knocks;
    private final PathKeeper paths;
    private final Audit audit;
    private final InstantSource clock;

    Intake(
            Jdbc jdbc,
            DomainStore domains,
            ModelStore models,
            DeviceStore devices,
            ExtensionStore extensionStore,
            Extensions extensions,
            PersonStore people,
            KnockStore knocks,
            PathKeeper paths,
            Audit audit,
            InstantSource clock) {
        this.jdbc = jdbc;
        this.domains = domains;
        this.models = models;
        this.devices = devices;
        this.extensionStore = extensionStore;
        this.extensions = extensions;
        this.people = people;
        this.knocks = knocks;
        this.paths = paths;
        this.audit = audit;
        this.clock = clock;
    }

    public List<IntakeVerdict> check(Site site, List<IntakeRow> rows) {
        return IntakeCheck.of(rows, records(site));
    }

    /** Enrols all rows, or none: whatever isn't ready refuses the whole. */
    public List<Long> enrol(Site site, Optional<Long> templateId, List<IntakeRow> rows) {
        List<Long> ids = jdbc.inTransaction(() -> {
            List<IntakeVerdict> verdicts = check(site, rows);
            List<FieldProblem> problems = new ArrayList<>();
            for (int i = 0; i < verdicts.size(); i++) {
                for (IntakeVerdict.Problem p : verdicts.get(i).problems()) {
                    problems.add(new FieldProblem("/rows/" + i + "/" + p.field(), p.reason(), p.hint()));
                }
            }
            if (!problems.isEmpty()) {
                throw RefusedException.fields(problems);
            }
            List<Long> made = new ArrayList<>();
            for (int i = 0; i < rows.size(); i++) {
                made.add(enrol(
                        site, templateId, rows.get(i), verdicts.get(i).mac().orElseThrow()));
            }
            audit.record("enrolled " + made.size() + (made.size() == 1 ? " device at " : " devices at ") + site.name());
            return made;
        });
        paths.touch(ids);
        return ids;
    }

    private long enrol(Site site, Optional<Long> templateId, IntakeRow row, MacAddress mac) {
        String label = row.label().isBlank()
                ? row.person().isBlank() ? mac.toString() : row.person().strip()
                : row.label().strip();
        long id = devices.add(mac, row.model(), site.id(), templateId, label, clock.instant(), Audit.who());
        List<Line> lines = new ArrayList<>();
        lines.add(new Line(1, bind(site, row.extension(), row.person(), label)));
        if (!row.secondExtension().isBlank()) {
            lines.add(new Line(2, bind(site, row.secondExtension(), row.person(), label)));
        }
        devices.setLines(id, lines);
        knocks.enrolled(mac);
        return id;
    }

    /** The extension of this number, made if there is none; nothing for no number. */
    private Optional<Long> bind(Site site, String number, String person, String label) {
        if (number.isBlank()) {
            return Optional.empty();
        }
        Optional<Extension> existing = extensionStore.byNumber(site.domainId(), number.strip());
        if (existing.isPresent()) {
            return existing.map(Extension::id);
        }
        Optional<Long> personId = person.isBlank()
                ? Optional.empty()
                : people.named(site.domainId(), person.strip()).stream()
                        .map(PersonStore.Person::id)
                        .findFirst()
                        .or(() -> Optional.of(people.add(site.domainId(), person.strip(), "", "")));
        return Optional.of(
                extensions.make(site.domainId(), number.strip(), person.isBlank() ? label : person.strip(), personId));
    }

    private IntakeRecords records(Site site) {
        NumbersInUse numbers = extensionStore.numbers(site.domainId());
        List<DeviceModel> all = models.all();
        List<Block> blocks = domains.get(site.domainId()).blocks();
        return new IntakeRecords() {
            @Override
            public Optional<Enrolled> enrolled(MacAddress mac) {
                return devices.byMac(mac)
                        .map(d -> new Enrolled(
                                d.id(),
                                d.label(),
                                domains.site(d.siteId()).map(Site::name).orElse("")));
            }

            @Override
            public List<DeviceModel> models() {
                return all;
            }

            @Override
            public List<Block> blocks() {
                return blocks;
            }

            @Override
            public NumbersInUse numbers() {
                return numbers;
            }

            @Override
            public Optional<String> lineHolder(String number) {
                return extensionStore
                        .byNumber(site.domainId(), number)
                        .flatMap(e -> devices.withExtension(e.id()).stream().findFirst())
                        .flatMap(devices::find)
                        .map(Device::label);
            }

            @Override
            public boolean allowsLocalMacs() {
                return site.allowsLocalMacs();
            }
        };
    }
}
