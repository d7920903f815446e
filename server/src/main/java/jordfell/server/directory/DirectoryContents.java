package jordfell.server.directory;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.Edition;
import jordfell.core.phonebook.Merged;
import jordfell.core.phonebook.Phonebook;
import jordfell.core.phonebook.PhonebookContents;
import jordfell.core.phonebook.RosterRule;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.records.ContactStore;
import jordfell.server.records.PhonebookCopyStore;
import jordfell.server.records.PhonebookStore;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** What is in phonebooks at this moment, worked out anew after whatever they are made of changed. */
@Component
class DirectoryContents {

    private static final Set<Subject> MADE_OF = Set.of(
            Subject.DOMAIN,
            Subject.PHONEBOOK,
            Subject.CONTACT,
            Subject.PERSON,
            Subject.EXTENSION,
            Subject.NUMBER,
            Subject.RING_GROUP);

    /** In names, of all phonebooks together. */
    private static final long MOST_IN_MIND = 300_000;

    private final PhonebookStore phonebooks;
    private final ContactStore contacts;
    private final PhonebookCopyStore copies;
    private final RosterEntries roster;
    private final InstantSource clock;
    private final Cache<Long, Now> known = Caffeine.newBuilder()
            .maximumWeight(MOST_IN_MIND)
            .weigher((Long id, Now now) -> 1 + now.edition().contacts().size())
            .build();

    /** Who did what that changed a phonebook. */
    record Moved(Instant at, String who, String what) {}

    /**
     * What a phonebook has.
     *
     * @param moved what changed it last, as far as that was seen since the start
     */
    record Now(Merged merged, Edition edition, Optional<Moved> moved) {}

    DirectoryContents(
            PhonebookStore phonebooks,
            ContactStore contacts,
            PhonebookCopyStore copies,
            RosterEntries roster,
            InstantSource clock) {
        this.phonebooks = phonebooks;
        this.contacts = contacts;
        this.copies = copies;
        this.roster = roster;
        this.clock = clock;
    }

    /** What a phonebook would have if it were published now. */
    Now of(long phonebookId) {
        return known.get(phonebookId, id -> now(id, phonebooks.phonebooks(), ground(), Optional.empty()));
    }

    private static Now now(
            long phonebookId, Map<Long, Phonebook> all, PhonebookContents.Ground ground, Optional<Moved> moved) {
        Phonebook phonebook = all.get(phonebookId);
        Merged merged =
                phonebook == null ? new Merged(List.of(), List.of()) : PhonebookContents.of(phonebook, all, ground);
        return new Now(merged, Edition.of(merged.contacts()), moved);
    }

    /** What of the roster a phonebook would take and can’t, one sentence each. */
    List<String> unread(Phonebook phonebook) {
        List<RosterRule> mobiles = phonebook.sources().stream()
                .filter(Phonebook.OfRoster.class::isInstance)
                .map(source -> ((Phonebook.OfRoster) source).rule())
                .filter(rule -> rule.also().contains(RosterRule.Also.MOBILE))
                .toList();
        if (mobiles.isEmpty() || phonebook.domainId().isEmpty()) {
            return List.of();
        }
        List<RosterRule.Entry> entries = roster.of(phonebook.domainId().get());
        return mobiles.stream()
                .flatMap(rule -> rule.unread(entries).stream())
                .distinct()
                .toList();
    }

    /** A copy of a list that is kept elsewhere is another one. */
    void forget() {
        known.invalidateAll();
    }

    /** Whom a phonebook owes what it has now is seen at once, since the next change may be somebody else’s. */
    @EventListener
    @Order(0)
    void follow(Changed changed) {
        if (MADE_OF.stream().noneMatch(changed::touches)) {
            return;
        }
        Map<Long, Now> before = new HashMap<>(known.asMap());
        known.invalidateAll();
        Map<Long, Phonebook> all = phonebooks.phonebooks();
        before.keySet().retainAll(all.keySet());
        PhonebookContents.Ground ground = ground();
        Optional<Moved> moved = changed.what().isEmpty()
                ? Optional.empty()
                : Optional.of(new Moved(clock.instant(), changed.who(), changed.what()));
        before.forEach((id, was) -> {
            Now is = now(id, all, ground, moved);
            boolean same = is.edition().contacts().equals(was.edition().contacts());
            known.put(id, same ? new Now(is.merged(), was.edition(), was.moved()) : is);
        });
    }

    private PhonebookContents.Ground ground() {
        Map<Long, List<RosterRule.Entry>> rosters = new HashMap<>();
        return new PhonebookContents.Ground() {
            @Override
            public List<Contact> own(long phonebookId) {
                return contacts.of(phonebookId).stream()
                        .map(ContactStore.Kept::contact)
                        .toList();
            }

            @Override
            public List<RosterRule.Entry> roster(long domainId) {
                return rosters.computeIfAbsent(domainId, roster::of);
            }

            @Override
            public List<Contact> copy(long phonebookId, Phonebook.Elsewhere source) {
                return copies.find(phonebookId, source.address())
                        .map(PhonebookCopyStore.Copy::contacts)
                        .orElse(List.of());
            }
        };
    }
}
