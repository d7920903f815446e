package jordfell.core.dialing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jordfell.core.dialing.DialListWish.Goes;
import jordfell.core.dialing.DialListWish.RowWish;
import jordfell.core.wish.Checked;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DialWishTest {

    private static final Set<String> SERVICES = Set.of("voicemail", "test call");

    /** Office has Free, Free has Outside. */
    private static final Map<Long, DialList> LISTS = Map.of(
            1L, new DialList(1, "Office", List.of(new DialList.Included(2))),
            2L, new DialList(2, "Free", List.of(new DialList.Included(3))),
            3L, new DialList(3, "Outside", List.of()));

    private static RowWish row(
            @Nullable String pattern,
            @Nullable Goes goes,
            int dropped,
            @Nullable String before,
            @Nullable String text) {
        return new RowWish(pattern, goes, dropped, before, text, null, null);
    }

    private static RowWish list(long id) {
        return new RowWish(null, Goes.LIST, 0, null, null, id, null);
    }

    private static <T> List<String> refused(Checked<T> checked) {
        return ((Checked.Bad<T>) checked)
                .problems().stream().map(p -> p.pointer() + " " + p.reason()).toList();
    }

    private static Checked<DialList> checked(long id, String name, RowWish... rows) {
        return new DialListWish(name, Arrays.asList(rows)).checked(id, LISTS, SERVICES);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', nullValues = "-", textBlock = """
            -;    INSIDE;  0;  '';  '';   /rows/0/pattern The pattern is missing.
            2yx;  INSIDE;  0;  '';  '';   '/rows/0/pattern At character 2: “y” does not belong here; digits, x, [2-4], a dot, T and | do.'
            2x|3; INSIDE;  0;  '';  '';   /rows/0/pattern “|” divides the patterns of a digit map.
            0x.T; OUTSIDE; 1;  '';  '';   /rows/0/pattern T waits, and a registrar has the whole number already.
            0x.;  OUTSIDE; 21; '';  '';   /rows/0/dropped The number of dropped digits can’t be 21.
            0x.;  OUTSIDE; -1; '';  '';   /rows/0/dropped The number of dropped digits can’t be -1.
            0x.;  OUTSIDE; 1;  a9;  '';   /rows/0/before “a9” can’t be dialled.
            0x.;  OUTSIDE; 1;  0+9; '';   /rows/0/before “0+9” can’t be dialled.
            0x.;  REFUSED; 0;  '';  '';   /rows/0/text It is not said why.
            *86;  SERVICE; 0;  '';  post; /rows/0/text There is no service “post”.
            *86;  -;       0;  '';  '';   /rows/0/goes It is not said where it goes.
            """)
    void aRowThatSaysNothingRightIsRefusedAtItsPlace(
            @Nullable String pattern, @Nullable Goes goes, int dropped, String before, String text, String said) {
        assertThat(refused(checked(0, "New", row(pattern, goes, dropped, before, text))))
                .containsExactly(said);
    }

    @Test
    void allRowsThatAreWrongAreToldAtOnce() {
        assertThat(refused(checked(
                        0, "office", row("2xxx", Goes.INSIDE, 0, "", ""), row("2y", Goes.INSIDE, 0, "", ""), list(77))))
                .containsExactly(
                        "/name There is a list “Office”.",
                        "/rows/1/pattern At character 2: “y” does not belong here; digits, x, [2-4], a dot, T and | do.",
                        "/rows/2/listId There is no such list in this domain.");
        assertThat(refused(checked(0, " emergency ")))
                .containsExactly("/name The emergency numbers stand before all lists by this name.");
    }

    @Test
    void aListDoesNotStandWithinItselfByWhateverWay() {
        assertThat(refused(checked(3, "Outside", list(3))))
                .containsExactly("/rows/0/listId A list can’t stand within itself.");
        assertThat(refused(checked(3, "Outside", list(2))))
                .containsExactly("/rows/0/listId Free, which has this list.");
        assertThat(refused(checked(3, "Outside", list(1))))
                .containsExactly("/rows/0/listId Office, which has Free, which has this list.");
        assertThat(checked(1, "Office", list(2), list(3))).isInstanceOf(Checked.Good.class);
    }

    @Test
    void whatIsGoodIsKeptAsItIsMeant() {
        DialList kept = ((Checked.Good<DialList>) checked(
                        0,
                        " Abroad ",
                        row(" 00x. ", Goes.OUTSIDE, 2, "+", "left aside"),
                        row("*86", Goes.SERVICE, 0, "", "voicemail"),
                        list(3)))
                .value();
        assertThat(kept.name()).isEqualTo("Abroad");
        DialList.Rule first = (DialList.Rule) kept.entries().get(0);
        assertThat(first.pattern()).hasToString("00x.");
        assertThat(first.target()).isEqualTo(new DialTarget.Outside(new DialTarget.Change(2, "+")));
        assertThat(((DialTarget.Outside) first.target()).change().of("00999123"))
                .isEqualTo("+999123");
        assertThat(((DialTarget.Outside) first.target()).change().of("0")).isEqualTo("+");
        assertThat(kept.entries().get(2)).isEqualTo(new DialList.Included(3));
    }

    @Test
    void aListHasTenThousandRowsAndNoMore() {
        List<RowWish> rows = new ArrayList<>(Collections.nCopies(10_000, row("2xxx", Goes.INSIDE, 0, "", "")));
        assertThat(new DialListWish("Long", rows).checked(0, LISTS, SERVICES)).isInstanceOf(Checked.Good.class);
        rows.add(row("2xxx", Goes.INSIDE, 0, "", ""));
        assertThat(refused(new DialListWish("Long", rows).checked(0, LISTS, SERVICES)))
                .containsExactly("/rows 10001 rows are too many.");
    }

    @Test
    void aPermissionHasListsOfItsDomainOnce() {
        List<Permission> others = List.of(new Permission(4, "Office", List.of()));
        assertThat(refused(new PermissionWish("office", Arrays.asList(1L, 9L, 1L, null)).checked(0, others, LISTS)))
                .containsExactly(
                        "/name There is a permission “Office”.",
                        "/lists/1 There is no such list in this domain.",
                        "/lists/2 Office stands here twice.",
                        "/lists/3 There is no such list in this domain.");
        assertThat(refused(new PermissionWish("Many", Collections.nCopies(101, 1L)).checked(0, others, LISTS)))
                .contains("/lists 101 lists are too many.");
        assertThat(((Checked.Good<Permission>) new PermissionWish("OFFICE", List.of(3L, 1L)).checked(4, others, LISTS))
                        .value())
                .isEqualTo(new Permission(4, "OFFICE", List.of(3L, 1L)));
    }
}
