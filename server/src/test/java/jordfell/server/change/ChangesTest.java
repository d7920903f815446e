package jordfell.server.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import jordfell.server.jdbc.Jdbc;
import org.h2.jdbcx.JdbcDataSource;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** One signal for each transaction, once that is closed. */
class ChangesTest {

    private final JdbcDataSource database = new JdbcDataSource();
    private final List<Object> heard = new ArrayList<>();
    private Jdbc jdbc;
    private Changes changes;

    @BeforeEach
    void open() {
        database.setURL("jdbc:h2:mem:changes;DB_CLOSE_DELAY=-1");
        jdbc = new Jdbc(database);
        changes = new Changes(jdbc, heard::add);
    }

    private Changed only() {
        assertThat(heard).hasSize(1);
        return (Changed) heard.get(0);
    }

    @Test
    void allThatIsToldInOneTransactionIsOneSignal() {
        jdbc.inTransaction(() -> {
            changes.tell(Subject.DEVICE, List.of(7L, 8L), "moved two devices");
            changes.tell(Subject.DEVICE, List.of(8L, 9L), "and another");
            changes.tell(Subject.RELEASE);
            assertThat(heard).isEmpty();
        });
        assertThat(only().numbersOf(Subject.DEVICE)).containsExactlyInAnyOrder(7L, 8L, 9L);
        assertThat(only().touches(Subject.RELEASE)).isTrue();
        assertThat(only().touches(Subject.KNOCK)).isFalse();
        assertThat(only().what()).isEqualTo("moved two devices");
        assertThat(only().who()).isEqualTo("Jordfell");
    }

    @Test
    void itComesAfterAllElseThatWaitsForTheCommit() {
        jdbc.inTransaction(() -> {
            changes.tell(Subject.SITE, List.of(1L), "renamed a site");
            jdbc.afterCommit(() -> heard.add("a cache is dropped"));
        });
        assertThat(heard).hasSize(2).startsWith("a cache is dropped");
    }

    @Test
    void nothingIsToldOfWhatWasTakenBackNeitherThenNorLater() {
        assertThatThrownBy(() -> jdbc.inTransaction(() -> {
                    changes.tell(Subject.KIT, List.of(3L), "made a kit");
                    throw new IllegalStateException("no room");
                }))
                .hasMessage("no room");
        jdbc.inTransaction(() -> changes.tell(Subject.FAMILY, Set.of("quay"), "wrote a family"));
        assertThat(only().refs()).containsOnlyKeys(Subject.FAMILY);
        assertThat(only().of(Subject.FAMILY)).containsExactly("quay");
    }

    @Test
    void outsideOfATransactionItIsToldAtOnce() {
        changes.tell(Subject.PHONE);
        assertThat(only().touches(Subject.PHONE)).isTrue();
        assertThat(only().what()).isEmpty();
    }
}
