package jordfell.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.roster.KitWish.DeviceWish;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class KitWishTest {

    private static final Block PEOPLE = new Block(2000, 2249, "people");
    private static final Domain DOMAIN = new Domain(
            4, "tarnholm.example", "tarnholm.example", new Domain.Expiry(60, 120, 3600), 2, List.of(), List.of(PEOPLE));
    private static final Map<String, DeviceModel> MODELS = Map.of(
            "korrin-k24",
            new DeviceModel("korrin-k24", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 4, 24, 32, 20));

    private static Checked<Kit> checked(KitWish wish) {
        return wish.checked(
                9, DOMAIN, id -> Optional.ofNullable(MODELS.get(id)), template -> template == 7, "National"::equals);
    }

    private static KitWish wish(String name, int block, int contacts, int pin, DeviceWish... devices) {
        return new KitWish(name, block, contacts, false, "National", pin, List.of(devices), Kit.Formulas.USUAL);
    }

    private static List<String> places(KitWish wish) {
        return ((Checked.Bad<Kit>) checked(wish))
                .problems().stream().map(FieldProblem::pointer).toList();
    }

    @Test
    void deviceOfNoSaidModelAndKindIsADeskPhoneOfAny() {
        Kit kit = ((Checked.Good<Kit>) checked(wish(
                        "Office",
                        2000,
                        2,
                        0,
                        new DeviceWish(null, " ", 0L),
                        new DeviceWish(DeviceKind.DESK_PHONE, "korrin-k24", 7L))))
                .value();
        assertThat(kit.block()).contains(PEOPLE);
        assertThat(kit.devices())
                .containsExactly(
                        new Kit.KitDevice(DeviceKind.DESK_PHONE, Optional.empty(), Optional.empty()),
                        new Kit.KitDevice(DeviceKind.DESK_PHONE, Optional.of("korrin-k24"), Optional.of(7L)));
    }

    @ParameterizedTest
    @CsvSource({
        "'', 2000, 2, 4, /name",
        "Office, 2400, 2, 4, /blockFirst",
        "Office, 0, 0, 4, /contactLimit",
        "Office, 0, 11, 4, /contactLimit",
        "Office, 0, 2, 3, /pinDigits",
        "Office, 0, 2, 9, /pinDigits"
    })
    void whatIsWrongIsToldAtItsField(String name, int block, int contacts, int pin, String at) {
        assertThat(places(wish(name, block, contacts, pin))).containsExactly(at);
    }

    @Test
    void permissionIsOneOfTheDomain() {
        KitWish wish = new KitWish("Office", 2000, 2, false, "The moon", 0, List.of(), Kit.Formulas.USUAL);
        assertThat(places(wish)).containsExactly("/permissionClass");
    }

    @Test
    void moreDevicesThanTheExtensionMayBeOnAreTooMany() {
        DeviceWish any = new DeviceWish(DeviceKind.DESK_PHONE, null, null);
        assertThat(places(wish("Office", 0, 1, 4, any, any))).containsExactly("/devices");
    }

    @Test
    void modelIsOfTheSaidKindAndTemplateOfTheDomain() {
        assertThat(places(wish("Office", 0, 2, 4, new DeviceWish(DeviceKind.SOFTPHONE, "korrin-k24", null))))
                .containsExactly("/devices");
        assertThat(places(wish("Office", 0, 2, 4, new DeviceWish(DeviceKind.DESK_PHONE, null, 8L))))
                .containsExactly("/devices");
    }

    @Test
    void formulaThatCannotBeReadIsToldAtItsField() {
        KitWish wish = new KitWish(
                "Office",
                0,
                2,
                false,
                "",
                4,
                List.of(),
                new Kit.Formulas("{{person.nam}}", "{{extension.number}}", ""));
        assertThat(places(wish)).containsExactly("/displayName");
    }
}
