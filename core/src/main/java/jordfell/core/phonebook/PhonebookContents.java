package jordfell.core.phonebook;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Puts a phonebook together out of its own contacts and its sources, those of the phonebooks that it includes too. */
public final class PhonebookContents {

    /** What sources have, read elsewhere. */
    public interface Ground {

        /** The contacts that somebody wrote into a phonebook itself. */
        List<Contact> own(long phonebookId);

        /** Everybody of the roster of a domain. */
        List<RosterRule.Entry> roster(long domainId);

        /** The last good copy of a list that is kept elsewhere; empty before the first. */
        List<Contact> copy(long phonebookId, Phonebook.Elsewhere source);
    }

    private final Map<Long, Phonebook> all;
    private final Ground ground;
    private final Map<Long, Merged> done = new HashMap<>();

    private PhonebookContents(Map<Long, Phonebook> all, Ground ground) {
        this.all = all;
        this.ground = ground;
    }

    /**
     * What is in a phonebook, in no order that matters.
     *
     * @param all phonebooks by their ids; those that are not there any more have nothing
     */
    public static Merged of(Phonebook phonebook, Map<Long, Phonebook> all, Ground ground) {
        return new PhonebookContents(all, ground).merged(phonebook, new HashSet<>());
    }

    private Merged merged(Phonebook phonebook, Set<Long> within) {
        Merged known = done.get(phonebook.id());
        if (known != null) {
            return known;
        }
        within.add(phonebook.id());
        List<List<Contact>> lists = new ArrayList<>();
        lists.add(ground.own(phonebook.id()));
        phonebook.sources().forEach(source -> lists.add(of(phonebook, source, within)));
        within.remove(phonebook.id());
        Merged merged = Merged.of(lists, phonebook.decided());
        done.put(phonebook.id(), merged);
        return merged;
    }

    private List<Contact> of(Phonebook phonebook, Phonebook.Source source, Set<Long> within) {
        if (source instanceof Phonebook.OfRoster roster) {
            return phonebook
                    .domainId()
                    .map(domain -> roster.rule().contacts(ground.roster(domain)))
                    .orElse(List.of());
        } else if (source instanceof Phonebook.Including including) {
            Phonebook other = all.get(including.phonebookId());
            // A circle can't be written; one that is there all the same ends here.
            return other == null || within.contains(other.id())
                    ? List.of()
                    : merged(other, within).contacts();
        }
        return ground.copy(phonebook.id(), (Phonebook.Elsewhere) source);
    }
}
