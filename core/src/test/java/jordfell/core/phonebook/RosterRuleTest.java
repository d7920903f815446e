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
            new Entry("Ida Sørvik", true, "Front of house", "2413", List.of("+99955012413"), "+999 (0)70 11 22"),
            new Entry("Åke Öberg", true, "Workshop", "2502", List.of(), "ask him"),
            new Entry("Ticket window 1", false, "Front of house", "2414", List.of(), ""),
            new Entry("anna van der meer", true, "front of house ", "2415", List.of(), ""),
            new Entry("", false, "", "2499", List.of(), ""));

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
                .mapToObj(i -> new Entry("Ida Holm", true, "", Integer.toString(2510 - i), List.of(), ""))
                .toList();
        Stream<String> numbers = EVERYBODY.contacts(same, Order.FAMILY).stream()
                .map(c -> c.numbers().get(0).number());
        assertThat(numbers).isSorted().hasSize(9);
    }
}
