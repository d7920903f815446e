package jordfell.server.exchange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import jordfell.core.roster.Domain;
import jordfell.core.roster.ExtensionRules;
import jordfell.core.roster.OutsideNumber;
import jordfell.core.roster.PersonRules;
import jordfell.core.roster.SipPassword;
import jordfell.core.table.ColumnGuess;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import jordfell.core.table.TableReading.Line;
import jordfell.core.table.TableReading.Table;
import jordfell.server.problem.RefusedException;
import jordfell.server.roster.DomainStore;
import jordfell.server.roster.Extension;
import jordfell.server.roster.ExtensionStore;
import jordfell.server.roster.KitStore;
import jordfell.server.roster.OutsideNumberStore;
import jordfell.server.roster.OutsideNumberStore.Did;
import jordfell.server.roster.PersonStore;
import jordfell.server.roster.PersonStore.Person;
import jordfell.server.undo.Acts;
import jordfell.server.undo.Kept;
import jordfell.server.undo.Recording;
import org.springframework.stereotype.Component;

/** Reads tables of people, extensions and outside numbers: says what each row would change, and does it when accepted. */
@Component
class TableImport {

    /** What a table is of. */
    enum Kind {
        PEOPLE,
        EXTENSIONS,
        NUMBERS
    }

    /** What would become of a row. */
    enum Fate {
        NEW,
        CHANGED,
        UNCHANGED,
        REFUSED
    }

    /** A row with what it would change, in words, or why it can't. */
    record Judged(long line, String name, Fate fate, String words) {}

    /** A row that can be done. */
    private record Step(Judged judged, Optional<java.util.function.Consumer<Recording>> work) {}

    private final DomainStore domains;
    private final PersonStore people;
    private final ExtensionStore extensions;
    private final OutsideNumberStore numbers;
    private final KitStore kits;
    private final Acts acts;
    private final java.security.SecureRandom random = new java.security.SecureRandom();

    TableImport(
            DomainStore domains,
            PersonStore people,
            ExtensionStore extensions,
            OutsideNumberStore numbers,
            KitStore kits,
            Acts acts) {
        this.domains = domains;
        this.people = people;
        this.extensions = extensions;
        this.numbers = numbers;
        this.kits = kits;
        this.acts = acts;
    }

    /** What would become of each row; nothing is written. */
    List<Judged> look(Kind kind, long domainId, byte[] file) {
        return steps(kind, domainId, file).stream().map(Step::judged).toList();
    }

    /** Does all rows that can be done, as one act. */
    Acts.Done<Integer> take(Kind kind, long domainId, byte[] file) {
        return acts.act(
                done -> "imported " + done + " " + kind.name().toLowerCase(java.util.Locale.ROOT) + " from a table",
                recording -> {
                    List<Step> steps = steps(kind, domainId, file);
                    steps.forEach(s -> s.work().ifPresent(work -> work.accept(recording)));
                    return (int)
                            steps.stream().filter(s -> s.work().isPresent()).count();
                });
    }

    private List<Step> steps(Kind kind, long domainId, byte[] file) {
        Domain domain = domains.find(domainId).orElseThrow(() -> RefusedException.notFound("domain"));
        List<String> headings = switch (kind) {
            case PEOPLE -> Tables.PEOPLE;
            case EXTENSIONS -> Tables.EXTENSIONS;
            case NUMBERS -> Tables.NUMBERS;
        };
        BiFunction<Domain, RowWish, Step> judge = switch (kind) {
            case PEOPLE -> this::person;
            case EXTENSIONS -> this::extension;
            case NUMBERS -> this::number;
        };
        Map<String, Long> seen = new LinkedHashMap<>();
        List<Step> steps = new ArrayList<>();
        for (RowWish row : rows(file, headings)) {
            String key = row.cell(headings.get(0)).toLowerCase(java.util.Locale.ROOT)
                    + (kind == Kind.PEOPLE ? "\n" + row.cell("E-mail") + "\n" + row.cell("Extensions") : "");
            Long before = seen.putIfAbsent(key, row.line());
            steps.add(
                    before == null
                            ? judged(judge, domain, row, headings.get(0))
                            : refused(
                                    row,
                                    row.cell(headings.get(0)),
                                    headings.get(0) + ": the same stands on line " + before + "."));
        }
        return steps;
    }

    private static Step judged(BiFunction<Domain, RowWish, Step> judge, Domain domain, RowWish row, String nameColumn) {
        try {
            return judge.apply(domain, row);
        } catch (RefusedException e) {
            return refused(
                    row,
                    row.cell(nameColumn),
                    e.fields().isEmpty()
                            ? String.valueOf(e.getMessage())
                            : e.fields().get(0).pointer().substring(1) + ": "
                                    + e.fields().get(0).reason() + " "
                                    + e.fields().get(0).hint());
        }
    }

    private Step person(Domain domain, RowWish row) {
        String name = row.cell("Name");
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
        Optional<Person> before = fitting.stream().findFirst();
        Person now = before.orElse(Person.fresh(domain.id(), name, "", ""));
        String kitName = row.cell(
                "Kit", now.kitId().flatMap(kits::find).map(k -> k.name()).orElse(""));
        Optional<Long> kit = kitName.isEmpty()
                ? Optional.empty()
                : Optional.of(kits.all(domain.id()).stream()
                        .filter(k -> k.name().equalsIgnoreCase(kitName))
                        .findFirst()
                        .orElseThrow(() ->
                                RefusedException.field("/Kit", "No kit is called “" + kitName + "”.", "Make it first."))
                        .id());
        Person after = new Person(
                now.id(),
                domain.id(),
                name,
                row.cell("E-mail", now.email()),
                row.cell("Mobile", now.mobile()),
                row.cell("Department", now.department()),
                row.cell("Language", now.language()),
                row.cell("Time zone", now.zone()),
                kit,
                now.leftAt(),
                now.version());
        refuse(after);
        return step(row, name, before.isPresent(), now.equals(after), "" + differences(now, after), recording -> {
            if (before.isPresent()) {
                recording.changing(Kept.PERSON, now.id());
                people.change(after);
            } else {
                recording.made(Kept.PERSON, people.add(after));
            }
        });
    }

    /** The rule that the form asks too, told by the table's headings. */
    private static void refuse(Person person) {
        PersonRules.refuse(new PersonRules.Written(
                        person.name(),
                        person.email(),
                        person.mobile(),
                        person.department(),
                        person.language(),
                        person.zone()))
                .stream()
                .findFirst()
                .ifPresent(r -> {
                    String heading = switch (r.field()) {
                        case NAME -> "Name";
                        case EMAIL -> "E-mail";
                        case MOBILE -> "Mobile";
                        case DEPARTMENT -> "Department";
                        case LANGUAGE -> "Language";
                        case ZONE -> "Time zone";
                    };
                    throw RefusedException.field("/" + heading, r.reason(), r.hint());
                });
    }

    private String numbersOf(Person person) {
        return extensions.ofPerson(person.id()).stream()
                .map(Extension::number)
                .collect(java.util.stream.Collectors.joining("+"));
    }

    private Step extension(Domain domain, RowWish row) {
        String number = row.cell("Number");
        Optional<Extension> before = extensions.byNumber(domain.id(), number);
        if (before.isEmpty()) {
            ExtensionRules.refuse(number, domain.numberPlan(), extensions.numbers(domain.id()))
                    .ifPresent(r -> {
                        throw RefusedException.field("/Number", r.reason(), r.hint());
                    });
        }
        String personName = row.cell(
                "Person",
                before.flatMap(Extension::personId)
                        .flatMap(people::find)
                        .map(Person::name)
                        .orElse(""));
        Optional<Long> person = owner(domain, personName, before);
        Extension now = before.orElse(new Extension(
                0,
                domain.id(),
                number,
                personName.isEmpty() ? number : personName,
                Optional.empty(),
                number + "-a",
                domain.contactLimit(),
                false,
                "",
                "",
                1));
        Extension after = new Extension(
                now.id(),
                domain.id(),
                number,
                row.cell("Shown as", now.displayName()),
                person,
                row.cell("Authentication user", now.authUser()),
                row.whole("Contacts", now.contactLimit()),
                row.yes("Outside", now.outside()),
                row.cell("Permission class", now.permissionClass()),
                row.cell("Outgoing number", now.outgoing()),
                now.version());
        if (!after.authUser().matches("[A-Za-z0-9._-]{1,64}")) {
            throw RefusedException.field(
                    "/Authentication user", "It is made of letters, digits, dot, hyphen and underscore.", "");
        }
        if (after.contactLimit() < 1 || after.contactLimit() > 10) {
            throw RefusedException.field("/Contacts", after.contactLimit() + " can’t be.", "1 to 10 can.");
        }
        return step(row, number, before.isPresent(), now.equals(after), differences(now, after), recording -> {
            if (before.isPresent()) {
                recording.changing(Kept.EXTENSION, now.id());
                extensions.change(after);
            } else {
                long id = extensions.add(after);
                extensions.setPassword(id, SipPassword.generate(random));
                recording.made(Kept.EXTENSION, id);
            }
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

    private Step number(Domain domain, RowWish row) {
        String written = row.cell("Outside number");
        OutsideNumber.refuse(written).ifPresent(reason -> {
            throw RefusedException.field("/Outside number", reason, "");
        });
        String e164 = OutsideNumber.normalise(written);
        Optional<Did> before = numbers.byNumber(e164);
        before.filter(d -> d.domainId() != domain.id()).ifPresent(d -> {
            throw RefusedException.field("/Outside number", "It belongs to another domain.", "Remove it there first.");
        });
        Did now = before.orElse(new Did(0, domain.id(), e164, Optional.empty(), "", "", 1));
        String extension = row.cell(
                "Extension",
                now.extensionId()
                        .flatMap(extensions::find)
                        .map(Extension::number)
                        .orElse(""));
        Optional<Long> rings = extension.isEmpty()
                ? Optional.empty()
                : Optional.of(extensions
                        .byNumber(domain.id(), extension)
                        .orElseThrow(() -> RefusedException.field(
                                "/Extension",
                                "There is no extension " + extension + ".",
                                "Import the extensions first."))
                        .id());
        Did after = new Did(
                now.id(),
                domain.id(),
                e164,
                rings,
                row.cell("Prefix", now.prefix()),
                row.cell("Note", now.note()),
                now.version());
        return step(row, e164, before.isPresent(), now.equals(after), differences(now, after), recording -> {
            if (before.isPresent()) {
                recording.changing(Kept.NUMBER, now.id());
                numbers.change(after);
            } else {
                recording.made(Kept.NUMBER, numbers.add(after));
            }
        });
    }

    private static Step step(
            RowWish row,
            String name,
            boolean there,
            boolean same,
            String differences,
            java.util.function.Consumer<Recording> work) {
        if (there && same) {
            return new Step(new Judged(row.line(), name, Fate.UNCHANGED, ""), Optional.empty());
        }
        return new Step(
                new Judged(row.line(), name, there ? Fate.CHANGED : Fate.NEW, there ? differences : ""),
                Optional.of(work));
    }

    private static Step refused(RowWish row, String name, String reason) {
        return new Step(new Judged(row.line(), name, Fate.REFUSED, reason), Optional.empty());
    }

    /** What differs between two records of one kind, component by component. */
    private static String differences(Record before, Record after) {
        List<String> words = new ArrayList<>();
        for (var component : before.getClass().getRecordComponents()) {
            try {
                Object was = component.getAccessor().invoke(before);
                Object is = component.getAccessor().invoke(after);
                if (!java.util.Objects.equals(was, is)) {
                    words.add(component.getName() + " “" + plain(is) + "” instead of “" + plain(was) + "”");
                }
            } catch (ReflectiveOperationException e) {
                throw new IllegalStateException("a record’s components can be read", e);
            }
        }
        return String.join(", ", words);
    }

    private static String plain(Object value) {
        return value instanceof Optional<?> maybe ? maybe.map(String::valueOf).orElse("") : String.valueOf(value);
    }

    private static List<RowWish> rows(byte[] file, List<String> headings) {
        TableReading reading = TableReader.read(file);
        if (reading instanceof TableReading.Refused refused) {
            throw RefusedException.field("/file", refused.reason(), refused.hint());
        }
        Table table = (Table) reading;
        ColumnGuess.Guessed guessed = ColumnGuess.of(table.records(), Tables.guesses(headings));
        if (!guessed.hasHeadings() || !guessed.fields().contains(headings.get(0))) {
            throw RefusedException.field(
                    "/file",
                    "None of the first rows is headings with a column “" + headings.get(0) + "”.",
                    "Its headings are " + String.join(", ", headings) + ", in any order.");
        }
        List<RowWish> rows = new ArrayList<>();
        for (Line line : table.records()
                .subList(
                        ColumnGuess.headingRow(table.records(), Tables.guesses(headings)) + 1,
                        table.records().size())) {
            Map<String, String> cells = new LinkedHashMap<>();
            for (int i = 0; i < guessed.fields().size(); i++) {
                if (!guessed.fields().get(i).isEmpty()) {
                    cells.put(guessed.fields().get(i), line.cell(i).strip());
                }
            }
            rows.add(new RowWish(line.number(), cells));
        }
        return rows;
    }
}
