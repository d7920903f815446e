package jordfell.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import jordfell.core.table.TableReader;
import jordfell.core.table.TableReading;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SpreadsheetMacTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "-", textBlock = """
                    2.00E+11     | turned the MAC into the number 2.00E+11 | -
                    2,47E+10     | turned the MAC into the number 2,47E+10 | -
                    2E+11        | turned the MAC into the number 2E+11    | -
                    200000000000 | a number that a spreadsheet program wrote out | 20-00-00-00-00-00
                    24700530012  | one digit short of a MAC   | 02-47-00-53-00-12
                    4700530012   | 2 digits short of a MAC    | 00-47-00-53-00-12
                    """)
    void numbersThatWereMacsAreAskedAboutWithWhatTheyMayHaveBeen(String text, String reason, String offer) {
        SpreadsheetMac.Suspicion suspicion = SpreadsheetMac.suspect(text).orElseThrow();
        assertThat(suspicion.reason()).contains(reason);
        assertThat(suspicion.mac()).isEqualTo(Optional.ofNullable(offer));
        RowProblems found = new RowProblems();
        assertThat(DeviceCell.read(text, found).mac()).isEmpty();
        assertThat(found.problems)
                .singleElement()
                .satisfies(p -> assertThat(p.answerable()).isEqualTo(offer != null));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"024b7a00531c", "02-47-00-53-00-12", "20-00-00-00-00-00", "247005300120", "4711-0815", "claim"})
    void macsAndClaimCodesAreNot(String text) {
        assertThat(SpreadsheetMac.suspect(text)).isEmpty();
    }

    @Test
    void textThatWasKeptFromBecomingANumberIsUnwrapped() {
        TableReading.Table table = (TableReading.Table)
                TableReader.read("MAC;Label\n=\"024b7a00531c\";Desk\n\"=\"\"024700530012\"\"\";Bar\n");
        assertThat(table.records().get(1).cell(0)).isEqualTo("024b7a00531c");
        assertThat(table.records().get(2).cell(0)).isEqualTo("024700530012");
    }
}
