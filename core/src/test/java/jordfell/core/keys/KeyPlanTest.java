package jordfell.core.keys;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jordfell.core.keys.KeyFill.Order;
import jordfell.core.keys.KeyFill.Somebody;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class KeyPlanTest {

    private static final KeyBank K12 = new KeyBank(4, 1, 0, 0);
    private static final KeyBank K48 = new KeyBank(24, 2, 1, 20);
    private static final List<Somebody> HALL = List.of(
            new Somebody("Ida Sørvik", "2431", "Ticket hall"),
            new Somebody("Aron Vik", "2417", "Ticket hall"),
            new Somebody("Mira Sand", "301", "Workshop"),
            new Somebody("Bo Lund", "2416", "ticket hall"));

    private static KeyPlan.Words words(String origin, Map<Integer, KeyWish> wishes) {
        return new KeyPlan.Words(origin, new TreeMap<>(wishes));
    }

    private static KeyWish blf(String number) {
        return new KeyWish(KeyKind.BLF, number, "");
    }

    private static KeyWish everyone(String department, Order order) {
        return new KeyWish(KeyKind.BLF, "", "", Optional.of(new KeyFill(department, order)));
    }

    @Test
    void atEachPositionTheLastLayerThatSpeaksIsHeard() {
        KeyPlan plan = KeyPlan.of(
                List.of(
                        words("Front of house", Map.of(1, blf("2001"), 2, blf("2002"), 3, blf("2003"))),
                        words("this device", Map.of(2, blf("2099"), 3, new KeyWish(KeyKind.EMPTY, "", "")))),
                K12,
                List.of(),
                List.of());
        assertThat(plan.placed())
                .extracting(k -> k.position() + " " + k.target() + " " + k.origin())
                .containsExactly("1 2001 Front of house", "2 2099 this device");
    }

    @Test
    void rowOfADepartmentFlowsAroundKeysThatAreSpokenOf() {
        KeyPlan plan = KeyPlan.of(
                List.of(words("t", Map.of(1, everyone("Ticket hall", Order.EXTENSION), 2, blf("999")))),
                K12,
                HALL,
                List.of("2416"));
        assertThat(plan.placed())
                .extracting(k -> k.position() + " " + k.target() + " " + k.label())
                .containsExactly("1 2417 Aron Vik", "2 999 BLF", "3 2431 Ida Sørvik");
    }

    @Test
    void whoeverHasAKeyOfTheKindAlreadyIsLeftOutOfTheRow() {
        KeyPlan plan = KeyPlan.of(
                List.of(words("t", Map.of(1, blf("2417"), 2, everyone("", Order.EXTENSION)))),
                K12,
                HALL,
                List.of("301"));
        assertThat(plan.placed())
                .extracting(p -> p.position() + " " + p.target())
                .containsExactly("1 2417", "2 2416", "3 2431");
    }

    @Test
    void rowIsSortedByNumberAsNumbersOrByName() {
        assertThat(new KeyFill("", Order.EXTENSION).row(HALL, List.of()))
                .extracting(Somebody::number)
                .containsExactly("301", "2416", "2417", "2431");
        assertThat(new KeyFill("", Order.NAME).row(HALL, List.of()))
                .extracting(Somebody::name)
                .containsExactly("Aron Vik", "Bo Lund", "Ida Sørvik", "Mira Sand");
    }

    @Test
    void whatDoesNotFitIsSaidWithWhereItWouldGo() {
        KeyPlan plan = KeyPlan.of(
                List.of(words("t", Map.of(1, blf("1"), 3, blf("3"), 5, blf("5"), 6, blf("6"), 24, blf("24")))),
                K12,
                List.of(),
                List.of());
        assertThat(plan.misfits())
                .extracting(m ->
                        m.position() + " → " + m.moveTo().map(String::valueOf).orElse("nowhere"))
                .containsExactly("5 → 2", "6 → 4", "24 → nowhere");
        assertThat(plan.misfitSentence(K12))
                .hasValue("It has 4 keys, the layout 5: 3 do not fit; 2 would fit on free keys.");
    }

    @Test
    void layoutThatFitsHasNothingToSay() {
        KeyPlan plan = KeyPlan.of(List.of(words("t", Map.of(4, blf("4")))), K12, List.of(), List.of());
        assertThat(plan.misfitSentence(K12)).isEmpty();
        assertThat(KeyPlan.NONE.misfitSentence(K12)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "1, key 1",
        "24, key 24",
        "25, 'page 2, key 1'",
        "48, 'page 2, key 24'",
        "49, 'sidecar 1, key 1'",
        "68, 'sidecar 1, key 20'"
    })
    void positionsRunOverPagesAndThenSidecars(int position, String place) {
        assertThat(K48.place(position)).hasToString(place);
        assertThat(K48.position(K48.place(position))).isEqualTo(position);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "BLF||it has no target",
                "LINE|x|is no line position",
                "LINE||it opens no line",
                "VOICEMAIL||",
                "SPEED_DIAL|112|"
            })
    void keysAreCheckedOneByOne(KeyKind kind, String target, String complaint) {
        Optional<String> refused = new KeyWish(kind, target == null ? "" : target, "").refuse();
        if (complaint == null) {
            assertThat(refused).isEmpty();
        } else {
            assertThat(refused).hasValueSatisfying(r -> assertThat(r).containsIgnoringCase(complaint));
        }
    }

    @Test
    void onlyKeysThatConcernPeopleCanBeFilled() {
        assertThat(new KeyWish(KeyKind.PARK, "", "", Optional.of(new KeyFill("", Order.NAME))).refuse())
                .hasValueSatisfying(r -> assertThat(r).startsWith("Park can’t be filled by a rule"));
    }
}
