package jordfell.core.keys;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import jordfell.core.keys.KeyFill.Order;
import jordfell.core.keys.KeyFill.Somebody;
import org.junit.jupiter.api.Test;

/** Whatever is laid out for whichever phone: no key does two things, and nothing that was wished is lost unsaid. */
class KeyPlanAtRandomTest {

    private static final List<String> DEPARTMENTS = List.of("Ticket hall", "Workshop", "Bridge");

    private final Random random = new Random(24);

    private List<Somebody> people() {
        List<Somebody> people = new ArrayList<>();
        for (int i = 0; i < random.nextInt(40); i++) {
            people.add(new Somebody("Person " + i, Integer.toString(2400 + i), DEPARTMENTS.get(random.nextInt(3))));
        }
        return people;
    }

    private KeyWish wish() {
        return switch (random.nextInt(4)) {
            case 0 -> new KeyWish(KeyKind.LINE, Integer.toString(1 + random.nextInt(6)), "");
            case 1 -> new KeyWish(KeyKind.EMPTY, "", "");
            case 2 ->
                new KeyWish(
                        KeyKind.BLF,
                        "",
                        "",
                        Optional.of(new KeyFill(
                                random.nextBoolean() ? "" : DEPARTMENTS.get(random.nextInt(3)),
                                random.nextBoolean() ? Order.EXTENSION : Order.NAME)));
            default -> new KeyWish(KeyKind.BLF, Integer.toString(2400 + random.nextInt(50)), "");
        };
    }

    private List<KeyPlan.Words> layouts() {
        List<KeyPlan.Words> layouts = new ArrayList<>();
        for (int layer = 0; layer < 1 + random.nextInt(3); layer++) {
            TreeMap<Integer, KeyWish> wishes = new TreeMap<>();
            for (int i = 0; i < random.nextInt(10); i++) {
                wishes.put(1 + random.nextInt(60), wish());
            }
            layouts.add(new KeyPlan.Words("layer " + layer, wishes));
        }
        return layouts;
    }

    private KeyBank bank() {
        int sidecars = random.nextInt(3);
        return new KeyBank(random.nextInt(25), 1 + random.nextInt(3), sidecars, sidecars == 0 ? 0 : 20);
    }

    @Test
    void noKeyDoesTwoThingsAndWhatFitsNowhereIsSaid() {
        for (int round = 0; round < 1_000; round++) {
            KeyBank bank = bank();
            List<KeyPlan.Words> layouts = layouts();
            List<Somebody> people = people();
            List<String> own =
                    people.isEmpty() ? List.of() : List.of(people.get(0).number());
            KeyPlan plan = KeyPlan.of(layouts, bank, people, own);

            Set<Integer> used = new TreeSet<>();
            plan.placed().forEach(k -> assertThat(used.add(k.position())).isTrue());
            assertThat(used).allSatisfy(p -> assertThat(p).isBetween(1, bank.size()));
            plan.misfits().forEach(m -> {
                assertThat(m.position()).isGreaterThan(bank.size());
                m.moveTo().ifPresent(to -> {
                    assertThat(to).isBetween(1, bank.size());
                    assertThat(used.add(to)).as("a free key is offered once").isTrue();
                });
            });
            assertThat(plan.misfitSentence(bank).isPresent())
                    .isEqualTo(!plan.misfits().isEmpty());
            assertThat(spokenLast(layouts))
                    .allSatisfy((position, wish) -> assertThat(where(plan, position))
                            .as("round, key %d", position)
                            .contains(wish.kind() + " " + wish.target()));
            assertThat(own)
                    .allSatisfy(number -> assertThat(filled(plan, layouts)).doesNotContain(number));
        }
    }

    /** What the last layer that speaks wishes of each position, but for rows and for keys that are to do nothing. */
    private static Map<Integer, KeyWish> spokenLast(List<KeyPlan.Words> layouts) {
        TreeMap<Integer, KeyWish> last = new TreeMap<>();
        layouts.forEach(l -> last.putAll(l.wishes()));
        last.values().removeIf(w -> w.fill().isPresent() || w.kind() == KeyKind.EMPTY);
        return last;
    }

    private static List<String> where(KeyPlan plan, int position) {
        List<String> found = new ArrayList<>();
        plan.placed().stream()
                .filter(k -> k.position() == position)
                .forEach(k -> found.add(k.kind() + " " + k.target()));
        plan.misfits().stream()
                .filter(k -> k.position() == position)
                .forEach(k -> found.add(k.kind() + " " + k.target()));
        return found;
    }

    /** Whom rows put on keys: those on positions of which no layer speaks by name. */
    private static Set<String> filled(KeyPlan plan, List<KeyPlan.Words> layouts) {
        Set<Integer> named = spokenLast(layouts).keySet();
        Set<String> filled = new HashSet<>();
        plan.placed().stream().filter(k -> !named.contains(k.position())).forEach(k -> filled.add(k.target()));
        return filled;
    }
}
