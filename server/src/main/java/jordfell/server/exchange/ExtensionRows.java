package jordfell.server.exchange;

import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.roster.Domain;
import jordfell.core.roster.ExtensionDetails;
import jordfell.core.roster.ExtensionRules;
import jordfell.core.roster.NumbersInUse;
import jordfell.core.roster.SipPassword;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DialStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.PersonStore;
import jordfell.server.records.PersonStore.Person;
import jordfell.server.roster.Extensions;
import org.springframework.stereotype.Component;

/** Judges rows of extensions by the rules that the form asks too. */
@Component
class ExtensionRows {

    private final PersonStore people;
    private final ExtensionStore extensions;
    private final Extensions rules;
    private final DeviceStore devices;
    private final OutsideNumberStore numbers;
    private final DialStore dials;
    private final SecureRandom random = new SecureRandom();

    ExtensionRows(
            PersonStore people,
            ExtensionStore extensions,
            Extensions rules,
            DeviceStore devices,
            OutsideNumberStore numbers,
            DialStore dials) {
        this.people = people;
        this.extensions = extensions;
        this.rules = rules;
        this.devices = devices;
        this.numbers = numbers;
        this.dials = dials;
    }

    RowJudge of(Domain domain) {
        List<String> madeBefore = new ArrayList<>();
        return new RowJudge() {
            @Override
            public String key(RowWish row) {
                return row.cell("Number");
            }

            @Override
            public Step judge(RowWish row) {
                Step step = ExtensionRows.this.judge(domain, row, madeBefore);
                if (step.judged().fate() == Step.Fate.NEW) {
                    madeBefore.add(row.cell("Number"));
                }
                return step;
            }
        };
    }

    private Step judge(Domain domain, RowWish row, List<String> madeBefore) {
        String number = row.cell("Number");
        Optional<Extension> before = extensions.byNumber(domain.id(), number);
        if (before.isEmpty()) {
            refuseNumber(domain, number, madeBefore);
        }
        String holder = before.flatMap(Extension::personId)
                .flatMap(people::find)
                .map(Person::name)
                .orElse("");
        String person = row.cell("Person", holder);
        Extension now = before.orElse(new Extension(
                0,
                domain.id(),
                number,
                person.isEmpty() ? number : person,
                Optional.empty(),
                number + "-a",
                domain.contactLimit(),
                false,
                "",
                "",
                "",
                1));
        Extension after = new Extension(
                now.id(),
                domain.id(),
                number,
                row.cell("Shown as", now.displayName()),
                owner(domain, person, before),
                row.cell("Authentication user", now.authUser()),
                row.whole("Contacts", now.contactLimit()),
                row.yes("Outside", now.outside()),
                row.cell("Permission class", now.permissionClass()),
                row.cell("Outgoing number", now.outgoing()),
                row.cell("Pick-up group", now.pickUpGroup()),
                now.version());
        int held = before.map(e -> devices.withExtension(e.id()).size()).orElse(0);
        RefusedException.ifAny(ExtensionDetails.refuse(
                after.written(),
                held,
                shown -> shown.equals(now.outgoing()) || numbers.mayBeShown(domain.id(), shown),
                name -> name.equals(now.permissionClass()) || dials.isPermission(domain.id(), name)));
        if (before.isEmpty()) {
            return Step.makes(row, number, recording -> {
                long id = extensions.add(after);
                extensions.setPassword(id, SipPassword.generate(random));
                recording.made(Kept.EXTENSION, id);
            });
        }
        if (after.outside() && !now.outside()) {
            rules.refuseWeakOutside(domain, after, "/Outside");
        }
        return Step.changes(
                row,
                number,
                new Step.Differences()
                        .in("Shown as", now.displayName(), after.displayName())
                        .in("Person", holder, after.personId().equals(now.personId()) ? holder : person)
                        .in("Authentication user", now.authUser(), after.authUser())
                        .in("Contacts", now.contactLimit(), after.contactLimit())
                        .in("Outside", yes(now.outside()), yes(after.outside()))
                        .in("Permission class", now.permissionClass(), after.permissionClass())
                        .in("Outgoing number", now.outgoing(), after.outgoing())
                        .in("Pick-up group", now.pickUpGroup(), after.pickUpGroup()),
                recording -> {
                    recording.changing(Kept.EXTENSION, now.id());
                    extensions.change(after);
                });
    }

    /** A new number is held against those in use and those that rows before take. */
    private void refuseNumber(Domain domain, String number, List<String> madeBefore) {
        ExtensionRules.refuse(number, domain.numberPlan(), extensions.numbers(domain.id()))
                .ifPresent(r -> {
                    throw RefusedException.field("/Number", r.reason(), r.hint());
                });
        ExtensionRules.prefixClash(number, NumbersInUse.of(madeBefore)).ifPresent(other -> {
            throw RefusedException.field(
                    "/Number",
                    number + " and " + other
                            + ", which a row before makes, begin alike: dialling the shorter would wait.",
                    "Give one of them another number.");
        });
    }

    private Optional<Long> owner(Domain domain, String name, Optional<Extension> before) {
        if (name.isEmpty()) {
            return Optional.empty();
        }
        List<Person> named = people.named(domain.id(), name);
        Optional<Long> present =
                before.flatMap(Extension::personId).filter(id -> named.stream().anyMatch(p -> p.id() == id));
        if (present.isPresent()) {
            return present;
        }
        if (named.size() != 1) {
            throw RefusedException.field(
                    "/Person",
                    (named.isEmpty() ? "Nobody is" : named.size() + " people are") + " called " + name + ".",
                    named.isEmpty() ? "Import the people first." : "Give it to the right one in the Roster.");
        }
        return Optional.of(named.get(0).id());
    }

    private static String yes(boolean yes) {
        return yes ? "yes" : "no";
    }
}
