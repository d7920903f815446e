package jordfell.server.roster;

import java.util.Optional;
import jordfell.core.roster.PersonRules;
import jordfell.server.records.PersonStore.Person;
import org.jspecify.annotations.Nullable;

/** A person as somebody writes them. */
record PersonForm(
        long domainId,
        @Nullable String name,
        @Nullable String email,
        @Nullable String mobile,
        @Nullable String department,
        @Nullable String language,
        @Nullable String zone,
        @Nullable Long kitId,
        long version) {

    PersonRules.Written written() {
        return new PersonRules.Written(
                text(name), text(email), text(mobile), text(department), text(language), text(zone));
    }

    /** What becomes of somebody who is there, or of nobody yet. */
    Person of(long id, Optional<Person> before) {
        PersonRules.Written w = written();
        return new Person(
                id,
                before.map(Person::domainId).orElse(domainId),
                w.name(),
                w.email(),
                w.mobile(),
                w.department(),
                w.language(),
                w.zone(),
                Optional.ofNullable(kitId).filter(k -> k > 0),
                before.flatMap(Person::leftAt),
                version);
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }
}
