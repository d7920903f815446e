package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collections;
import java.util.List;
import jordfell.core.phonebook.ContactNumber.Kind;
import jordfell.core.phonebook.ContactWish.NumberWish;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import org.junit.jupiter.api.Test;

class ContactWishTest {

    private static ContactWish wish(String family, String given, NumberWish... numbers) {
        return new ContactWish(family, given, "Quay", List.of(numbers), null);
    }

    private static NumberWish number(String written) {
        return new NumberWish(Kind.WORK, written);
    }

    private static ContactWish.Kept kept(ContactWish wish) {
        return ((Checked.Good<ContactWish.Kept>) wish.checked()).value();
    }

    private static List<String> problems(ContactWish wish) {
        return ((Checked.Bad<ContactWish.Kept>) wish.checked())
                .problems().stream().map(FieldProblem::pointer).toList();
    }

    @Test
    void isKeptAsItIsWritten() {
        assertThat(kept(wish(" Sørvik ", "Ida", number("+999 55 01 24 13"), new NumberWish(null, "2413"))))
                .isEqualTo(new ContactWish.Kept(
                        new Contact(
                                new ContactName("Sørvik", "Ida"),
                                "Quay",
                                List.of(
                                        new ContactNumber(Kind.WORK, "+99955012413"),
                                        new ContactNumber(Kind.OTHER, "2413")),
                                ""),
                        List.of()));
    }

    @Test
    void nothingIsDecidedInSilence() {
        assertThat(kept(wish("Sørvik", "", number("2413"), number("24 13"), number("0800-FERRY")))
                        .said())
                .containsExactly("2413 stands there once.", "“0800-FERRY” is 080033779: FERRY is 33779 on the keys.");
    }

    @Test
    void sameNumberElevenTimesIsOneNumber() {
        assertThat(kept(new ContactWish("Quay", null, null, Collections.nCopies(11, number("2413")), null))
                        .contact()
                        .numbers())
                .hasSize(1);
    }

    @Test
    void whatIsMissingOrTooMuchIsSaidAtItsField() {
        assertThat(problems(wish("", " ", number("2413")))).containsExactly("/family");
        assertThat(problems(wish("Sørvik", "Ida"))).containsExactly("/numbers");
        assertThat(problems(wish("S".repeat(500), "Ida", number("ask"), number("2413"))))
                .containsExactly("/family", "/numbers/0");
        assertThat(problems(wish("Sør\u202evik", "Ida", number("2413")))).containsExactly("/family");
    }

    @Test
    void whoHasOneNameHasItAsTheFamilys() {
        assertThat(kept(wish("", "Ida", number("2413"))).contact().name()).isEqualTo(new ContactName("Ida", ""));
    }
}
