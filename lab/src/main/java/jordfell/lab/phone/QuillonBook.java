package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.List;

/** Reads the phonebook of the Quillon softphone, which calls by URI. */
final class QuillonBook {

    private QuillonBook() {}

    static PhoneBook read(String text) throws UnreadableFile {
        JsonFile file = JsonFile.read(text).exactly("list", "people");
        List<PhoneBook.Entry> entries = new ArrayList<>();
        for (JsonFile person : file.in("people").each()) {
            person.exactly("shown", "team", "reach");
            List<PhoneBook.Reach> numbers = new ArrayList<>();
            for (JsonFile reach : person.in("reach").each()) {
                reach.exactly("how", "call");
                numbers.add(new PhoneBook.Reach(reach.text("how"), reach.text("call")));
            }
            entries.add(new PhoneBook.Entry(person.text("shown"), person.text("team"), numbers));
        }
        return new PhoneBook(file.text("list"), entries);
    }
}
