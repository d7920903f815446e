package jordfell.server.intake;

import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.device.Device;
import jordfell.core.device.DeviceLine;
import jordfell.core.identity.ClaimCode;
import jordfell.core.intake.EnrolPlan;
import jordfell.core.intake.EnrolPlan.LinePlan;
import jordfell.core.roster.Kit;
import jordfell.server.change.Kept;
import jordfell.server.change.Recording;
import jordfell.server.device.Softphones;
import jordfell.server.records.DeviceStateStore;
import jordfell.server.records.DeviceStore;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Writes what ready rows plan, each kind in one go: people and extensions, then devices and their lines. */
@Component
class Enrolment {

    /** A claim code that nobody typed by then has to be made anew. */
    static final Duration CLAIM_LIFE = Duration.ofDays(14);

    private static final String INSERT_DEVICE = """
            insert into device (mac, claim_code, claim_expires, serial, model_id, site_id, template_id, label, note,
                                enrolled_at, enrolled_by, batch_id, kit_id)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""";

    private final IntakeStores stores;
    private final EnrolledRoster roster;
    private final DeviceStateStore states;
    private final InstantSource clock;
    private final SecureRandom random = new SecureRandom();

    Enrolment(IntakeStores stores, EnrolledRoster roster, DeviceStateStore states, InstantSource clock) {
        this.stores = stores;
        this.roster = roster;
        this.states = states;
        this.clock = clock;
    }

    /**
     * What was written.
     *
     * @param devices ids of new devices, softphones last
     * @param changed ids of devices that were there
     */
    record Written(List<Long> devices, List<Long> changed, int extensions, int people) {}

    Written write(List<EnrolPlan> plans, long batchId, Recording recording) {
        EnrolledRoster.Made made = roster.write(plans, recording);
        List<EnrolPlan> fresh =
                plans.stream().filter(p -> p.existing().isEmpty()).toList();
        List<Long> devices = new ArrayList<>(makeDevices(fresh, batchId));
        bind(fresh, devices, made);
        List<EnrolPlan> withSoftphone =
                fresh.stream().filter(EnrolPlan::softphone).toList();
        List<Long> softphones = makeSoftphones(withSoftphone, batchId, made);
        devices.addAll(softphones);
        recording.made(Kept.DEVICE, devices);
        List<Long> changed =
                change(plans.stream().filter(p -> p.existing().isPresent()).toList(), made, recording);
        return new Written(devices, changed, (int) made(plans), made.people().size());
    }

    private static long made(List<EnrolPlan> plans) {
        return plans.stream()
                .flatMap(p -> p.lines().stream())
                .filter(LinePlan::makes)
                .count();
    }

    private List<Long> makeDevices(List<EnrolPlan> plans, long batchId) {
        Set<String> codes = new HashSet<>(stores.devices().claimCodes());
        Instant now = clock.instant();
        String by = Audit.who();
        List<@Nullable Object[]> rows = new ArrayList<>();
        for (EnrolPlan plan : plans) {
            boolean claimed = plan.mac().isEmpty();
            rows.add(new @Nullable Object[] {
                plan.mac().map(m -> m.compact()).orElse(null),
                claimed ? newCode(codes) : null,
                claimed ? now.plus(CLAIM_LIFE) : null,
                plan.serial(),
                plan.modelId(),
                plan.siteId(),
                plan.templateId().orElse(null),
                plan.label(),
                plan.note(),
                now,
                by,
                batchId,
                plan.kitId().orElse(null)
            });
        }
        return stores.jdbc().insertAll(INSERT_DEVICE, rows);
    }

    private String newCode(Set<String> taken) {
        while (true) {
            String code = ClaimCode.generate(random).digits();
            if (taken.add(code)) {
                return code;
            }
        }
    }

    private void bind(List<EnrolPlan> plans, List<Long> devices, EnrolledRoster.Made roster) {
        List<@Nullable Object[]> lines = new ArrayList<>();
        List<String> numbers = new ArrayList<>();
        List<Boolean> claimed = new ArrayList<>();
        for (int i = 0; i < plans.size(); i++) {
            EnrolPlan plan = plans.get(i);
            if (plan.lines().isEmpty()) {
                lines.add(new @Nullable Object[] {devices.get(i), 1, null});
            }
            for (LinePlan line : plan.lines()) {
                lines.add(new @Nullable Object[] {devices.get(i), line.position(), roster.extensionId(plan, line)});
            }
            numbers.add(
                    plan.lines().isEmpty()
                            ? "–"
                            : String.join(
                                    ", ",
                                    plan.lines().stream().map(LinePlan::number).toList()));
            claimed.add(plan.mac().isPresent());
        }
        stores.jdbc().batch(DeviceStore.INSERT_LINE, lines);
        states.putFresh(devices, numbers, claimed);
    }

    private List<Long> makeSoftphones(List<EnrolPlan> plans, long batchId, EnrolledRoster.Made roster) {
        List<Long> ids = new ArrayList<>();
        for (EnrolPlan plan : plans) {
            LinePlan line = plan.lines().get(0);
            Optional<Kit> kit = plan.kitId().flatMap(stores.kits()::find);
            DeviceModel model = Softphones.model(kit, stores.models().all());
            ids.add(Softphones.add(
                    stores.devices(),
                    random,
                    new Softphones.Wish(
                            model,
                            plan.siteId(),
                            kit.flatMap(k -> k.templateFor(model.kind())),
                            plan.label(),
                            roster.extensionId(plan, line),
                            plan.kitId(),
                            Optional.of(batchId)),
                    clock.instant(),
                    Audit.who()));
        }
        states.putFresh(
                ids,
                plans.stream().map(p -> p.lines().get(0).number()).toList(),
                plans.stream().map(p -> true).toList());
        return ids;
    }

    private List<Long> change(List<EnrolPlan> plans, EnrolledRoster.Made roster, Recording recording) {
        List<Long> ids = new ArrayList<>();
        for (EnrolPlan plan : plans) {
            long id = plan.existing().orElseThrow();
            recording.changing(Kept.DEVICE, id);
            Device device = stores.devices().find(id).orElseThrow();
            stores.devices()
                    .change(device.edited(
                            stores.models().find(plan.modelId()).orElseThrow(),
                            plan.siteId(),
                            plan.templateId().map(t -> new Device.TemplateRef(t, "")),
                            plan.label(),
                            plan.note()));
            stores.devices().setSerial(id, plan.serial());
            if (!plan.lines().isEmpty()) {
                stores.devices()
                        .setLines(
                                id,
                                plan.lines().stream()
                                        .map(l ->
                                                new DeviceLine(l.position(), Optional.of(roster.extensionId(plan, l))))
                                        .toList());
            }
            ids.add(id);
        }
        return ids;
    }
}
