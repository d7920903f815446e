package jordfell.core.bounded;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;

/** Which entry goes when there is no room for another. */
class BoundedTest {

    @Test
    void theLeastUsedGoesFirst() {
        Map<String, Integer> map = Bounded.byUse(2);
        map.put("a", 1);
        map.put("b", 2);
        assertThat(map.get("a")).isOne();
        map.put("c", 3);
        assertThat(map).containsOnlyKeys("a", "c");
    }

    @Test
    void theOldestGoesFirstThoughItIsInUse() {
        Map<String, Integer> map = Bounded.byAge(2);
        map.put("a", 1);
        map.put("b", 2);
        map.put("a", 4);
        assertThat(map.get("a")).isEqualTo(4);
        map.put("c", 3);
        assertThat(map).containsOnlyKeys("b", "c");
    }

    @Test
    void itNeverHoldsMore() {
        Map<Integer, Integer> map = Bounded.byUse(10);
        for (int i = 0; i < 1_000; i++) {
            map.put(i, i);
            assertThat(map).hasSizeLessThanOrEqualTo(10);
        }
        assertThat(map).containsOnlyKeys(990, 991, 992, 993, 994, 995, 996, 997, 998, 999);
    }
}
