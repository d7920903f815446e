package jordfell.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.core.roster.ExtensionDetails.Written;
import jordfell.core.wish.FieldProblem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ExtensionDetailsTest {

    private static Written written(String name, String user, int contacts, String outgoing) {
        return new Written("2417", name, user, contacts, "", outgoing, "");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "2417", "+999 55 01 24 16", "0099955012416"})
    void outgoingNumberIsOneThatCanBeCalledBack(String outgoing) {
        assertThat(ExtensionDetails.refuse(written("Watch room", "2417-a", 2, outgoing), 2, number -> true, n -> true))
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Watch room|2417 a|2|''|1|/authUser|An authentication user is made of letters",
                "Watch room|''|2|''|1|/authUser|An authentication user is made of letters",
                "Watch room|2417-a|0|''|0|/contactLimit|0 devices at once can’t be.",
                "Watch room|2417-a|11|''|0|/contactLimit|11 devices at once can’t be.",
                "Watch room|2417-a|1|''|2|/contactLimit|2417 is on 2 devices.",
                "Watch room|2417-a|2|reception|0|/outgoing|“reception” has no country code",
                "Watch room|2417-a|2|012345678|0|/outgoing|has no country code",
                "Watch room|2417-a|2|+12|0|/outgoing|It has 2 digits",
            })
    void saysWhatCannotBeKeptAndWhere(
            String name, String user, int contacts, String outgoing, int held, String pointer, String reason) {
        assertThat(ExtensionDetails.refuse(written(name, user, contacts, outgoing), held, number -> true, n -> true))
                .singleElement()
                .satisfies(r -> {
                    assertThat(r.pointer()).isEqualTo(pointer);
                    assertThat(r.reason()).contains(reason);
                });
    }

    @Test
    void textsAreBoundedAndPlain() {
        assertThat(ExtensionDetails.refuse(
                        written("x".repeat(101), "a".repeat(65), 1, ""), 0, number -> true, n -> true))
                .extracting(FieldProblem::reason)
                .containsExactly("The name has 101 characters.", "The authentication user has 65 characters.");
        assertThat(ExtensionDetails.refuse(written("Watch\u202Eroom", "a", 1, ""), 0, number -> true, n -> true))
                .extracting(FieldProblem::pointer)
                .containsExactly("/displayName");
    }

    @Test
    void pickUpGroupIsAShortName() {
        Written with = new Written("2417", "Watch room", "a", 1, "", "", "g".repeat(61));
        assertThat(ExtensionDetails.refuse(with, 0, number -> true, n -> true))
                .extracting(FieldProblem::pointer, FieldProblem::reason)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("/pickUpGroup", "The pick-up group has 61 characters."));
    }

    @Test
    void nobodyIsShownANumberThatTheDomainDoesNotHave() {
        assertThat(ExtensionDetails.refuse(
                        written("Watch room", "a", 1, "+999 55 01 24 16"), 0, number -> false, n -> true))
                .extracting(FieldProblem::reason)
                .containsExactly(
                        "“+999 55 01 24 16” is no outside number of this domain and no extension: nobody could call back.");
        assertThat(ExtensionDetails.refuse(written("Watch room", "a", 1, ""), 0, number -> false, n -> true))
                .isEmpty();
    }

    @Test
    void aPermissionThatIsNotThereIsRefused() {
        Written with = new Written("2417", "Watch room", "a", 1, "calls the moon", "", "");
        assertThat(ExtensionDetails.refuse(with, 0, number -> true, n -> false))
                .extracting(FieldProblem::pointer, FieldProblem::reason)
                .containsExactly(org.assertj.core.groups.Tuple.tuple(
                        "/permissionClass",
                        "There is no permission “calls the moon”: with it nothing outside could be dialled."));
        assertThat(ExtensionDetails.refuse(written("Watch room", "a", 1, ""), 0, number -> true, n -> false))
                .isEmpty();
    }
}
