package jordfell.server.records;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;

class FetchDoorTest {

    /** Such a row would go without its table being written to, and a phone be given a file for longer than it may. */
    @Test
    void noRowThatSaysWhoIsSettledGoesWithOneOfAnotherTable() {
        record Cascade(String child, String parent) {}
        List<Cascade> cascades = RunningServer.shared()
                .bean(Jdbc.class)
                .list("""
                        select lower(c.table_name) child, lower(p.table_name) parent
                        from information_schema.referential_constraints r
                        join information_schema.table_constraints c on c.constraint_name = r.constraint_name
                        join information_schema.table_constraints p on p.constraint_name = r.unique_constraint_name
                        where r.delete_rule <> 'NO ACTION' and r.delete_rule <> 'RESTRICT'""", row -> new Cascade(row.text("child"), row.text("parent")));
        assertThat(cascades).contains(new Cascade("device_fetch", "device"));
        assertThat(cascades)
                .filteredOn(c -> FetchDoor.SETTLED_FROM.contains(c.child()))
                .allSatisfy(c -> assertThat(FetchDoor.SETTLED_FROM).contains(c.parent()));
    }
}
