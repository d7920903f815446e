package jordfell.core.ground;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.catalogue.FirmwareRules;
import jordfell.core.catalogue.ModelSheet;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ModelWishTest {

    private static final DeviceModel K24 =
            new DeviceModel("korrin-k24", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 4, 24, 32, 20);
    private static final ModelSheet BEFORE = new ModelSheet(K24, 0, 100, "udp", "", FirmwareRules.ANY, 1);

    private static ModelWish wish(Map<String, String> fields) {
        return new ModelWish(
                whole(fields, "lines", 4),
                whole(fields, "keys", 24),
                whole(fields, "pages", 1),
                whole(fields, "sidecarKeys", 0),
                whole(fields, "ports", 0),
                whole(fields, "phonebook", 100),
                whole(fields, "passwordField", 32),
                whole(fields, "labelField", 20),
                fields.get("macPrefixes"),
                fields.get("serialPrefixes"),
                "udp",
                "",
                fields.get("firmwareLowest"),
                fields.get("firmwareRecommended"),
                fields.get("firmwareBlocked"),
                fields.get("firmwareSteps"));
    }

    private static int whole(Map<String, String> fields, String name, int usual) {
        return Integer.parseInt(fields.getOrDefault(name, Integer.toString(usual)));
    }

    @Test
    void listsAreKeptInOneFormAndWhatItIsStays() {
        ModelSheet after = ((Checked.Good<ModelSheet>) wish(Map.of(
                                "lines",
                                "6",
                                "macPrefixes",
                                "02-4B-7A 02:4c:7a",
                                "serialPrefixes",
                                "k24-",
                                "firmwareBlocked",
                                "2.3, 2.3.1"))
                        .checked(BEFORE, 5))
                .value();
        assertThat(after.model().id()).isEqualTo("korrin-k24");
        assertThat(after.model().lines()).isEqualTo(6);
        assertThat(after.model().macPrefixes()).containsExactly("024b7a", "024c7a");
        assertThat(after.model().serialPrefixes()).containsExactly("K24-");
        assertThat(after.firmware()).isEqualTo(new FirmwareRules("", "", "2.3,2.3.1", ""));
        assertThat(after.version()).isEqualTo(5);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            lines               | 0       | The number of lines can’t be 0.
            lines               | 65      | The number of lines can’t be 65.
            keys                | 501     | The number of keys can’t be 501.
            pages               | 0       | The number of pages can’t be 0.
            passwordField       | 7       | The password field can’t be 7.
            labelField          | 3       | The label field can’t be 3.
            macPrefixes         | 02-4G   | “024g” is not the beginning of a MAC.
            macPrefixes         | 02-4B-7A-00-53-B0 | is not the beginning of a MAC.
            firmwareLowest      | 2.x     | “2.x” is no version.
            firmwareBlocked     | 2.3 new | “new” is no version.
            firmwareSteps       | 2..3    | “2..3” is no version.
            """)
    void whatIsWrongIsToldAtItsField(String field, String text, String reason) {
        Checked<ModelSheet> checked = wish(Map.of(field, text)).checked(BEFORE, 1);
        assertThat(((Checked.Bad<ModelSheet>) checked).problems())
                .singleElement()
                .satisfies(problem -> {
                    assertThat(problem.pointer()).isEqualTo("/" + field);
                    assertThat(problem.reason()).contains(reason);
                    assertThat(problem.hint()).isNotEmpty();
                });
    }

    @Test
    void blockedFirmwareCannotBeRecommended() {
        Checked<ModelSheet> checked = wish(Map.of("firmwareRecommended", "2.3", "firmwareBlocked", "2.2 2.3"))
                .checked(BEFORE, 1);
        assertThat(((Checked.Bad<ModelSheet>) checked).problems())
                .extracting(FieldProblem::reason)
                .containsExactly("2.3 is blocked too.");
    }

    @Test
    void changeIsToldByThoseWhomItCrowdsAndCuts() {
        DeviceModel less =
                new DeviceModel("korrin-k24", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 2, 24, 16, 20);
        assertThat(ModelImpact.of(K24, less, List.of("Pier 1"), 12).sentences())
                .containsExactly(
                        "Pier 1 has more lines than that, and can’t be released any more.",
                        "Passwords longer than 16 characters are cut by this model; those that its 12 devices have stay "
                                + "as they are.");
        assertThat(ModelImpact.of(K24, less, List.of("Pier 1", "Pier 2"), 12).sentences())
                .first()
                .isEqualTo("Pier 1, Pier 2 have more lines than that, and can’t be released any more.");
        assertThat(ModelImpact.of(K24, K24, List.of(), 12)).isEqualTo(new Impact(12, List.of(), List.of()));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Brask  | 9  |        | 2  | 6   | ''
            Brask  | 9  | brask  | 2  | 6   | /family
            Brask  |    |        | 2  | 6   | /name
            Korrin | K24 |       | 2  | 6   | /name
            Brask  | 9  | korrin | 65 | 6   | /lines
            Brask  | 9  | korrin | 2  | 501 | /keys
            """)
    void newModelHasAKeyOfItsOwnAndAFamilyThatCanBeWritten(
            String maker, String name, String family, int lines, int keys, String at) {
        Checked<DeviceModel> checked = new NewModelWish(maker, name, null, family, lines, keys)
                .checked("korrin-k24"::equals, "korrin"::equals);
        if (at.isEmpty()) {
            DeviceModel made = ((Checked.Good<DeviceModel>) checked).value();
            assertThat(made.id()).isEqualTo("brask-9");
            assertThat(made.kind()).isEqualTo(DeviceKind.DESK_PHONE);
            assertThat(made.readsFiles()).isFalse();
        } else {
            assertThat(((Checked.Bad<DeviceModel>) checked).problems())
                    .extracting(FieldProblem::pointer)
                    .containsExactly(at);
        }
    }
}
