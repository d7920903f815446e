package jordfell.server.contacts;

import ezvcard.VCard;
import ezvcard.io.xml.XCardDocument;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.ContactNumber.Kind;
import jordfell.core.phonebook.ContactWish;
import jordfell.core.phonebook.ContactWish.NumberWish;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.ErrorHandler;
import org.xml.sax.SAXException;
import org.xml.sax.SAXParseException;

/**
 * Contacts as XML: vCards (RFC 6351), or {@code names} as phones of the Ombrel family read them. A document type is refused, and
 * with it whatever it would have read from elsewhere.
 */
final class XmlContacts {

    private static final String XCARD = "urn:ietf:params:xml:ns:vcard-4.0";

    private XmlContacts() {}

    static List<ContactFile.Row> read(byte[] bytes) {
        Document document = parsed(bytes);
        Element root = document.getDocumentElement();
        if ("vcards".equals(root.getLocalName()) && XCARD.equals(root.getNamespaceURI())) {
            List<ContactFile.Row> rows = new ArrayList<>();
            for (VCard card : new XCardDocument(document).getVCards()) {
                rows.add(VcardContacts.row(rows.size() + 1, card));
            }
            return rows;
        }
        if ("names".equals(root.getLocalName())) {
            return names(root);
        }
        throw ContactFile.refused(
                "<" + root.getNodeName() + "> is no list of contacts that is known here.",
                "<names> with <name shown=…> is, and <vcards> (RFC 6351).");
    }

    private static List<ContactFile.Row> names(Element root) {
        List<ContactFile.Row> rows = new ArrayList<>();
        for (Element name : children(root, "name")) {
            List<NumberWish> numbers = children(name, "reach").stream()
                    .map(reach -> new NumberWish(
                            Arrays.stream(Kind.values())
                                    .filter(k -> k.word().equals(reach.getAttribute("kind")))
                                    .findFirst()
                                    .orElse(Kind.OTHER),
                            reach.getAttribute("call")))
                    .toList();
            ContactName shown = ContactName.of(name.getAttribute("shown"));
            rows.add(new ContactFile.Row(
                    rows.size() + 1,
                    name.getAttribute("shown"),
                    new ContactWish(shown.family(), shown.given(), name.getAttribute("team"), numbers, "")));
        }
        return rows;
    }

    private static List<Element> children(Element of, String name) {
        List<Element> children = new ArrayList<>();
        NodeList nodes = of.getChildNodes();
        for (int i = 0; i < nodes.getLength(); i++) {
            if (nodes.item(i) instanceof Element element && name.equals(element.getLocalName())) {
                children.add(element);
            }
        }
        return children;
    }

    private static Document parsed(byte[] bytes) {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setNamespaceAware(true);
            factory.setXIncludeAware(false);
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            factory.setAttribute(XMLConstants.ACCESS_EXTERNAL_DTD, "");
            factory.setAttribute(XMLConstants.ACCESS_EXTERNAL_SCHEMA, "");
            DocumentBuilder builder = factory.newDocumentBuilder();
            builder.setErrorHandler(new Silent());
            return builder.parse(new ByteArrayInputStream(bytes));
        } catch (SAXParseException e) {
            String what = String.valueOf(e.getMessage());
            throw ContactFile.refused(
                    "Line " + e.getLineNumber() + ": "
                            + (what.contains("DOCTYPE") ? "it has a document type, which is not read." : what),
                    "Send it without, and well-formed.");
        } catch (IOException e) { // bytes that are none of the encoding that it says
            throw ContactFile.refused(
                    "Its bytes are no text in the encoding that it says: " + e.getMessage() + ".",
                    "Say the encoding that it has, such as ISO-8859-1.");
        } catch (SAXException | ParserConfigurationException e) {
            throw ContactFile.refused("It can’t be read: " + e.getMessage() + ".", "Send well-formed XML.");
        }
    }

    /** What is wrong is told by what is thrown, and not on the console. */
    private static final class Silent implements ErrorHandler {
        @Override
        public void warning(SAXParseException e) {}

        @Override
        public void error(SAXParseException e) throws SAXException {
            throw e;
        }

        @Override
        public void fatalError(SAXParseException e) throws SAXException {
            throw e;
        }
    }
}
