package jordfell.core.device;

import static jordfell.core.device.Devices.DESK;
import static jordfell.core.device.Devices.FOREIGN_TEMPLATE;
import static jordfell.core.device.Devices.LOFT;
import static jordfell.core.device.Devices.OWN_TEMPLATE;
import static jordfell.core.device.Devices.PIER;
import static jordfell.core.device.Devices.PROGRAM;
import static jordfell.core.device.Devices.THERE;
import static jordfell.core.device.Devices.kept;
import static jordfell.core.device.Devices.phone;
import static jordfell.core.device.Devices.refused;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import jordfell.core.catalogue.DeviceModel;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** One rule for a device that is changed and for many. */
class DeviceWishTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "-", textBlock = """
            ''     | k24 | 1 | -  | note | 0 | /label The label is missing.
            -      | k24 | 1 | -  | note | 0 | /label The label is missing.
            Window | k99 | 1 | -  | note | 0 | /modelId There is no such model.
            Window | -   | 1 | -  | note | 0 | /modelId There is no such model.
            Window | w2  | 1 | -  | note | 2 | /modelId It uses line 2; the Ombrel W2 has 1.
            Window | q   | 1 | -  | note | 1 | /modelId 02-4B-7A-00-53-1C is the MAC of a device; the Quillon softphone is a program, and has none.
            Window | k24 | 9 | -  | note | 0 | /siteId There is no such site.
            Window | k24 | 3 | -  | note | 0 | /siteId Hall belongs to another domain.
            Window | k24 | 1 | 99 | note | 0 | /templateId There is no such template.
            Window | k24 | 1 | 12 | note | 0 | /templateId Halls is a template of another domain.
            """)
    void whatARecordCanNotSayIsRefusedAtItsField(
            @Nullable String label,
            @Nullable String model,
            long site,
            @Nullable Long template,
            String note,
            int lastLine,
            String said) {
        DeviceWish wish = new DeviceWish(label, model, site, template, note);
        assertThat(refused(wish.checked(phone(DESK), lastLine, THERE))).containsExactly(said);
    }

    @Test
    void allThatIsWrongIsToldAtOnce() {
        DeviceWish wish = new DeviceWish("x".repeat(61), "w2", 3, FOREIGN_TEMPLATE, "y".repeat(2_001));
        assertThat(refused(wish.checked(phone(DESK), 4, THERE)))
                .containsExactlyInAnyOrder(
                        "/label The label has 61 characters.",
                        "/note The note has 2001 characters.",
                        "/modelId It uses line 4; the Ombrel W2 has 1.",
                        "/siteId Hall belongs to another domain.",
                        "/templateId Halls is a template of another domain.");
    }

    @Test
    void aSoftphoneBecomesNoBox() {
        assertThat(refused(new DeviceWish("Soft", "k24", PIER, null, "").checked(phone(PROGRAM), 1, THERE)))
                .containsExactly("/modelId Window is a softphone: its address was made up, and no Korrin K24 has it.");
    }

    @Test
    void whatAnEditDoesNotTouchStays() {
        Device before = phone(DESK);
        Device after = kept(new DeviceWish(" Door ", "w2", LOFT, null, " moved ").checked(before, 1, THERE));
        assertThat(after.label()).isEqualTo("Door");
        assertThat(after.note()).isEqualTo("moved");
        assertThat(after.model().id()).isEqualTo("w2");
        assertThat(after.siteId()).isEqualTo(LOFT);
        assertThat(after.template()).isEmpty();
        assertThat(after)
                .usingRecursiveComparison()
                .ignoringFields("label", "note", "model", "siteId", "template")
                .isEqualTo(before);
    }

    @Test
    void aWishForManyThatSaysNothingChangesNone() {
        for (DeviceModel model : new DeviceModel[] {DESK, PROGRAM, Devices.SOCKETS}) {
            Device before = phone(model);
            Device after = kept(new ManyWish(null, null, null, null).of(before).checked(before, 1, THERE));
            assertThat(after).isEqualTo(before);
            assertThat(DeviceDifference.between(before, after, id -> "site")).isEmpty();
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "-", textBlock = """
            2 | -  | -  | -     | site Pier → Loft
            - | -  | w2 | -     | model Korrin K24 → Ombrel W2
            - | -  | -  | moved | note “moved” instead of “by the door”
            - | -  | -  | ''    | note “” instead of “by the door”
            """)
    void whatAWishForManyChangesIsSaidForEach(
            @Nullable Long site, @Nullable Long template, @Nullable String model, @Nullable String note, String said) {
        Device before = phone(DESK);
        Device after = kept(new ManyWish(site, template, model, note).of(before).checked(before, 1, THERE));
        assertThat(DeviceDifference.between(before, after, id -> id == PIER ? "Pier" : "Loft"))
                .containsExactly(said);
    }

    @Test
    void aTemplateThatComesOrGoesIsNamedWithTheOther() {
        Device with = phone(DESK);
        Device without = with.edited(DESK, PIER, Optional.empty(), "Window", "by the door");
        assertThat(DeviceDifference.between(with, without, id -> "")).containsExactly("template Desks → none");
        Device again =
                kept(new ManyWish(null, OWN_TEMPLATE, null, null).of(without).checked(without, 1, THERE));
        assertThat(DeviceDifference.between(without, again, id -> "")).containsExactly("template none → Desks");
    }
}
