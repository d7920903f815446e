package jordfell.core.phonebook;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;

/** What a phonebook was when somebody published it. Its contacts are in the order of family names. */
public final class Edition {

    private static final int SHOWN = 4;

    private final List<Contact> contacts;

    /** Worked out when it is asked for first: of 10,000 contacts it takes as long as to sort them. */
    private volatile String id = "";

    /** Of contacts that are in order. */
    public Edition(List<Contact> contacts) {
        this.contacts = List.copyOf(contacts);
    }

    /** Of contacts in any order. */
    public static Edition of(List<Contact> contacts) {
        return new Edition(RosterRule.sorted(contacts, ContactName.Order.FAMILY));
    }

    /** By family name. */
    public List<Contact> contacts() {
        return contacts;
    }

    /** What tells it from others: eight hexadecimal digits of its contents. */
    public String id() {
        if (id.isEmpty()) {
            id = told();
        }
        return id;
    }

    private String told() {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            for (Contact contact : contacts) {
                digest.update(contact.toString().getBytes(StandardCharsets.UTF_8));
            }
            return HexFormat.of().formatHex(digest.digest(), 0, SHOWN);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
