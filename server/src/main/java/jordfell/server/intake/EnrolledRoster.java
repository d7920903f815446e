package jordfell.server.intake;

import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import jordfell.core.intake.EnrolPlan;
import jordfell.core.intake.EnrolPlan.LinePlan;
import jordfell.core.roster.Kit;
import jordfell.core.roster.Pin;
import jordfell.core.roster.SipPassword;
import jordfell.server.change.Kept;
import jordfell.server.change.Recording;
import jordfell.server.records.Extension;
import jordfell.server.records.PersonStore.Person;
import org.springframework.stereotype.Component;

/** Writes the people and extensions that ready rows plan. */
@Component
class EnrolledRoster {

    private final IntakeStores stores;
    private final SecureRandom random = new SecureRandom();

    EnrolledRoster(IntakeStores stores) {
        this.stores = stores;
    }

    /**
     * What was made.
     *
     * @param people ids by domain and name
     * @param extensions ids by domain and number
     */
    record Made(Map<String, Long> people, Map<String, Long> extensions) {

        /** The extension of a line: one that was there, or one that was made. */
        long extensionId(EnrolPlan plan, LinePlan line) {
            return line.extensionId()
                    .orElseGet(() -> Objects.requireNonNull(extensions.get(plan.domainId() + ":" + line.number())));
        }
    }

    Made write(List<EnrolPlan> plans, Recording recording) {
        Map<String, Long> people = makePeople(plans, recording);
        Map<String, Long> extensions = makeExtensions(plans, people, recording);
        givePeopleTheirExtensions(plans, people, recording);
        return new Made(people, extensions);
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
                "",
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

    private static Optional<Long> personId(EnrolPlan plan, Map<String, Long> people) {
        return plan.person().map(p -> p.id().orElseGet(() -> Objects.requireNonNull(people.get(key(plan, p)))));
    }

    private static String key(EnrolPlan plan, EnrolPlan.PersonPlan person) {
        return plan.domainId() + ":" + person.apart() + ":" + person.name().toLowerCase(Locale.ROOT);
    }
}
