package jordfell.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.identity.MacAddress;
import jordfell.core.intake.IntakeVerdict.Problem;
import jordfell.core.intake.IntakeVerdict.State;
import jordfell.core.roster.Block;
import jordfell.core.roster.NumbersInUse;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class IntakeCheckTest {

    private static final String MAC = "02-4B-7A-00-53-1C";

    /** A pier with window 1 on 2413, and 2414 that nobody has on a line. */
    private record Pier(boolean allowsLocalMacs) implements IntakeRecords {
        @Override
        public Optional<Enrolled> enrolled(MacAddress mac) {
            return mac.equals(MacAddress.of("02-4B-7A-00-53-13"))
                    ? Optional.of(new Enrolled(13, "Ticket window 1", "Eskvik Pier"))
                    : Optional.empty();
        }

        @Override
        public Collection<DeviceModel> models() {
            return List.of(
                    new DeviceModel("k12", "Korrin", "K12", DeviceKind.DESK_PHONE, "korrin", 2, 4, 24, 12),
                    new DeviceModel("w1", "Korrin", "W1", DeviceKind.DESK_PHONE, "korrin", 1, 0, 24, 12));
        }

        @Override
        public List<Block> blocks() {
            return List.of(new Block(2400, 2419, "places"));
        }

        @Override
        public NumbersInUse numbers() {
            return NumbersInUse.of(List.of("2413", "2414"));
        }

        @Override
        public Optional<String> lineHolder(String number) {
            return Optional.ofNullable(Map.of("2413", "Ticket window 1").get(number));
        }
    }

    private static IntakeRow row(String mac, String model, String extension, String second) {
        return new IntakeRow(mac, model, "Window", "", extension, second);
    }

    private static List<IntakeVerdict> check(IntakeRow... rows) {
        return IntakeCheck.of(List.of(rows), new Pier(true));
    }

    @ParameterizedTest
    @CsvSource({"2415, ''", "2414, ''", "'', ''", "2415, 2416"})
    void rowsWithFreeOrUnboundExtensionsAreReady(String extension, String second) {
        assertThat(check(row(MAC, "k12", extension, second))).singleElement().satisfies(v -> {
            assertThat(v.problems()).isEmpty();
            assertThat(v.state()).isEqualTo(State.READY);
            assertThat(v.mac()).hasValue(MacAddress.of(MAC));
        });
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    02-4B-7A-00-53-8O | k12 | ''   | ''   | mac             | letter O
                    03-4B-7A-00-53-1C | k12 | ''   | ''   | mac             | multicast
                    02-4B-7A-00-53-13 | k12 | ''   | ''   | mac             | Enrolled already as Ticket window 1 at Eskvik Pier.
                    02-4B-7A-00-53-1C | k12 | 2413 | ''   | extension       | 2413 is taken: it rings Ticket window 1.
                    02-4B-7A-00-53-1C | k12 | 2500 | ''   | extension       | outside the blocks
                    02-4B-7A-00-53-1C | k12 | 24x  | ''   | extension       | digits only
                    02-4B-7A-00-53-1C | k12 | ''   | 2415 | extension       | Line 2 has an extension and line 1 has none.
                    02-4B-7A-00-53-1C | k12 | 2415 | 2415 | secondExtension | Both lines have extension 2415.
                    02-4B-7A-00-53-1C | w1  | 2415 | 2416 | secondExtension | The Korrin W1 has 1 line.
                    """)
    void refusesAtTheFieldThatIsWrong(
            String mac, String model, String extension, String second, String field, String reason) {
        IntakeVerdict verdict = check(row(mac, model, extension, second)).get(0);
        assertThat(verdict.state()).isEqualTo(State.REFUSED);
        assertThat(verdict.problems()).singleElement().satisfies(p -> {
            assertThat(p.field()).isEqualTo(field);
            assertThat(p.reason()).contains(reason);
            assertThat(p.hint()).isNotBlank();
        });
    }

    @Test
    void linksToTheDeviceThatHasTheMac() {
        assertThat(check(row("024b.7a00.5313", "k12", "", "")).get(0).problems())
                .extracting(Problem::deviceId)
                .containsExactly(Optional.of(13L));
    }

    @ParameterizedTest
    @CsvSource({"'', Which model is it?", "k99, No model is called “k99”."})
    void missingModelNeedsAnAnswerAndOffersWhatThereIs(String model, String reason) {
        IntakeVerdict verdict = check(row(MAC, model, "", "")).get(0);
        assertThat(verdict.state()).isEqualTo(State.NEEDS_ANSWER);
        assertThat(verdict.problems().get(0).reason()).isEqualTo(reason);
        assertThat(verdict.problems().get(0).offers()).containsExactly("k12", "w1");
    }

    @Test
    void rowsAreCheckedAgainstEachOther() {
        List<IntakeVerdict> verdicts = check(
                row(MAC, "k12", "2415", ""),
                row("024b7a00531c", "k12", "2416", ""),
                row("02-4B-7A-00-53-1D", "k12", "2415", ""));
        assertThat(verdicts)
                .extracting(IntakeVerdict::state)
                .containsExactly(State.READY, State.REFUSED, State.REFUSED);
        assertThat(verdicts.get(1).problems().get(0).reason()).isEqualTo("The same MAC stands in row 1.");
        assertThat(verdicts.get(2).problems().get(0).reason()).isEqualTo("Extension 2415 stands in row 1 too.");
    }

    @Test
    void everythingWrongIsToldAtOnce() {
        IntakeVerdict verdict = IntakeCheck.of(
                        List.of(new IntakeRow("x", "", "l".repeat(61), "", "1", "2")), new Pier(true))
                .get(0);
        assertThat(verdict.problems())
                .extracting(Problem::field)
                .containsExactly("mac", "model", "label", "extension", "secondExtension");
    }

    @Test
    void madeUpAddressesAreTakenOnlyWhereTheSiteExpectsThem() {
        assertThat(IntakeCheck.of(List.of(row(MAC, "k12", "", "")), new Pier(false))
                        .get(0)
                        .problems())
                .singleElement()
                .satisfies(p -> assertThat(p.reason()).contains("made up locally"));
    }
}
