package jordfell.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.roster.OutsideNumberWish.Closed;
import jordfell.core.roster.OutsideNumberWish.Fit;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OutsideNumberWishTest {

    /** The domain has 2416 and 16, a place “Ticket hall” with 2416, and two that are called “Pier”. */
    private static final OutsideNumberWish.Numbers NUMBERS = new OutsideNumberWish.Numbers() {
        @Override
        public boolean isThere(String number) {
            return Set.of("2416", "16").contains(number);
        }

        @Override
        public List<String> named(String name) {
            return switch (name) {
                case "Ticket hall" -> List.of("2416");
                case "Pier" -> List.of("16", "2416");
                default -> List.of();
            };
        }
    };

    private static Checked<Fit> checked(@Nullable String number, @Nullable String extension, String note) {
        return new OutsideNumberWish(number, extension, "", " 0 ", note, "", "", "", "").checked(NUMBERS);
    }

    @Test
    void whatItRingsMayBeNamed() {
        assertThat(checked("+99955012416", "Ticket hall", ""))
                .isEqualTo(new Checked.Good<>(new Fit("+99955012416", Optional.of("2416"), "", "0", "", Closed.NEVER)));
    }

    @Test
    void anAnnouncementStandsInPlaceOfWhatRings() {
        assertThat(new OutsideNumberWish("+99955012416", "", " We open at nine. ", "", "", "", "", "", "")
                        .checked(NUMBERS))
                .isEqualTo(new Checked.Good<>(
                        new Fit("+99955012416", Optional.empty(), "We open at nine.", "", "", Closed.NEVER)));
        assertThat(((Checked.Bad<Fit>) new OutsideNumberWish(
                                        "+99955012416", "2416", "We open at nine.", "Sales", "", "", "", "", "")
                                .checked(NUMBERS))
                        .problems())
                .extracting(FieldProblem::reason)
                .containsExactly("It rings 2416, so nobody would hear this.", "No phone rings that could show it.");
    }

    @Test
    void numberIsKeptInOneFormAndMayRingNothing() {
        assertThat(checked("00999 (55) 01-24-16", null, ""))
                .isEqualTo(new Checked.Good<>(new Fit("+99955012416", Optional.empty(), "", "0", "", Closed.NEVER)));
        assertThat(checked("+999 55 01 24 16", " 2416 ", " door "))
                .isEqualTo(new Checked.Good<>(
                        new Fit("+99955012416", Optional.of("2416"), "", "0", "door", Closed.NEVER)));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ''            | 2416 | /e164      | The number is missing                   | ''
            055 01 24 16  | 2416 | /e164      | has no country code                     | ''
            +99955012416  | 2417 | /extension | There is no extension, no place and no group “2417”. | By its last digits it could ring 2416.
            +99955019916  | 2417 | /extension | There is no extension, no place and no group “2417”. | By its last digits it could ring 16.
            +99955019999  | 2417 | /extension | There is no extension, no place and no group “2417”. | Make it first, or leave this empty.
            +99955019999  | Pier | /extension | “Pier” is 16 and 2416.                  | Give the number that it is to ring.
            """)
    void whatIsWrongIsToldWithWhatWouldBeRight(String number, String extension, String at, String reason, String hint) {
        assertThat(((Checked.Bad<Fit>) checked(number, extension, "")).problems())
                .singleElement()
                .satisfies(problem -> {
                    assertThat(problem.pointer()).isEqualTo(at);
                    assertThat(problem.reason()).contains(reason);
                    assertThat(problem.hint()).isEqualTo(hint);
                });
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            Mo-Fr 8:00-17:00 | Europe/Berlin | 16   | ''    | good
            Mo-Fr 8:00-17:00 | Europe/Berlin | ''   | Later | good
            ''               | ''            | ''   | ''    | good
            weekdays         | Europe/Berlin | 16   | ''    | /hours
            Mo-Fr 8:00-17:00 | ''            | 16   | ''    | /zone
            Mo-Fr 8:00-17:00 | Middle/Earth  | 16   | ''    | /zone
            Mo-Fr 8:00-17:00 | Europe/Berlin | ''   | ''    | /closedExtension
            Mo-Fr 8:00-17:00 | Europe/Berlin | 16   | Later | /closedExtension
            Mo-Fr 8:00-17:00 | Europe/Berlin | 2499 | Later | /closedExtension
            ''               | ''            | 16   | ''    | /hours
            """)
    void outsideOfItsHoursOneThingHandlesIt(String hours, String zone, String rings, String says, String told) {
        Checked<Fit> checked =
                new OutsideNumberWish("+99955012416", "2416", "", "", "", hours, zone, rings, says).checked(NUMBERS);
        assertThat(
                        checked instanceof Checked.Bad<Fit> bad
                                ? bad.problems().get(0).pointer()
                                : "good")
                .isEqualTo(told);
    }

    @Test
    void everythingWrongIsToldAtOnce() {
        assertThat(((Checked.Bad<Fit>) checked("x", "2417", "n".repeat(501))).problems())
                .extracting(FieldProblem::pointer)
                .containsExactly("/e164", "/extension", "/note");
    }
}
