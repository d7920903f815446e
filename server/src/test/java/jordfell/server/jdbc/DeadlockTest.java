package jordfell.server.jdbc;

import static org.assertj.core.api.Assertions.assertThat;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Two that wait for each other: one of them is told so, and may go on when the other one is over. */
class DeadlockTest {

    @Test
    void whoIsRolledBackIsToldThatDoingItAgainHelps() throws Exception {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl("jdbc:h2:mem:deadlock" + System.nanoTime() + ";DB_CLOSE_DELAY=-1;LOCK_TIMEOUT=5000");
        config.setMaximumPoolSize(2);
        try (HikariDataSource pool = new HikariDataSource(config)) {
            Jdbc jdbc = new Jdbc(pool);
            jdbc.update("create table one (n int)");
            jdbc.update("create table other (n int)");
            jdbc.update("insert into one values (0)");
            jdbc.update("insert into other values (0)");
            CyclicBarrier both = new CyclicBarrier(2);
            List<CompletableFuture<Void>> turns = Stream.of(List.of("one", "other"), List.of("other", "one"))
                    .map(order -> CompletableFuture.runAsync(() -> jdbc.inTransaction(() -> {
                        jdbc.update("update " + order.get(0) + " set n = n + 1");
                        meet(both);
                        jdbc.update("update " + order.get(1) + " set n = n + 1");
                    })))
                    .toList();
            List<Throwable> failed =
                    turns.stream().flatMap(DeadlockTest::failure).toList();
            assertThat(failed).hasSize(1);
            assertThat(failed.get(0)).isInstanceOf(DeadlockException.class);
        }
    }

    private static void meet(CyclicBarrier both) {
        try {
            both.await(10, TimeUnit.SECONDS);
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    private static Stream<Throwable> failure(CompletableFuture<Void> turn) {
        try {
            turn.join();
            return Stream.empty();
        } catch (CompletionException e) {
            return Stream.of(e.getCause());
        }
    }
}
