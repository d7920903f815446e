package jordfell.server.directory;

import java.util.List;
import java.util.Optional;
import jordfell.core.phonebook.Phonebook;
import jordfell.core.phonebook.PhonebookWish;
import jordfell.core.phonebook.PhonebookWish.From;
import jordfell.core.phonebook.PhonebookWish.SourceWish;
import jordfell.core.phonebook.RosterRule;
import org.jspecify.annotations.Nullable;

/** A phonebook as it is written. */
record PhonebookForm(
        @Nullable String name,
        @Nullable Long domainId,
        @Nullable List<BookSource> sources,
        long version) {

    /** A source; what its kind does not need is empty. */
    record BookSource(
            @Nullable From from,
            @Nullable List<String> departments,
            @Nullable List<RosterRule.Also> also,
            @Nullable Long phonebookId,
            @Nullable String address,
            @Nullable Integer everyMinutes) {

        static BookSource of(Phonebook.Source source) {
            if (source instanceof Phonebook.OfRoster roster) {
                return new BookSource(
                        From.ROSTER,
                        roster.rule().departments().stream().sorted().toList(),
                        roster.rule().also().stream().sorted().toList(),
                        null,
                        null,
                        null);
            } else if (source instanceof Phonebook.Including including) {
                return new BookSource(From.PHONEBOOK, List.of(), List.of(), including.phonebookId(), null, null);
            }
            Phonebook.Elsewhere elsewhere = (Phonebook.Elsewhere) source;
            return new BookSource(
                    From.ADDRESS, List.of(), List.of(), null, elsewhere.address(), elsewhere.everyMinutes());
        }

        private SourceWish wish() {
            return new SourceWish(from, departments, also, phonebookId, address, everyMinutes);
        }
    }

    PhonebookWish wish() {
        return new PhonebookWish(
                name,
                domainId,
                Optional.ofNullable(sources).orElse(List.of()).stream()
                        .map(BookSource::wish)
                        .toList());
    }
}
