package jordfell.server.jdbc;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Names of phones out of one table, and another table beside it. */
class KeptReadsTest {

    private final AtomicInteger asked = new AtomicInteger();
    private HikariDataSource pool;
    private Jdbc jdbc;
    private KeptReads<Long, String> names;

    @BeforeEach
    void open() {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl("jdbc:h2:mem:kept" + System.nanoTime() + ";DB_CLOSE_DELAY=-1");
        config.setMaximumPoolSize(6);
        pool = new HikariDataSource(config);
        jdbc = new Jdbc(pool);
        jdbc.update("create table phone (id bigint primary key, name varchar(20))");
        jdbc.update("create table other (id bigint primary key)");
        jdbc.update("insert into phone values (1, 'first')");
        names = new KeptReads<>(jdbc, Set.of("phone"), 10, this::read);
    }

    @AfterEach
    void close() {
        pool.close();
    }

    private Optional<String> read(long id) {
        asked.incrementAndGet();
        return jdbc.one("select name from phone where id = ?", row -> row.text("name"), id);
    }

    @Test
    void whatIsKnownIsNotAskedForTwice() {
        assertThat(names.get(1L)).hasValue("first");
        assertThat(names.get(1L)).hasValue("first");
        jdbc.update("insert into other values (1)");
        assertThat(names.get(1L)).hasValue("first");
        assertThat(asked).hasValue(1);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "update phone set name = 'second' where id = 1",
                "  UPDATE Phone p set name = 'second' where p.id = 1",
                "merge into phone (id, name) key (id) values (1, 'second')",
                "merge into phone p using (select 1 id) x on p.id = x.id when matched then update set name = 'second'",
                "alter table phone alter column name set default 'x'; update phone set name = 'second'"
            })
    void whateverIsWrittenIsReadAnew(String sql) {
        assertThat(names.get(1L)).hasValue("first");
        jdbc.update(sql);
        assertThat(names.get(1L)).hasValue("second");
    }

    @Test
    void whatIsWrittenInRowsOrInATransactionIsReadAnewToo() {
        assertThat(names.get(1L)).hasValue("first");
        jdbc.batch("update phone set name = ? where id = ?", List.<@Nullable Object[]>of(new Object[] {"second", 1}));
        assertThat(names.get(1L)).hasValue("second");
        List<String> seen = new ArrayList<>();
        jdbc.inTransaction(() -> {
            jdbc.update("update phone set name = 'third'");
            jdbc.afterCommit(() -> seen.add(names.get(1L).orElseThrow()));
        });
        assertThat(seen).containsExactly("third");
        jdbc.update("delete from phone");
        assertThat(names.get(1L)).isEmpty();
        jdbc.insert("insert into phone values (1, 'fourth')");
        assertThat(names.get(1L)).hasValue("fourth");
    }

    @Test
    void whatIsTakenBackWasNeverThere() {
        assertThatThrownBy(() -> jdbc.inTransaction(() -> {
                    jdbc.update("update phone set name = 'second'");
                    assertThat(names.get(1L)).hasValue("second");
                    throw new IllegalStateException("no");
                }))
                .hasMessage("no");
        assertThat(names.get(1L)).hasValue("first");
    }

    @Test
    void whatIsWrittenWhileItIsReadIsNotKept() {
        KeptReads<Long, String> slow = new KeptReads<>(jdbc, Set.of("phone"), 10, id -> {
            Optional<String> old = read(id);
            if (asked.get() == 1) {
                jdbc.update("update phone set name = 'second'");
            }
            return old;
        });
        assertThat(slow.get(1L)).hasValue("first");
        assertThat(slow.get(1L)).hasValue("second");
    }

    /** Whoever was told that something is written finds it, however many write and read beside. */
    @Test
    void nobodyReadsWhatWasBeforeTheirOwnWriting() throws Exception {
        List<Callable<Boolean>> work = new ArrayList<>();
        for (long phone = 10; phone < 14; phone++) {
            long id = phone;
            jdbc.update("insert into phone values (?, '0')", id);
            work.add(() -> {
                for (int i = 1; i <= 300; i++) {
                    jdbc.update("update phone set name = ? where id = ?", Integer.toString(i), id);
                    assertThat(names.get(id)).hasValue(Integer.toString(i));
                    names.get(10 + (id + i) % 4);
                }
                return true;
            });
        }
        var people = Executors.newFixedThreadPool(4);
        try {
            for (Future<Boolean> done : people.invokeAll(work, 30, TimeUnit.SECONDS)) {
                assertThat(done.get()).isTrue();
            }
        } finally {
            people.shutdownNow();
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    insert into device (a) values (?)    | device
                    update device_fetch f set a = 1      | device_fetch
                    delete from site where id = ?        | site
                    merge into model m using (select 1)  | model
                    insert into "device" values (1)      | ''
                    truncate table device                | ''
                    drop table site                      | ''
                    """)
    void statementNamesTheTableThatItWritesTo(String sql, String table) {
        assertThat(TableVersions.tableOf(sql)).isEqualTo(table);
    }
}
