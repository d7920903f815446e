package jordfell.server.directory;

import java.util.List;
import java.util.Optional;
import jordfell.core.phonebook.ContactNumber;
import jordfell.core.phonebook.ContactWish;
import org.jspecify.annotations.Nullable;

/** A contact as it is written. */
record ContactForm(
        @Nullable String family,
        @Nullable String given,
        @Nullable String department,
        @Nullable List<ContactNumberRow> numbers,
        @Nullable String note,
        long version) {

    record ContactNumberRow(
            ContactNumber.@Nullable Kind kind, @Nullable String number) {}

    ContactWish wish() {
        return new ContactWish(
                family,
                given,
                department,
                Optional.ofNullable(numbers).orElse(List.of()).stream()
                        .map(n -> new ContactWish.NumberWish(n.kind(), n.number()))
                        .toList(),
                note);
    }
}
