package jordfell.core.search;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class FragmentIndexTest {

    private static List<Integer> found(FragmentIndex index, String fragment) {
        List<Integer> ids = new ArrayList<>();
        index.candidates(fragment).orElseThrow().forEach((int id) -> {
            if (index.holds(id, fragment)) {
                ids.add(id);
            }
        });
        return ids;
    }

    @ParameterizedTest
    @ValueSource(strings = {"531c", "53", "ICKET", "window 4", "1c\nti"})
    void findsAnyPieceWhateverItsCase(String fragment) {
        FragmentIndex index = new FragmentIndex();
        index.put(1, "024b7a00531c\nTicket window 4");
        index.put(2, "024b7a009999\nStores");
        assertThat(found(index, fragment)).containsExactly(1);
    }

    @Test
    void oneCharacterSaysTooLittle() {
        assertThat(new FragmentIndex().candidates("x")).isEmpty();
    }

    @Test
    void changedAndRemovedTextIsForgotten() {
        FragmentIndex index = new FragmentIndex();
        index.put(1, "first");
        index.put(1, "second");
        assertThat(found(index, "first")).isEmpty();
        assertThat(found(index, "second")).containsExactly(1);
        index.remove(1);
        assertThat(found(index, "second")).isEmpty();
        assertThat(index.size()).isZero();
    }

    @Test
    void agreesWithLookingAtEverything() {
        Random random = new Random(11);
        FragmentIndex index = new FragmentIndex();
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < 2_000; i++) {
            String text = Long.toHexString(random.nextLong(1L << 40));
            texts.add(text);
            index.put(i, text);
        }
        for (int n = 0; n < 200; n++) {
            String some = texts.get(random.nextInt(texts.size()));
            int from = random.nextInt(Math.max(1, some.length() - 4));
            String fragment = some.substring(from, Math.min(some.length(), from + 2 + random.nextInt(3)));
            List<Integer> expected = new ArrayList<>();
            for (int i = 0; i < texts.size(); i++) {
                if (texts.get(i).contains(fragment)) {
                    expected.add(i);
                }
            }
            if (fragment.length() > 1) {
                assertThat(found(index, fragment)).isEqualTo(expected);
            }
        }
    }
}
