package jordfell.server.history;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;

/** Searches that take long take a fifth of the time together. */
class SearchBudgetTest {

    private final AtomicLong clock = new AtomicLong(Long.MAX_VALUE - 5);
    private final SearchBudget budget = new SearchBudget(clock::get);

    @Test
    void afterASearchThereIsNoneForFourTimesAsLong() {
        assertThat(budget.begins()).isTrue();
        clock.addAndGet(10);
        budget.ended(clock.get() - 10);
        clock.addAndGet(39);
        assertThat(budget.begins()).isFalse();
        clock.addAndGet(1);
        assertThat(budget.begins()).as("whatever the clock’s reading is").isTrue();
    }

    @Test
    void oneAtATime() {
        assertThat(budget.begins()).isTrue();
        clock.addAndGet(1_000_000);
        assertThat(budget.begins()).isFalse();
        budget.ended(clock.get());
        assertThat(budget.begins()).as("it took no time at all").isTrue();
    }
}
