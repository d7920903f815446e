package jordfell.core.identity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MacReaderTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "024b7a00531c",
                "024B7A00531C",
                "02:4b:7a:00:53:1c",
                "02-4B-7A-00-53-1C",
                "02-4b-7A-00-53-1c",
                "02 4B 7A 00 53 1C",
                "024b.7a00.531c",
                "024b-7a00-531c",
                "024b7a-00531c",
                "  024b7a00531c  ",
                "MAC: 02-4B-7A-00-53-1C",
                "Korrin K24 MAC 024B7A00531C S/N 4417",
                "*024b7a00531c*",
                "024b7a00531c\r\n",
                "MAC=02:4b:7a:00:53:1c;MODEL=K24",
                "02-4B-7A-00-53-1C (also printed as 024b7a00531c)"
            })
    void readsEveryWrittenForm(String text) {
        assertThat(MacReader.read(text))
                .isInstanceOfSatisfying(
                        MacReading.Valid.class, valid -> assertThat(valid.mac()).hasToString("02-4B-7A-00-53-1C"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    ''                                    | The MAC address is missing.
                    '   '                                 | The MAC address is missing.
                    02-4B-7A-00-53-1                      | It has 11 digits; 1 is missing.
                    02-4B-7A-00-53                        | It has 10 digits; 2 are missing.
                    024b7a00531c0                         | It has 13 digits; 1 too many.
                    02-4B-7A-00-53-8O                     | Character 12 of 12 is the letter O; the digit zero is meant?
                    O2-4B-7A-00-53-80                     | Character 1 of 12 is the letter O; the digit zero is meant?
                    02-4B-7A-00-S3-80                     | Character 9 of 12 is the letter S; the digit five is meant?
                    02-4B-7A-00-53-l0                     | Character 11 of 12 is the letter l; the digit one is meant?
                    02-4B-7A-00-53-G0                     | “G” is not a digit of a MAC address.
                    Ticket window 4                       | “T” is not a digit of a MAC address.
                    02-4B:7A-00:53-1C                     | The separators are in the wrong places.
                    03-4B-7A-00-53-1C                     | This is a multicast address: its first pair, 03, is odd.
                    01005e000001                          | This is a multicast address: its first pair, 01, is odd.
                    00:00:00:00:00:00                     | All digits are zero: no device has this address.
                    ff-ff-ff-ff-ff-ff                     | This is the broadcast address: no device has it.
                    024b7a00531c 024b7a00531d             | There are 2 different MAC addresses in this text.
                    """)
    void saysWhyTextIsNoAddress(String text, String reason) {
        assertThat(MacReader.read(text)).isInstanceOfSatisfying(MacReading.Refused.class, refused -> {
            assertThat(refused.reason()).isEqualTo(reason);
            assertThat(refused.hint()).isNotBlank();
        });
    }

    @Test
    void refusesOverlongTextUnread() {
        assertThat(MacReader.read("024b7a00531c" + " ".repeat(MacReader.LONGEST)))
                .isInstanceOf(MacReading.Refused.class);
    }

    @ParameterizedTest
    @CsvSource({"02-4B-7A-00-53-1C, true", "00-4B-7A-00-53-1C, false", "06-00-00-00-00-01, true"})
    void tellsLocallyAdministeredAddresses(String text, boolean local) {
        assertThat(MacReader.read(text))
                .isInstanceOfSatisfying(
                        MacReading.Valid.class, v -> assertThat(v.local()).isEqualTo(local));
    }

    @Test
    void writesForFilesAndForPeople() {
        MacAddress mac = MacAddress.of("02:4B:7a:00:53:1C");
        assertThat(mac.compact()).isEqualTo("024b7a00531c");
        assertThat(mac).hasToString("02-4B-7A-00-53-1C").isEqualTo(MacAddress.of(mac.toString()));
        assertThat(mac).isLessThan(MacAddress.of("02-4B-7A-00-53-1D"));
    }

    @ParameterizedTest
    @ValueSource(longs = {0, -1, 0x1_0000_0000_0000L, 0x0100_0000_0000L})
    void holdsOnlyIndividualAddresses(long bits) {
        assertThatThrownBy(() -> new MacAddress(bits)).isInstanceOf(IllegalArgumentException.class);
    }
}
