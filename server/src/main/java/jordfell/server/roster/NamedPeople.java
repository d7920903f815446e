package jordfell.server.roster;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import jordfell.server.change.Kept;
import jordfell.server.change.Recording;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.PersonStore;
import jordfell.server.records.PersonStore.Person;
import org.springframework.stereotype.Component;

/** Decides whom a name means that was typed beside an extension. */
@Component
class NamedPeople {

    /** Gives the person within an act, which records them if they are made there. */
    interface Owner extends Function<Recording, Optional<Long>> {}

    private final PersonStore people;

    NamedPeople(PersonStore people) {
        this.people = people;
    }

    /**
     * Nobody for an empty name, whoever it was so far for the name that they have, the only person of the name, or a new one.
     * Where several have the name, the department or the e-mail address behind it in brackets says which.
     *
     * @param soFar whose it was
     */
    Owner owner(long domainId, String name, Optional<Long> soFar) {
        if (name.isEmpty()) {
            return recording -> Optional.empty();
        }
        if (soFar.flatMap(people::find).filter(p -> p.name().equals(name)).isPresent()) {
            return recording -> soFar;
        }
        List<Person> found = people.named(domainId, name);
        if (found.isEmpty()) {
            found = withRemark(domainId, name);
        }
        if (found.size() > 1) {
            throw RefusedException.field(
                    "/person",
                    found.size() + " people are called " + found.get(0).name() + ".",
                    hint(found));
        }
        Optional<Long> only = found.stream().findFirst().map(Person::id);
        return recording -> only.or(() -> Optional.of(made(domainId, name, recording)));
    }

    private long made(long domainId, String name, Recording recording) {
        long id = people.add(Person.fresh(domainId, name, "", ""));
        recording.made(Kept.PERSON, id);
        return id;
    }

    /** Such as {@code Anna Berg (Deck)}. */
    private List<Person> withRemark(long domainId, String text) {
        int open = text.lastIndexOf(" (");
        if (open < 0 || !text.endsWith(")")) {
            return List.of();
        }
        String remark = text.substring(open + 2, text.length() - 1);
        return people.named(domainId, text.substring(0, open)).stream()
                .filter(p ->
                        p.department().equalsIgnoreCase(remark) || p.email().equalsIgnoreCase(remark))
                .toList();
    }

    /** How to say which: by the department where that tells them apart, else by the e-mail address. */
    private static String hint(List<Person> found) {
        for (Function<Person, String> remark : List.<Function<Person, String>>of(Person::department, Person::email)) {
            List<String> told = found.stream()
                    .map(remark)
                    .filter(text -> !text.isEmpty())
                    .distinct()
                    .map(text -> found.get(0).name() + " (" + text + ")")
                    .toList();
            if (told.size() == found.size()) {
                return "Say which: " + String.join(", or ", told) + ".";
            }
        }
        return "Give each a department or an e-mail address of their own, under People, and write it behind the name in"
                + " brackets.";
    }
}
