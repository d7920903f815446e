package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import jordfell.core.phonebook.ContactName.Order;
import jordfell.core.phonebook.ContactNumber.Kind;
import jordfell.core.phonebook.RosterRule.Also;
import jordfell.core.phonebook.RosterRule.Entry;
import org.junit.jupiter.api.Test;

/** Who of the roster stands in a phonebook, in which order, with which numbers. */
class RosterRuleTest {

    private static final RosterRule EVERYBODY = new RosterRule(Set.of(), Set.of());

    private static final List<Entry> ROSTER = List.of(
            new Entry("Ida Sørvik", 1, "Front of house", "2413", List.of("+99955012413"), "+999 (0)70 11 22"),
            new Entry("Åke Öberg", 2, "Workshop", "2502", List.of(), "ask him"),
            new Entry("Ticket window 1", 0, "Front of house", "2414", List.of(), ""),
            new Entry("anna van der meer", 3, "front of house ", "2415", List.of(), ""),
            new Entry("", 0, "", "2499", List.of(), ""));

    private static List<String> names(RosterRule rule, Order order) {
        return rule.contacts(ROSTER, order).stream()
                .map(c -> c.name().in(order))
                .toList();
    }

    @Test
    void everybodyWithANameStandsInOrder() {
        assertThat(names(EVERYBODY, Order.FAMILY))
                .containsExactly("Öberg Åke", "Sørvik Ida", "Ticket window 1", "van der meer anna");
        assertThat(names(EVERYBODY, Order.GIVEN))
                .containsExactly("Åke Öberg", "anna van der meer", "Ida Sørvik", "Ticket window 1");
    }

    @Test
    void departmentsAreMeantInAnyCase() {
        assertThat(names(new RosterRule(Set.of("FRONT OF HOUSE"), Set.of()), Order.FAMILY))
                .containsExactly("Sørvik Ida", "Ticket window 1", "van der meer anna");
    }

    @Test
    void numbersBesideTheExtensionOnlyIfTheyAreWanted() {
        assertThat(EVERYBODY.contacts(ROSTER, Order.FAMILY).get(1).numbers())
                .containsExactly(new ContactNumber(Kind.EXTENSION, "2413"));
        assertThat(new RosterRule(Set.of(), Set.of(Also.OUTSIDE, Also.MOBILE))
                        .contacts(ROSTER, Order.FAMILY)
                        .get(1)
                        .numbers())
                .containsExactly(
                        new ContactNumber(Kind.EXTENSION, "2413"),
                        new ContactNumber(Kind.WORK, "+99955012413"),
                        new ContactNumber(Kind.MOBILE, "+999701122"));
    }

    @Test
    void mobileThatIsNoNumberIsLeftOut() {
        assertThat(new RosterRule(Set.of("workshop"), Set.of(Also.MOBILE))
                        .contacts(ROSTER, Order.FAMILY)
                        .get(0)
                        .numbers())
                .containsExactly(new ContactNumber(Kind.EXTENSION, "2502"));
    }

    @Test
    void whoHasTheSameNameStandsByNumber() {
        List<Entry> same = IntStream.rangeClosed(1, 9)
                .mapToObj(i -> new Entry("Ida Holm", 10 + i, "", Integer.toString(2510 - i), List.of(), ""))
                .toList();
        Stream<String> numbers = EVERYBODY.contacts(same, Order.FAMILY).stream()
                .map(c -> c.numbers().get(0).number());
        assertThat(numbers).isSorted().hasSize(9);
    }

    @Test
    void somebodysExtensionsStandWithOneNameAndNamesakesDoNot() {
        List<Entry> roster = List.of(
                new Entry("Ida Sørvik", 1, "Harbour office", "2001", List.of("+99955012001"), ""),
                new Entry("Ida Sørvik", 1, "Harbour office", "2400", List.of(), ""),
                new Entry("Ida Sørvik", 2, "Harbour office", "2002", List.of(), ""));
        assertThat(new RosterRule(Set.of(), Set.of(Also.OUTSIDE)).contacts(roster, Order.FAMILY))
                .extracting(c -> c.numbers().stream().map(ContactNumber::number).toList())
                .containsExactly(List.of("2001", "2400", "+99955012001"), List.of("2002"));
    }

    @Test
    void aMobileThatIsNoNumberIsTold() {
        assertThat(new RosterRule(Set.of(), Set.of(Also.MOBILE)).unread(ROSTER))
                .containsExactly("The mobile of Åke Öberg, “ask him”, is no number.");
        assertThat(EVERYBODY.unread(ROSTER)).isEmpty();
    }
}
