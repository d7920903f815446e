package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import jordfell.core.phonebook.ContactNumber.Kind;
import jordfell.core.render.Escaping;
import jordfell.core.render.Letters;
import jordfell.core.render.ShippedFamilies;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A phonebook as a phone gets it. */
class PhonebookBodyTest {

    private static final List<Contact> CONTACTS = List.of(
            new Contact(
                    new ContactName("Sørvik", "Ida"),
                    "Quay",
                    List.of(new ContactNumber(Kind.EXTENSION, "2413"), new ContactNumber(Kind.MOBILE, "+999701122")),
                    ""),
            new Contact(new ContactName("Gone", ""), "", List.of(new ContactNumber(Kind.EXTENSION, "2499")), ""));

    private static WrittenBook written(ContactName.Order order) {
        return WrittenBook.of(
                "Quay",
                CONTACTS,
                order,
                number -> number.number().equals("2499")
                        ? new DiallableNumber(number, "", "2499 is nobody’s.")
                        : new DiallableNumber(number, number.number().replace("+", "000"), ""),
                "v.example",
                Letters.ALL);
    }

    @Test
    void namesStandInThePhonesOrderAndNumbersAsTheyAreDialled() {
        PhonebookBody body = PhonebookBody.of(
                "{{title}} {{count}}:{{#contacts}}{{position}} {{shown}}|{{family}}|{{given}}|{{department}}|"
                        + "{{#numbers}}{{position}} {{kind}} {{dialled}} {{uri}}{{#more}}, {{/more}}{{/numbers}}{{/contacts}}",
                Escaping.KEY_VALUE);
        assertThat(body.render(written(ContactName.Order.GIVEN)))
                .isEqualTo("Quay 1:1 Ida Sørvik|Sørvik|Ida|Quay|"
                        + "1 extension 2413 2413@v.example, 2 mobile 000999701122 000999701122");
        assertThat(body.render(written(ContactName.Order.FAMILY))).contains("1 Sørvik Ida|");
    }

    @ParameterizedTest
    @ValueSource(strings = {"{{#contacts}}", "{{nobody}}", "{{#contacts}}{{dialled}}{{/contacts}}", "{{>other}}"})
    void aBodyThatNamesWhatThereIsNotIsRefused(String body) {
        assertThatThrownBy(() -> PhonebookBody.of(body, Escaping.XML)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void whatAModelHasNoRoomForIsKnownByName() {
        WrittenBook book = WrittenBook.of(
                "Quay",
                CONTACTS,
                ContactName.Order.FAMILY,
                number -> new DiallableNumber(number, number.number(), ""),
                "v.example",
                Letters.ALL);
        assertThat(book.holding(1).entries())
                .extracting(WrittenBook.Entry::shown)
                .containsExactly("Sørvik Ida");
        assertThat(book.fallingOff(1)).extracting(WrittenBook.Entry::shown).containsExactly("Gone");
        assertThat(book.holding(2)).isEqualTo(book);
        assertThat(book.fallingOff(2)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{{#contacts}}{{{shown}}}{{/contacts}}",
                "{{#contacts}}{{&shown}}{{/contacts}}",
                "{{=<% %>=}}<%title%>",
                "nobody",
                "{{title}} {{count}}",
                "{{#contacts}}",
                "{{#contacts}}{{shwon}}{{/contacts}}"
            })
    void aBodyThatAContactCouldBreakOrThatWritesNoneIsRefused(String body) {
        assertThat(PhonebookBody.refuse(body, Escaping.XML)).isPresent();
    }

    @Test
    void shippedBodiesAreGood() {
        assertThat(ShippedFamilies.all())
                .filteredOn(f -> !f.phonebook().isEmpty())
                .hasSize(3)
                .allSatisfy(f -> assertThat(PhonebookBody.refuse(f.phonebook(), f.escaping()))
                        .isEmpty());
    }

    @Test
    void whereAContactBeginsIsKnown() {
        PhonebookBody body = PhonebookBody.of(
                "{{title}}\n{{#contacts}}\n- {{shown}}\n  {{department}}\n{{/contacts}}\nend\n", Escaping.KEY_VALUE);
        List<Contact> both = List.of(CONTACTS.get(0), CONTACTS.get(0));
        PhonebookBody.Located file = body.renderLocated(WrittenBook.of(
                "Quay",
                both,
                ContactName.Order.FAMILY,
                number -> new DiallableNumber(number, number.number(), ""),
                "v.example",
                Letters.ALL));
        assertThat(file.text()).isEqualTo("Quay\n- Sørvik Ida\n  Quay\n- Sørvik Ida\n  Quay\nend\n");
        assertThat(file.begins()).containsExactly(7, 27);
        assertThat(file.text().substring(27)).startsWith("Sørvik");
    }
}
