package jordfell.server.contacts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import jordfell.core.phonebook.Contact;
import jordfell.core.phonebook.ContactName;
import jordfell.core.phonebook.ContactNumber;
import jordfell.core.phonebook.ContactNumber.Kind;
import jordfell.core.phonebook.ContactWish;
import jordfell.core.wish.Checked;
import jordfell.server.contacts.ContactFile.Form;
import jordfell.server.problem.RefusedException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Files of contacts as other programs write them, and as they are written here. */
class ContactFileTest {

    private static final List<String> PIECES = List.of(
            "Ida",
            "Sørvik",
            "&",
            "<",
            ">",
            "\"",
            "'",
            "\\",
            ";",
            ",",
            ":",
            "=cmd",
            "כהן",
            "e\u0301",
            "😀",
            "END:VCARD",
            "{",
            "%41",
            "van der Meer",
            "x@y",
            "–");

    private static List<Contact> read(String text) {
        return read(text.getBytes(StandardCharsets.UTF_8));
    }

    private static List<Contact> read(byte[] bytes) {
        List<Contact> contacts = new ArrayList<>();
        for (ContactFile.Row row : ContactFile.read(bytes)) {
            if (row.wish().checked() instanceof Checked.Good<ContactWish.Kept> good) {
                contacts.add(good.value().contact());
            }
        }
        return contacts;
    }

    private static String shown(Contact contact) {
        return contact.name().family() + "|" + contact.name().given() + "|" + contact.department() + "|"
                + contact.numbers().stream()
                        .map(n -> n.kind().word() + " " + n.number())
                        .collect(Collectors.joining(", "))
                + "|" + contact.note();
    }

    @ParameterizedTest
    @EnumSource(Form.class)
    void whateverIsWrittenIsReadAgainAsItWas(Form form) {
        Random random = new Random(4);
        for (int turn = 0; turn < 60; turn++) {
            List<Contact> contacts = IntStream.range(0, random.nextInt(8) + 1)
                    .mapToObj(i -> contact(random))
                    .toList();
            String file = ContactFile.write(contacts, form);
            assertThat(read(file)).as(file).isEqualTo(contacts);
        }
    }

    private static Contact contact(Random random) {
        return new Contact(
                new ContactName(text(random, 3) + "a", random.nextBoolean() ? "" : text(random, 2) + "b"),
                random.nextBoolean() ? "" : text(random, 2) + "c",
                IntStream.rangeClosed(0, random.nextInt(4))
                        .mapToObj(i -> new ContactNumber(
                                List.of(Kind.values()).get(random.nextInt(5)),
                                (random.nextBoolean() ? "+999" : "") + (1_000 + i)))
                        .toList(),
                random.nextBoolean() ? "" : text(random, 4) + "d");
    }

    private static String text(Random random, int most) {
        StringBuilder text = new StringBuilder();
        for (int left = random.nextInt(most) + 1; left > 0; left--) {
            text.append(PIECES.get(random.nextInt(PIECES.size()))).append(random.nextBoolean() ? " " : "");
        }
        return text.toString().strip();
    }

    @Test
    void jsonKeepsToItsSchema() throws Exception {
        String file = ContactFile.write(List.of(contact(new Random(1)), contact(new Random(2))), Form.JSON);
        try (var schema = ContactFileTest.class.getResourceAsStream("/schema/phonebook.schema.json")) {
            assertThat(JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                            .getSchema(schema)
                            .validate(file, com.networknt.schema.InputFormat.JSON))
                    .isEmpty();
        }
    }

    @Test
    void vcardsOfTheSecondVersionAreReadWithQuotedLetters() {
        String card = "BEGIN:VCARD\r\nVERSION:2.1\r\n"
                + "N;CHARSET=UTF-8;ENCODING=QUOTED-PRINTABLE:S=C3=B8rvik;Ida=\r\n Marie\r\n"
                + "ORG:Tarnholm;Quay\r\nTEL;WORK;VOICE:+999 55 01 24 13\r\nTEL;CELL:0555 12\r\nEND:VCARD\r\n";
        assertThat(read(card)).hasSize(1);
        assertThat(shown(read(card).get(0)))
                .startsWith("Sørvik|Ida")
                .contains("|Quay|work +99955012413, mobile 055512|");
    }

    @Test
    void vcardsOfTheThirdVersionAreReadWithFoldedLinesAndWithoutTheirPictures() {
        String picture = Base64.getEncoder().encodeToString(new byte[30_000]).replaceAll("(.{70})", "$1\r\n ");
        String card = "BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Ida Sørvik\r\nN:Sørvik;Ida;;;\r\nPHOTO;ENCODING=b;TYPE=JPEG:"
                + picture + "\r\nTEL;TYPE=HOME:2413\r\nNOTE:first\\nsecond and a lon\r\n g line\r\nEND:VCARD\r\n";
        assertThat(read(card))
                .extracting(ContactFileTest::shown)
                .containsExactly("Sørvik|Ida||home 2413|first second and a long line");
    }

    @Test
    void aVcardInWesternLettersIsReadAndOneWithoutPartsIsTakenApart() {
        byte[] card = "BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Jan van der Åker\r\nTEL:2413\r\nEND:VCARD\r\n"
                .getBytes(StandardCharsets.ISO_8859_1);
        assertThat(read(card)).extracting(ContactFileTest::shown).containsExactly("van der Åker|Jan||other 2413|");
    }

    @Test
    void vcardsAsXmlAreRead() {
        String xml =
                "<vcards xmlns=\"urn:ietf:params:xml:ns:vcard-4.0\"><vcard><n><surname>Holm</surname><given>Ida</given></n>"
                        + "<fn><text>Ida Holm</text></fn><tel><parameters><type><text>work</text></type></parameters>"
                        + "<uri>tel:+99955012413;ext=7</uri></tel></vcard></vcards>";
        assertThat(read(xml)).extracting(ContactFileTest::shown).containsExactly("Holm|Ida||work +99955012413|");
    }

    @Test
    void tablesOfOtherProgramsAreReadByTheirHeadings() {
        assertThat(
                        read(
                                "Last name;First name;Company;Business phone;Mobile phone;Notes\nHolm;Ida;Quay;2413;0555 1;x\n"))
                .extracting(ContactFileTest::shown)
                .containsExactly("Holm|Ida|Quay|work 2413, mobile 05551|x");
        assertThat(read("Name\tTel.\n\"Holm, Ida\"\t+999 (0)55 12\n"))
                .extracting(ContactFileTest::shown)
                .containsExactly("Holm|Ida||other +9995512|");
    }

    @Test
    void whatIsTooMuchOrTooLongOrTwiceIsToldOfTheContactAlone() {
        String table = "Family name,Numbers\n" + "x".repeat(500) + ",2413\n"
                + "Eleven," + "2413;".repeat(11) + "\nEleven others,"
                + IntStream.range(0, 11).mapToObj(i -> "24" + (10 + i)).collect(Collectors.joining(";"))
                + "\nWithout,\n,2413\n";
        List<ContactFile.Row> rows = ContactFile.read(table.getBytes(StandardCharsets.UTF_8));
        assertThat(rows.stream()
                        .map(r -> r.wish().checked() instanceof Checked.Bad<ContactWish.Kept> bad
                                ? bad.problems().get(0).reason()
                                : "good")
                        .toList())
                .containsExactly(
                        "The name has 500 characters.",
                        "good",
                        "It has 11 numbers.",
                        "It has no number.",
                        "The name is missing.");
        assertThat(read(table).get(0).numbers())
                .as("the same eleven times is once")
                .hasSize(1);
    }

    @Test
    void moreContactsThanAnyPhoneShowsAreRefused() {
        String table = "Name,Number\n" + "Ida Holm,2413\n".repeat(ContactFile.MOST_CONTACTS + 1);
        assertThatThrownBy(() -> read(table)).isInstanceOf(RefusedException.class);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "<!DOCTYPE a SYSTEM \"file:///etc/hostname\"><names of=\"a\" many=\"0\"/>",
                "<!DOCTYPE a [<!ENTITY b \"c\">]><names of=\"&b;\" many=\"0\"/>",
                "<names><name",
                "<?xml version=\"1.0\" encoding=\"UTF-16\"?><names/>",
                "<html/>",
                "{\"kind\":\"jordfell-phonebook\",\"format\":2,\"contacts\":[]}",
                "{\"kind\":\"jordfell-phonebook\",\"format\":1,\"contacts\":[],\"more\":1}",
                "[1,2]",
                "{",
                "no,headings\nhere,2413\n"
            })
    void whatIsNoFileOfContactsIsRefusedWithAReason(String text) {
        assertThatThrownBy(() -> read(text)).isInstanceOfSatisfying(RefusedException.class, e -> {
            assertThat(e.fields().get(0).pointer()).isEqualTo("/file");
            assertThat(e.fields().get(0).reason()).isNotBlank();
            assertThat(e.fields().get(0).hint()).isNotBlank();
        });
    }

    @Test
    void bytesThatAreNoLettersOfTheEncodingThatXmlSaysAreTold() {
        byte[] latin = "<?xml version=\"1.0\" encoding=\"UTF-8\"?><names><name shown=\"Ås\"/></names>"
                .getBytes(StandardCharsets.ISO_8859_1);
        assertThatThrownBy(() -> read(latin)).isInstanceOf(RefusedException.class);
    }
}
