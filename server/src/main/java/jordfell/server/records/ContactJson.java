package jordfell.server.records;

import java.util.List;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactNumber;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** How contacts and their numbers lie in the database. */
final class ContactJson {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final TypeReference<List<Contact>> CONTACTS = new TypeReference<>() {};
    private static final TypeReference<List<ContactNumber>> NUMBERS = new TypeReference<>() {};

    private ContactJson() {}

    static byte[] write(List<Contact> contacts) {
        return JSON.writerFor(CONTACTS).writeValueAsBytes(contacts);
    }

    static List<Contact> contacts(byte[] json) {
        return JSON.readValue(json, CONTACTS);
    }

    static String text(List<ContactNumber> numbers) {
        return JSON.writerFor(NUMBERS).writeValueAsString(numbers);
    }

    static List<ContactNumber> numbers(String json) {
        return JSON.readValue(json, NUMBERS);
    }
}
