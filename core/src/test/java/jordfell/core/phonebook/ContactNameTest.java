package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ContactNameTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Ida Sørvik           | Sørvik         | Ida
            Sørvik, Ida          | Sørvik         | Ida
            Jan van der Meer     | van der Meer   | Jan
            Ludwig d’ Arezzo     | d’ Arezzo      | Ludwig
            Anna Lena  Holm      | Holm           | Anna Lena
            Reception            | Reception      | ''
            de Boer              | Boer           | de
            '  Ida   Sørvik '    | Sørvik         | Ida
            שרה כהן              | כהן            | שרה
            ''                   | ''             | ''
            """)
    void isTakenApartAsPeopleWriteIt(String written, String family, String given) {
        assertThat(ContactName.of(written)).isEqualTo(new ContactName(family, given));
    }

    @ParameterizedTest
    @CsvSource({"Sørvik,Ida,Sørvik Ida,Ida Sørvik", "Reception,'',Reception,Reception", "'',Ida,Ida,Ida"})
    void standsInEitherOrder(String family, String given, String byFamily, String byGiven) {
        ContactName name = new ContactName(family, given);
        assertThat(name.in(ContactName.Order.FAMILY)).isEqualTo(byFamily);
        assertThat(name.in(ContactName.Order.GIVEN)).isEqualTo(byGiven);
    }
}
