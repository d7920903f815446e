package jordfell.core.calls;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What diversions and groups can be: 2413, 2414 and 2415 are extensions, 2900 is a group of the last two. */
class CallWishTest implements CallPath.Ground {

    private final Map<String, Callee> callees = new HashMap<>();

    CallWishTest() {
        for (String number : List.of("2413", "2414", "2415")) {
            line(number, Diversions.NONE);
        }
        callees.put("2900", group("2900", "2414", "2415"));
        callees.put("*86", new Callee.Service("*86", "voicemail"));
    }

    private void line(String number, Diversions diversions) {
        callees.put(number, new Callee.Line(number, number, List.of(), diversions));
    }

    private static Callee.Group group(String number, String... members) {
        return new Callee.Group(number, "Desk", true, Duration.ofSeconds(20), List.of(members), Optional.empty());
    }

    @Override
    public Optional<Callee> callee(String number) {
        return Optional.ofNullable(callees.get(number));
    }

    @Override
    public Optional<Boolean> leadsOutside(String diverting, String target) {
        return target.startsWith("00")
                ? Optional.of(false)
                : Optional.of(target).filter(t -> t.startsWith("0")).map(t -> true);
    }

    private Checked<Diversions> divert(
            @Nullable String always, @Nullable String busy, @Nullable String late, int after, @Nullable String away) {
        return new DiversionsWish(always, busy, late, after, away, "").checked((Callee.Line) callees.get("2413"), this);
    }

    private static String told(Checked<?> checked) {
        return checked instanceof Checked.Bad<?> bad
                ? bad.problems().stream().map(FieldProblem::pointer).toList() + " "
                        + bad.problems().get(0).reason()
                : "good";
    }

    @Test
    void diversionsAreKeptAsTheyAreDialled() {
        assertThat(divert(" ", "*86", "0 555-123", 20, "2900"))
                .isEqualTo(new Checked.Good<>(new Diversions(
                        Optional.empty(),
                        Optional.of("*86"),
                        Optional.of("0555123"),
                        Duration.ofSeconds(20),
                        Optional.of("2900"))));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2413  | [/always] Calls for 2413 would go round.
            2499  | [/always] Nobody has 2499, and no dial list of 2413 sends it outside.
            00999 | [/always] 2413 may not call 00999, so its calls can’t be sent there.
            desk  | [/always] “desk” is no number.
            2414  | good
            """)
    void targetIsSomebodyWhomItMayCall(String target, String told) {
        assertThat(told(divert(target, "", "", 20, ""))).isEqualTo(told);
    }

    @ParameterizedTest
    @CsvSource({"4, false", "5, true", "120, true", "121, false"})
    void itRingsFor5To120Seconds(int seconds, boolean good) {
        assertThat(told(divert("", "", "2414", seconds, "")).equals("good")).isEqualTo(good);
    }

    @Test
    void callsDoNotGoRound() {
        line(
                "2414",
                new Diversions(
                        Optional.of("2415"), Optional.empty(), Optional.empty(), Diversions.USUAL, Optional.empty()));
        line(
                "2415",
                new Diversions(
                        Optional.empty(), Optional.of("2413"), Optional.empty(), Diversions.USUAL, Optional.empty()));
        assertThat(told(divert("", "2414", "", 20, "")))
                .isEqualTo("[/busy] Calls would go round: 2413 → 2414 → 2415 → 2413.");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2413    | [/also] Calls for 2413 would go round.
            2499    | [/also] Nobody has 2499, and no dial list of 2413 sends it outside.
            00999   | [/also] 2413 may not call 00999, so its calls can’t be sent there.
            2900    | [/also] 2900 is Desk, and only an extension can ring together with another.
            *86     | [/also] *86 is voicemail, and only an extension can ring together with another.
            2414    | good
            0 55512 | good
            """)
    void whatRingsTogetherWithItIsAnExtensionOrOutside(String also, String told) {
        assertThat(told(new DiversionsWish("", "", "", 20, "", also).checked((Callee.Line) callees.get("2413"), this)))
                .isEqualTo(told);
    }

    @Test
    void whatIsKeptIsKnownAgainAsItIsWritten() {
        Diversions kept = new Diversions(
                        Optional.of("2414"),
                        Optional.empty(),
                        Optional.empty(),
                        Duration.ofSeconds(20),
                        Optional.empty())
                .ringingAlso(Optional.of("0555"));
        assertThat(new DiversionsWish("24 14", null, "", 20, "", "0-555").isThat(kept))
                .isTrue();
        assertThat(new DiversionsWish("2414", null, "", 21, "", "0555").isThat(kept))
                .isFalse();
        assertThat(new DiversionsWish("2414", null, "", 20, "", "").isThat(kept))
                .isFalse();
    }

    @Test
    void allThatIsWrongIsToldAtOnce() {
        assertThat(told(divert("x", "2413", "2499", 0, "y")))
                .startsWith("[/always, /busy, /unanswered, /unreachable, /afterSeconds]");
    }

    private String group(
            @Nullable String number, @Nullable String name, int each, @Nullable String after, String... members) {
        return told(new GroupWish(number, name, true, each, Arrays.asList(members), after)
                .checked(Optional.of("2900"), this));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "-", textBlock = """
            2901  | Desk | 20 | -    | 2413 2414      | good
            2900  | Desk | 20 | *86  | 2413           | good
            2901  | -    | 20 | -    | 2413           | [/name] The name is missing.
            2413  | Desk | 20 | -    | 2414           | [/number] 2413 is 2413 already.
            x     | Desk | 20 | -    | 2414           | [/number] “x” is no number of a group.
            -     | Desk | 20 | -    | 2414           | [/number] “” is no number of a group.
            2901  | Desk | 4  | -    | 2414           | [/eachSeconds] 4 seconds can’t be rung.
            2901  | Desk | 20 | 2499 | 2414           | [/afterwards] Nobody has 2499, and no dial list of 2901 sends it outside.
            2901  | Desk | 20 | -    | 2414 2414      | [/members/1] 2414 stands here twice.
            2901  | Desk | 20 | -    | 2414 2499 *86  | [/members/1, /members/2] “2499” is no extension and no group.
            2901  | Desk | 20 | -    | 2414 2901      | [/members/1] A group can’t be a member of itself.
            2901  | Desk | 20 | 2901 | 2414           | [/afterwards] Calls for 2901 would go round.
            2901  | Desk | 20 | -    | 2900           | good
            """)
    void groupsAreOfThoseWhoCanBeRung(String number, String name, int each, String after, String members, String told) {
        assertThat(group(number, name, each, after, members.split(" +"))).isEqualTo(told);
    }

    @Test
    void groupNeedsMembersAndNotTooMany() {
        assertThat(told(new GroupWish("2901", "Desk", true, 20, List.of(), "").checked(Optional.empty(), this)))
                .isEqualTo("[/members] A group without members rings nobody.");
        String[] many = new String[GroupWish.MOST_MEMBERS + 1];
        Arrays.setAll(many, i -> Integer.toString(3_000 + i));
        assertThat(group("2901", "Desk", 20, "", many))
                .startsWith("[/members, /members/0,")
                .contains("/members/49]")
                .doesNotContain("/members/50");
    }

    @Test
    void groupDoesNotRingItself() {
        callees.put("2902", group("2902", "2413", "2900"));
        assertThat(group("2900", "Desk", 20, "", "2414", "2902"))
                .isEqualTo("[/members/1] The group would ring itself: 2900 → 2902 → 2900.");
        line(
                "2414",
                new Diversions(
                        Optional.of("2900"), Optional.empty(), Optional.empty(), Diversions.USUAL, Optional.empty()));
        assertThat(group("2900", "Desk", 20, "2414", "2413"))
                .isEqualTo("[/afterwards] The group would ring itself: 2900 → 2414 → 2900.");
    }

    /** The registrar acts before the phone is rung, the phone while it is rung. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "-", textBlock = """
            A1 - - 20 | A2 - - 20 | A1 - - 20
            - - - 20  | A2 - - 20 | A2 - - 20
            - B1 - 20 | - B2 - 20 | - B2 - 20
            - B1 - 20 | - - - 20  | - B1 - 20
            - - U1 10 | - - U2 20 | - - U1 10
            - - U1 20 | - - U2 10 | - - U2 10
            - - U1 20 | - - U2 20 | - - U2 20
            - - - 20  | - - U2 10 | - - U2 10
            """)
    void whoDivertsFirstWins(String registrar, String phone, String both) {
        assertThat(read(registrar).with(read(phone))).isEqualTo(read(both));
    }

    private static Diversions read(String text) {
        String[] parts = text.split(" ");
        return new Diversions(
                some(parts[0]),
                some(parts[1]),
                some(parts[2]),
                Duration.ofSeconds(Long.parseLong(parts[3])),
                Optional.empty());
    }

    private static Optional<String> some(String text) {
        return Optional.of(text).filter(t -> !t.equals("-"));
    }
}
