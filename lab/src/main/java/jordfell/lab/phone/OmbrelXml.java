package jordfell.lab.phone;

import java.io.StringReader;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** How an Ombrel reads XML, whichever file it is: nothing is fetched for it, and each element has all its attributes and no other. */
final class OmbrelXml {

    /** Goes through a document. */
    interface Reading<T> {
        T of(XMLStreamReader reader) throws XMLStreamException, UnreadableFile;
    }

    private OmbrelXml() {}

    static <T> T read(String text, Reading<T> reading) throws UnreadableFile {
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        try {
            return reading.of(factory.createXMLStreamReader(new StringReader(text)));
        } catch (XMLStreamException e) {
            int line = e.getLocation() == null ? 1 : e.getLocation().getLineNumber();
            throw new UnreadableFile("line " + line + ": not well-formed");
        }
    }

    static String where(XMLStreamReader reader) {
        return "line " + reader.getLocation().getLineNumber() + ": ";
    }

    /** The attributes of the element at which the reader stands. */
    static Map<String, String> attributes(XMLStreamReader reader, Map<String, Set<String>> known, String where)
            throws UnreadableFile {
        Map<String, String> attributes = new TreeMap<>();
        for (int i = 0; i < reader.getAttributeCount(); i++) {
            attributes.put(reader.getAttributeLocalName(i), reader.getAttributeValue(i));
        }
        Set<String> wanted = known.get(reader.getLocalName());
        if (wanted == null) {
            throw new UnreadableFile(where + "unknown <" + reader.getLocalName() + ">");
        }
        if (!new TreeSet<>(wanted).equals(attributes.keySet())) {
            throw new UnreadableFile(where + "<" + reader.getLocalName() + "> must have " + new TreeSet<>(wanted));
        }
        return attributes;
    }
}
