package jordfell.server.demo;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.ContactNumber;
import jordfell.core.phonebook.ContactNumber.Kind;
import jordfell.core.phonebook.Phonebook;
import jordfell.core.phonebook.RosterRule;
import jordfell.lab.web.OutsideWeb;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.directory.Publishing;
import jordfell.server.records.ContactStore;
import jordfell.server.records.PhonebookStore;
import org.springframework.stereotype.Component;

/** The phonebooks of the ferries: the whole quay, who is at the front, and the harbours, of which somebody else keeps a list. */
@Component
class DemoDirectory {

    static final String QUAY = "Quay";
    static final String FRONT = "Front of house";
    static final String HARBOURS = "Harbours";

    private final PhonebookStore phonebooks;
    private final ContactStore contacts;
    private final Publishing publishing;
    private final Acts acts;
    private long quay;
    private long front;
    private long harbours;

    DemoDirectory(PhonebookStore phonebooks, ContactStore contacts, Publishing publishing, Acts acts) {
        this.phonebooks = phonebooks;
        this.contacts = contacts;
        this.publishing = publishing;
        this.acts = acts;
    }

    /** Made before the first phone, so that templates can name them. */
    void build(long tarnholm) {
        harbours = phonebooks.add(new Phonebook(
                0,
                Optional.empty(),
                HARBOURS,
                List.of(new Phonebook.Elsewhere(OutsideWeb.HARBOURS, 24 * 60)),
                Map.of()));
        put(harbours, "Sea rescue", "", "", Kind.OTHER, "0555010112", "Day and night.");
        quay = phonebooks.add(new Phonebook(
                0,
                Optional.of(tarnholm),
                QUAY,
                List.of(new Phonebook.OfRoster(new RosterRule(Set.of(), Set.of()))),
                Map.of()));
        front = phonebooks.add(new Phonebook(
                0,
                Optional.of(tarnholm),
                FRONT,
                List.of(new Phonebook.OfRoster(new RosterRule(
                        Set.of("ticket hall", "pursers", "freight", "harbour office"),
                        Set.of(RosterRule.Also.OUTSIDE)))),
                Map.of()));
        put(front, "Eskvik Taxi", "", "", Kind.OTHER, "0555030700", "");
        put(front, "Reiss", "Benno", "Café", Kind.EXTENSION, "2499", "Until the till is moved.");
    }

    /** All of them are given to phones. */
    void publish() {
        publishing.fetch(harbours);
        List.of(quay, front, harbours).forEach(publishing::publishWhatChanged);
    }

    /** Somebody came since, and is not published yet. */
    void newcomer() {
        acts.act(x -> "put Lindell Wanja into " + FRONT, recording -> {
            long id = put(front, "Lindell", "Wanja", "Ticket hall", Kind.EXTENSION, "2413", "");
            recording.made(Kept.CONTACT, id);
            return id;
        });
    }

    private long put(
            long phonebook, String family, String given, String department, Kind kind, String number, String note) {
        return contacts.add(
                        phonebook,
                        List.of(new Contact(
                                new ContactName(family, given),
                                department,
                                List.of(new ContactNumber(kind, number)),
                                note)))
                .get(0);
    }
}
