package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.identity.MacAddress;
import jordfell.core.settings.Layer;
import jordfell.core.settings.LayerKind;
import jordfell.core.settings.ResolvedSettings;
import jordfell.core.settings.Setting.Scope;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.core.settings.SettingsResolver;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which phonebooks a device is given, and by which files. */
class PhonebookSlotsTest {

    private static final MacAddress MAC = MacAddress.of("02-4B-7A-00-53-13");
    private static final Set<String> THREE = Set.copyOf(SettingsCatalogue.PHONEBOOKS);

    private static ResolvedSettings settings(Map<String, String> said) {
        return SettingsResolver.resolve(Scope.DEVICE, List.of(Layer.of(LayerKind.DOMAIN, "Tarnholm", said)));
    }

    @Test
    void slotsKeepTheirPlaceAndThoseThatAFamilyHasNoPlaceForAreNone() {
        ResolvedSettings said = settings(
                Map.of("phonebook.first", "Quay", "phonebook.third", "Harbours", "phonebook.third-called", "Ports"));
        assertThat(PhonebookSlots.of(said, THREE))
                .extracting(PhonebookSlots.Slot::position)
                .containsExactly(1, 3);
        assertThat(PhonebookSlots.of(said, THREE).get(1).title("Harbours")).isEqualTo("Ports");
        assertThat(PhonebookSlots.of(said, THREE).get(0).title("Quay")).isEqualTo("Quay");
        assertThat(PhonebookSlots.of(said, Set.of("phonebook.first"))).hasSize(1);
    }

    @Test
    void aConfigurationNamesAFileThatIsTheSameForAnotherBoxAndAnAddressAsItIs() {
        ResolvedSettings said = settings(Map.of(
                "phonebook.first",
                "Quay",
                "phonebook.second",
                "Nowhere",
                "phonebook.third",
                "https://lists.example/a.xml"));
        ResolvedSettings sent = said.with(PhonebookSlots.written(PhonebookSlots.of(said, THREE), Set.of("Quay")));
        assertThat(sent.value("phonebook.first")).isEqualTo("book-1");
        assertThat(sent.value("phonebook.second")).isEmpty();
        assertThat(sent.value("phonebook.third")).isEqualTo("https://lists.example/a.xml");
    }

    @ParameterizedTest
    @CsvSource({
        "024b7a005313.book-1, 1",
        "024b7a005313.book-9, 9",
        "024b7a005313.book-0, ",
        "024b7a005313.book-12, ",
        "024b7a005313.korrin, ",
        "x024b7a005313.book-1, ",
        "024B7A005313.book-1, "
    })
    void aFileIsAPhonebookByItsName(String file, Integer slot) {
        assertThat(PhonebookSlots.slotOf(file)).isEqualTo(Optional.ofNullable(slot));
        if (slot != null) {
            assertThat(PhonebookSlots.file(MAC, slot)).isEqualTo(file);
        }
    }
}
