package jordfell.server.contacts;

import ezvcard.VCard;
import ezvcard.VCardVersion;
import ezvcard.io.text.VCardReader;
import ezvcard.io.text.VCardWriter;
import ezvcard.parameter.TelephoneType;
import ezvcard.property.FormattedName;
import ezvcard.property.Organization;
import ezvcard.property.StructuredName;
import ezvcard.property.Telephone;
import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.ContactNumber;
import jordfell.core.phonebook.ContactNumber.Kind;
import jordfell.core.phonebook.ContactWish;
import jordfell.core.phonebook.ContactWish.NumberWish;

/** Contacts as vCards: version 4.0 (RFC 6350) is written; 2.1, 3.0 and 4.0 are read. Pictures and the like are left out. */
final class VcardContacts {

    /** An extension is a telephone that only its own system reaches; the standard has no word for it. */
    private static final String EXTENSION = "x-extension";

    private VcardContacts() {}

    static List<ContactFile.Row> read(byte[] bytes) {
        List<ContactFile.Row> rows = new ArrayList<>();
        try (VCardReader reader = new VCardReader(new StringReader(text(bytes)))) {
            for (VCard card = reader.readNext(); card != null; card = reader.readNext()) {
                rows.add(row(rows.size() + 1, card));
                if (rows.size() > ContactFile.MOST_CONTACTS) {
                    break;
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e); // a text does not fail
        }
        if (rows.isEmpty()) {
            throw ContactFile.refused("No vCard in it ends with END:VCARD.", "Write it anew where it comes from.");
        }
        return rows;
    }

    /** Files of old versions come in western letters where they are no UTF-8. */
    private static String text(byte[] bytes) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException e) {
            return new String(bytes, StandardCharsets.ISO_8859_1);
        }
    }

    static ContactFile.Row row(long which, VCard card) {
        Optional<StructuredName> parts = Optional.ofNullable(card.getStructuredName());
        String formatted = Optional.ofNullable(card.getFormattedName())
                .map(FormattedName::getValue)
                .orElse("");
        ContactName whole = ContactName.of(formatted);
        String family = parts.map(StructuredName::getFamily).orElse("");
        String given = parts.map(StructuredName::getGiven).orElse("");
        boolean hasParts = !family.isBlank() || !given.isBlank();
        List<NumberWish> numbers =
                card.getTelephoneNumbers().stream().map(VcardContacts::number).toList();
        return new ContactFile.Row(
                which,
                formatted.isBlank() ? (family + " " + given).strip() : formatted,
                new ContactWish(
                        hasParts ? family : whole.family(),
                        hasParts ? given : whole.given(),
                        department(card),
                        numbers,
                        card.getNotes().stream()
                                .findFirst()
                                .map(note -> line(note.getValue()))
                                .orElse("")));
    }

    /** Notes of vCards have line ends; phones show one line. */
    private static String line(String text) {
        return text.replaceAll("\\s*[\\r\\n]+\\s*", " ").strip();
    }

    /** The unit within an organisation, or the organisation where there is no unit. */
    private static String department(VCard card) {
        return Optional.ofNullable(card.getOrganization())
                .map(Organization::getValues)
                .filter(values -> !values.isEmpty())
                .map(values -> values.get(values.size() - 1))
                .orElse("");
    }

    private static NumberWish number(Telephone telephone) {
        String text = Optional.ofNullable(telephone.getText())
                .orElseGet(() -> Optional.ofNullable(telephone.getUri())
                        .map(uri -> uri.getNumber() + (uri.getExtension() == null ? "" : " ext " + uri.getExtension()))
                        .orElse(""));
        return new NumberWish(kind(telephone), text);
    }

    private static Kind kind(Telephone telephone) {
        List<String> types = telephone.getTypes().stream()
                .map(type -> type.getValue().toLowerCase(Locale.ROOT))
                .toList();
        if (types.contains(EXTENSION)) {
            return Kind.EXTENSION;
        }
        return types.contains("cell")
                ? Kind.MOBILE
                : types.contains("work") ? Kind.WORK : types.contains("home") ? Kind.HOME : Kind.OTHER;
    }

    static String write(List<Contact> contacts) {
        StringWriter text = new StringWriter();
        try (VCardWriter writer = new VCardWriter(text, VCardVersion.V4_0)) {
            writer.setAddProdId(false);
            for (Contact contact : contacts) {
                writer.write(card(contact));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }

    private static VCard card(Contact contact) {
        VCard card = new VCard(VCardVersion.V4_0);
        StructuredName name = new StructuredName();
        name.setFamily(contact.name().family());
        if (!contact.name().given().isEmpty()) {
            name.setGiven(contact.name().given());
        }
        card.setStructuredName(name);
        card.setFormattedName(contact.name().in(ContactName.Order.GIVEN));
        if (!contact.department().isEmpty()) {
            card.setOrganization("", contact.department());
        }
        contact.numbers().forEach(number -> card.addTelephoneNumber(telephone(number)));
        if (!contact.note().isEmpty()) {
            card.addNote(contact.note());
        }
        return card;
    }

    private static Telephone telephone(ContactNumber number) {
        Telephone telephone = new Telephone(number.number());
        switch (number.kind()) {
            case EXTENSION -> telephone.getTypes().add(TelephoneType.get(EXTENSION));
            case WORK -> telephone.getTypes().add(TelephoneType.WORK);
            case MOBILE -> telephone.getTypes().add(TelephoneType.CELL);
            case HOME -> telephone.getTypes().add(TelephoneType.HOME);
            case OTHER -> {}
        }
        return telephone;
    }
}
