package jordfell.core.keys;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.SortedMap;
import jordfell.core.keys.KeyLayoutWish.Placed;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;
import org.junit.jupiter.api.Test;

class KeyLayoutWishTest {

    private static final KeyWish LINE = new KeyWish(KeyKind.LINE, "1", "");

    private static List<FieldProblem> problems(Placed... keys) {
        return ((Checked.Bad<SortedMap<Integer, KeyWish>>) new KeyLayoutWish(List.of(keys)).checked()).problems();
    }

    @Test
    void wishesStandAtTheirPositions() {
        KeyWish park = new KeyWish(KeyKind.PARK, "71", "Park");
        SortedMap<Integer, KeyWish> wishes = ((Checked.Good<SortedMap<Integer, KeyWish>>)
                        new KeyLayoutWish(List.of(new Placed(500, park), new Placed(1, LINE))).checked())
                .value();
        assertThat(wishes).containsExactly(java.util.Map.entry(1, LINE), java.util.Map.entry(500, park));
    }

    @Test
    void whatIsWrongIsToldAtItsKey() {
        assertThat(problems(
                        new Placed(0, LINE),
                        new Placed(501, LINE),
                        new Placed(3, new KeyWish(KeyKind.LINE, "", "")),
                        new Placed(4, LINE),
                        new Placed(4, LINE)))
                .extracting(FieldProblem::pointer, FieldProblem::reason)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("/wishes/0", "There is no key 0."),
                        org.assertj.core.groups.Tuple.tuple("/wishes/501", "There is no key 501."),
                        org.assertj.core.groups.Tuple.tuple(
                                "/wishes/3", "Key 3: It opens no line; write the line’s position, such as 1."),
                        org.assertj.core.groups.Tuple.tuple("/wishes/4", "Key 4 is wished for twice."));
    }
}
