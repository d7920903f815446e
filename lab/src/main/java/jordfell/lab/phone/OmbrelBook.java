package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** Reads an Ombrel’s phonebook: well-formed, no document type, exactly the elements and attributes that it says. */
final class OmbrelBook {

    private static final Map<String, Set<String>> ATTRIBUTES = Map.of(
            "names", Set.of("of", "many"),
            "name", Set.of("shown", "team"),
            "reach", Set.of("kind", "call"));

    /** Which element stands within which. */
    private static final Map<String, String> WITHIN = Map.of("names", "", "name", "names", "reach", "name");

    private OmbrelBook() {}

    static PhoneBook read(String text) throws UnreadableFile {
        return OmbrelXml.read(text, OmbrelBook::read);
    }

    private static PhoneBook read(XMLStreamReader reader) throws XMLStreamException, UnreadableFile {
        List<PhoneBook.Entry> entries = new ArrayList<>();
        List<PhoneBook.Reach> numbers = new ArrayList<>();
        List<String> open = new ArrayList<>(List.of(""));
        Map<String, String> book = Map.of();
        Map<String, String> name = Map.of();
        while (reader.hasNext()) {
            int event = reader.next();
            String where = OmbrelXml.where(reader);
            if (event == XMLStreamConstants.DTD) {
                throw new UnreadableFile(where + "a document type");
            }
            if (event == XMLStreamConstants.CHARACTERS && !reader.isWhiteSpace()) {
                throw new UnreadableFile(where + "text where none may be");
            }
            if (event == XMLStreamConstants.START_ELEMENT) {
                String element = reader.getLocalName();
                Map<String, String> attributes = OmbrelXml.attributes(reader, ATTRIBUTES, where);
                if (!open.get(open.size() - 1).equals(WITHIN.get(element))) {
                    throw new UnreadableFile(where + "<" + element + "> where none may be");
                }
                open.add(element);
                switch (element) {
                    case "names" -> book = attributes;
                    case "name" -> name = attributes;
                    default -> numbers.add(new PhoneBook.Reach(attributes.get("kind"), attributes.get("call")));
                }
            } else if (event == XMLStreamConstants.END_ELEMENT) {
                open.remove(open.size() - 1);
                if (reader.getLocalName().equals("name")) {
                    entries.add(new PhoneBook.Entry(name.get("shown"), name.get("team"), numbers));
                    numbers.clear();
                }
            }
        }
        if (!Integer.toString(entries.size()).equals(book.get("many"))) {
            throw new UnreadableFile("<names> says " + book.get("many") + " and has " + entries.size());
        }
        return new PhoneBook(book.get("of"), entries);
    }
}
