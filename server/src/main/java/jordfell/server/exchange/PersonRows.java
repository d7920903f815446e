package jordfell.server.exchange;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import jordfell.core.roster.Domain;
import jordfell.core.roster.Kit;
import jordfell.core.roster.PersonRules;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.PersonStore;
import jordfell.server.records.PersonStore.Person;
import org.springframework.stereotype.Component;

/** Judges rows of people. */
@Component
class PersonRows {

    private final PersonStore people;
    private final ExtensionStore extensions;
    private final KitStore kits;

    PersonRows(PersonStore people, ExtensionStore extensions, KitStore kits) {
        this.people = people;
        this.extensions = extensions;
        this.kits = kits;
    }

    RowJudge of(Domain domain) {
        return new RowJudge() {
            @Override
            public String key(RowWish row) {
                return row.cell("Name") + "\n" + row.cell("E-mail") + "\n" + row.cell("Extensions");
            }

            @Override
            public Step judge(RowWish row) {
                return PersonRows.this.judge(domain, row);
            }
        };
    }

    private Step judge(Domain domain, RowWish row) {
        String name = row.cell("Name");
        Optional<Person> before = whom(domain, row, name);
        Person now = before.orElse(Person.fresh(domain.id(), name, "", ""));
        String kitBefore = now.kitId().flatMap(kits::find).map(Kit::name).orElse("");
        String kit = row.cell("Kit", kitBefore);
        Person after = new Person(
                now.id(),
                domain.id(),
                name,
                row.cell("E-mail", now.email()),
                row.cell("Mobile", now.mobile()),
                row.cell("Department", now.department()),
                row.cell("Language", now.language()),
                row.cell("Time zone", now.zone()),
                kit(domain, kit),
                now.leftAt(),
                now.version());
        RefusedException.ifAny(PersonRules.refuse(new PersonRules.Written(
                after.name(), after.email(), after.mobile(), after.department(), after.language(), after.zone())));
        return before.isEmpty()
                ? Step.makes(row, name, recording -> recording.made(Kept.PERSON, people.add(after)))
                : Step.changes(
                        row,
                        name,
                        new Step.Differences()
                                .in("Name", now.name(), after.name())
                                .in("E-mail", now.email(), after.email())
                                .in("Mobile", now.mobile(), after.mobile())
                                .in("Department", now.department(), after.department())
                                .in("Language", now.language(), after.language())
                                .in("Time zone", now.zone(), after.zone())
                                .in("Kit", kitBefore, after.kitId().equals(now.kitId()) ? kitBefore : kit),
                        recording -> {
                            recording.changing(Kept.PERSON, now.id());
                            people.change(after);
                        });
    }

    /** The person whom a row is about: of several of one name, the one whose address and extensions fit. */
    private Optional<Person> whom(Domain domain, RowWish row, String name) {
        String email = row.cell("E-mail");
        List<Person> same = people.named(domain.id(), name);
        List<Person> fitting = same.size() > 1
                ? same.stream()
                        .filter(p -> p.email().equalsIgnoreCase(email))
                        .filter(p -> row.cell("Extensions", numbersOf(p)).equals(numbersOf(p)))
                        .toList()
                : same;
        if (fitting.size() > 1 || fitting.isEmpty() && same.size() > 1) {
            throw RefusedException.field(
                    "/Name",
                    same.size() + " people are called " + name + ".",
                    "Give the e-mail address or the extensions of one of them.");
        }
        return fitting.stream().findFirst();
    }

    private Optional<Long> kit(Domain domain, String name) {
        return name.isEmpty()
                ? Optional.empty()
                : Optional.of(kits.all(domain.id()).stream()
                        .filter(k -> k.name().equalsIgnoreCase(name))
                        .findFirst()
                        .orElseThrow(() ->
                                RefusedException.field("/Kit", "No kit is called “" + name + "”.", "Make it first."))
                        .id());
    }

    private String numbersOf(Person person) {
        return extensions.ofPerson(person.id()).stream().map(Extension::number).collect(Collectors.joining("+"));
    }
}
