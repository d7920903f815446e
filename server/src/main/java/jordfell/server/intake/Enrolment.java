package jordfell.server.intake;

import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.ClaimCode;
import jordfell.core.intake.EnrolPlan;
import jordfell.core.intake.EnrolPlan.LinePlan;
import jordfell.core.roster.Kit;
import jordfell.core.roster.Pin;
import jordfell.core.roster.SipPassword;
import jordfell.server.change.Kept;
import jordfell.server.change.Recording;
import jordfell.server.device.Softphones;
import jordfell.server.records.DeviceStateStore;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.Extension;
import jordfell.server.records.PersonStore.Person;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Writes what ready rows plan: people, extensions, devices and lines, each kind in one go. */
@Component
class Enrolment {

    /** A claim code that nobody typed by then has to be made anew. */
    static final Duration CLAIM_LIFE = Duration.ofDays(14);

    private static final String INSERT_DEVICE = """
            insert into device (mac, claim_code, claim_expires, serial, model_id, site_id, template_id, label, note,
                                enrolled_at, enrolled_by, batch_id, kit_id)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""";

    private final IntakeStores stores;
    private final DeviceStateStore states;
    private final InstantSource clock;
    private final SecureRandom random = new SecureRandom();

    Enrolment(IntakeStores stores, DeviceStateStore states, InstantSource clock) {
        this.stores = stores;
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
        Map<String, Long> people = makePeople(plans, recording);
        Map<String, Long> extensions = makeExtensions(plans, people, recording);
        givePeopleTheirExtensions(plans, people, recording);
        List<EnrolPlan> fresh =
                plans.stream().filter(p -> p.existing().isEmpty()).toList();
        List<Long> devices = new ArrayList<>(makeDevices(fresh, batchId));
        bind(fresh, devices, extensions);
        List<EnrolPlan> withSoftphone =
                fresh.stream().filter(EnrolPlan::softphone).toList();
        List<Long> softphones = makeSoftphones(withSoftphone, batchId, extensions);
        devices.addAll(softphones);
        recording.made(Kept.DEVICE, devices);
        List<Long> changed =
                change(plans.stream().filter(p -> p.existing().isPresent()).toList(), extensions, recording);
        return new Written(devices, changed, (int) made(plans), people.size());
    }

    private static long made(List<EnrolPlan> plans) {
        return plans.stream()
                .flatMap(p -> p.lines().stream())
                .filter(LinePlan::makes)
                .count();
    }

    /** Ids of the people that were made, by domain and name. */
    private Map<String, Long> makePeople(List<EnrolPlan> plans, Recording recording) {
        Map<String, Person> wanted = new LinkedHashMap<>();
        for (EnrolPlan plan : plans) {
            plan.person()
                    .filter(p -> p.id().isEmpty())
                    .ifPresent(p -> wanted.putIfAbsent(
                            key(plan, p),
                            new Person(
                                    0,
                                    plan.domainId(),
                                    p.name(),
                                    "",
                                    "",
                                    "",
                                    "",
                                    "",
                                    plan.kitId(),
                                    Optional.empty(),
                                    1)));
        }
        List<Long> ids = stores.people().addAll(List.copyOf(wanted.values()));
        Map<String, Long> byKey = new HashMap<>();
        int i = 0;
        for (String key : wanted.keySet()) {
            byKey.put(key, ids.get(i++));
        }
        recording.made(Kept.PERSON, ids);
        return byKey;
    }

    /** Ids of the extensions that were made, by domain and number. */
    private Map<String, Long> makeExtensions(List<EnrolPlan> plans, Map<String, Long> people, Recording recording) {
        Map<Long, Optional<Kit>> kits = new HashMap<>();
        Map<Long, Integer> limits = new HashMap<>();
        Map<String, Integer> fields = new HashMap<>();
        stores.models().all().forEach(m -> fields.put(m.id(), m.passwordField()));
        List<Extension> wanted = new ArrayList<>();
        List<String> passwords = new ArrayList<>();
        List<Integer> pinDigits = new ArrayList<>();
        for (EnrolPlan plan : plans) {
            Optional<Kit> kit = plan.kitId().flatMap(id -> kits.computeIfAbsent(id, stores.kits()::find));
            int limit = kit.map(Kit::contactLimit)
                    .orElseGet(() -> limits.computeIfAbsent(
                            plan.domainId(), id -> stores.domains().get(id).contactLimit()));
            for (LinePlan line : plan.lines()) {
                if (line.makes()) {
                    wanted.add(extension(plan, line, kit, limit, people));
                    passwords.add(SipPassword.generate(random, Objects.requireNonNull(fields.get(plan.modelId()))));
                    pinDigits.add(kit.map(Kit::pinDigits).orElse(0));
                }
            }
        }
        List<Long> ids = stores.extensions().addAll(wanted, passwords);
        Map<String, Long> byKey = new HashMap<>();
        for (int i = 0; i < ids.size(); i++) {
            byKey.put(wanted.get(i).domainId() + ":" + wanted.get(i).number(), ids.get(i));
            if (pinDigits.get(i) > 0) {
                stores.extensions()
                        .setPin(ids.get(i), Pin.generate(random, wanted.get(i).number(), pinDigits.get(i)));
            }
        }
        recording.made(Kept.EXTENSION, ids);
        return byKey;
    }

    private static Extension extension(
            EnrolPlan plan, LinePlan line, Optional<Kit> kit, int limit, Map<String, Long> people) {
        return new Extension(
                0,
                plan.domainId(),
                line.number(),
                line.displayName().isBlank() ? line.number() : line.displayName(),
                personId(plan, people),
                line.authUser(),
                limit,
                kit.map(Kit::outside).orElse(false),
                kit.map(Kit::permissionClass).orElse(""),
                line.outgoing(),
                1);
    }

    /** An extension that was there and nobody's becomes the person's. */
    private void givePeopleTheirExtensions(List<EnrolPlan> plans, Map<String, Long> people, Recording recording) {
        for (EnrolPlan plan : plans) {
            Optional<Long> person = personId(plan, people);
            Optional<Long> first = plan.lines().stream().findFirst().flatMap(LinePlan::extensionId);
            if (person.isEmpty() || first.isEmpty()) {
                continue;
            }
            Extension extension = stores.extensions().find(first.get()).orElseThrow();
            if (extension.personId().isEmpty()) {
                recording.changing(Kept.EXTENSION, extension.id());
                stores.extensions().setPerson(extension.id(), person.get());
            }
        }
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

    private void bind(List<EnrolPlan> plans, List<Long> devices, Map<String, Long> extensions) {
        List<@Nullable Object[]> lines = new ArrayList<>();
        List<String> numbers = new ArrayList<>();
        List<Boolean> claimed = new ArrayList<>();
        for (int i = 0; i < plans.size(); i++) {
            EnrolPlan plan = plans.get(i);
            if (plan.lines().isEmpty()) {
                lines.add(new @Nullable Object[] {devices.get(i), 1, null});
            }
            for (LinePlan line : plan.lines()) {
                lines.add(
                        new @Nullable Object[] {devices.get(i), line.position(), extensionId(plan, line, extensions)});
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

    private List<Long> makeSoftphones(List<EnrolPlan> plans, long batchId, Map<String, Long> extensions) {
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
                            extensionId(plan, line, extensions),
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

    private List<Long> change(List<EnrolPlan> plans, Map<String, Long> extensions, Recording recording) {
        List<Long> ids = new ArrayList<>();
        for (EnrolPlan plan : plans) {
            long id = plan.existing().orElseThrow();
            recording.changing(Kept.DEVICE, id);
            var device = stores.devices().find(id).orElseThrow();
            stores.devices()
                    .change(
                            id,
                            device.version(),
                            plan.modelId(),
                            plan.siteId(),
                            plan.templateId(),
                            plan.label(),
                            plan.note());
            stores.devices().setSerial(id, plan.serial());
            if (!plan.lines().isEmpty()) {
                stores.devices()
                        .setLines(
                                id,
                                plan.lines().stream()
                                        .map(l -> new DeviceStore.Line(
                                                l.position(), Optional.of(extensionId(plan, l, extensions))))
                                        .toList());
            }
            ids.add(id);
        }
        return ids;
    }

    private static long extensionId(EnrolPlan plan, LinePlan line, Map<String, Long> extensions) {
        return line.extensionId()
                .orElseGet(() -> Objects.requireNonNull(extensions.get(plan.domainId() + ":" + line.number())));
    }

    private static Optional<Long> personId(EnrolPlan plan, Map<String, Long> people) {
        return plan.person().map(p -> p.id().orElseGet(() -> Objects.requireNonNull(people.get(key(plan, p)))));
    }

    private static String key(EnrolPlan plan, EnrolPlan.PersonPlan person) {
        return plan.domainId() + ":" + person.apart() + ":" + person.name().toLowerCase(Locale.ROOT);
    }
}
