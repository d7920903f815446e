package jordfell.core.phonebook;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.settings.SettingType;
import jordfell.core.text.PlainText;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblems;
import org.jspecify.annotations.Nullable;

/** A phonebook as a technician wants it. */
public record PhonebookWish(
        @Nullable String name,
        @Nullable Long domainId,
        @Nullable List<SourceWish> sources) {

    static final int LONGEST_NAME = 40;
    private static final int MOST_SOURCES = 20;
    private static final int MOST_DEPARTMENTS = 50;
    private static final int LONGEST_DEPARTMENT = 100;
    private static final int SELDOMEST = 7 * 24 * 60;
    private static final int OFTENEST = 5;

    /** What a source is. */
    public enum From {
        ROSTER,
        PHONEBOOK,
        ADDRESS
    }

    /** A source; what its kind does not need is empty. */
    public record SourceWish(
            @Nullable From from,
            @Nullable List<String> departments,
            @Nullable List<RosterRule.Also> also,
            @Nullable Long phonebookId,
            @Nullable String address,
            @Nullable Integer everyMinutes) {}

    /**
     * What is kept of it, or all that is wrong.
     *
     * @param self the phonebook that it is to be; empty for a new one
     * @param all by their ids
     */
    public Checked<Phonebook> checked(Optional<Phonebook> self, Map<Long, Phonebook> all) {
        FieldProblems problems = new FieldProblems();
        String called = problems.needed(name, "name", "name", LONGEST_NAME);
        problems.add("name", PlainText.refuseLine(called), "Type it anew.");
        if (SettingType.Book.isElsewhere(called)) {
            problems.add("name", "A phonebook can’t be called like an address.", "Choose a name.");
        }
        long id = self.map(Phonebook::id).orElse(0L);
        all.values().stream()
                .filter(other -> other.id() != id && other.name().equalsIgnoreCase(called))
                .findFirst()
                .ifPresent(other -> problems.add(
                        "name", "There is a phonebook " + other.name() + " already.", "Choose another name."));
        List<SourceWish> wished = Optional.ofNullable(sources).orElse(List.of());
        if (wished.size() > MOST_SOURCES) {
            problems.add("sources", "It has " + wished.size() + " sources.", "At most " + MOST_SOURCES + " fit.");
        }
        List<Phonebook.Source> read = new ArrayList<>();
        for (int i = 0; i < Math.min(wished.size(), MOST_SOURCES); i++) {
            read(wished.get(i), "sources/" + i, id, all, problems).ifPresent(read::add);
        }
        if (new HashSet<>(read).size() < read.size()) {
            problems.add("sources", "Two of its sources are the same.", "Take one of them out.");
        }
        return problems.otherwise(() -> new Phonebook(
                id,
                Optional.ofNullable(domainId),
                called,
                read,
                self.map(Phonebook::decided).orElse(Map.of())));
    }

    private Optional<Phonebook.Source> read(
            SourceWish wish, String field, long id, Map<Long, Phonebook> all, FieldProblems problems) {
        return switch (Optional.ofNullable(wish.from()).orElse(From.ROSTER)) {
            case ROSTER -> roster(wish, field, problems);
            case PHONEBOOK -> including(wish, field, id, all, problems);
            case ADDRESS -> elsewhere(wish, field, problems);
        };
    }

    private Optional<Phonebook.Source> roster(SourceWish wish, String field, FieldProblems problems) {
        if (domainId == null) {
            problems.add(
                    field,
                    "A phonebook for all domains has nobody of a roster: 2413 is somebody else in each.",
                    "Choose a domain, or take this source out.");
        }
        List<String> departments = Optional.ofNullable(wish.departments()).orElse(List.of()).stream()
                .map(String::strip)
                .filter(d -> !d.isEmpty())
                .distinct()
                .toList();
        if (departments.size() > MOST_DEPARTMENTS) {
            problems.add(
                    field + "/departments",
                    departments.size() + " departments are named.",
                    "At most " + MOST_DEPARTMENTS + "; name none for all.");
        }
        departments.forEach(d -> {
            problems.text(d, field + "/departments", "department", LONGEST_DEPARTMENT);
            problems.add(field + "/departments", PlainText.refuseLine(d), "Type it anew.");
        });
        return Optional.of(new Phonebook.OfRoster(new RosterRule(
                Set.copyOf(departments),
                Set.copyOf(Optional.ofNullable(wish.also()).orElse(List.of())))));
    }

    private Optional<Phonebook.Source> including(
            SourceWish wish, String field, long id, Map<Long, Phonebook> all, FieldProblems problems) {
        Phonebook other = wish.phonebookId() == null ? null : all.get(wish.phonebookId());
        if (other == null) {
            problems.add(field + "/phonebookId", "There is no such phonebook.", "Choose one of those that are there.");
            return Optional.empty();
        }
        if (other.domainId().isPresent() && !other.domainId().equals(Optional.ofNullable(domainId))) {
            problems.add(
                    field + "/phonebookId",
                    other.name() + " is another domain’s: its extensions are somebody else here.",
                    "Choose one of this domain, or one for all domains.");
        }
        if (reaches(other, id, all, new HashSet<>())) {
            problems.add(
                    field + "/phonebookId",
                    other.id() == id ? "It can’t be made of itself." : other.name() + " is made of this one already.",
                    "Choose another one.");
        }
        return Optional.of(new Phonebook.Including(other.id()));
    }

    private static boolean reaches(Phonebook from, long wanted, Map<Long, Phonebook> all, Set<Long> seen) {
        return from.id() == wanted
                || seen.add(from.id())
                        && from.includes().stream()
                                .map(all::get)
                                .anyMatch(next -> next != null && reaches(next, wanted, all, seen));
    }

    private static Optional<Phonebook.Source> elsewhere(SourceWish wish, String field, FieldProblems problems) {
        String address = Optional.ofNullable(wish.address()).orElse("").strip();
        problems.add(
                field + "/address",
                new SettingType.Url().refuse(address),
                "Such as https://lists.example/harbours.xml.");
        if (address.matches("https?://[^/]*@.*")) {
            problems.add(
                    field + "/address",
                    "A name or password in an address is read by everybody who sees it.",
                    "Give an address that needs none.");
        }
        int every = Optional.ofNullable(wish.everyMinutes()).orElse(24 * 60);
        problems.between(every, OFTENEST, SELDOMEST, field + "/everyMinutes", "number of minutes");
        return Optional.of(new Phonebook.Elsewhere(address, every));
    }
}
