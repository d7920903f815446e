package jordfell.server.start;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import jordfell.server.config.DataPlace;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;

/** A demo whose first start was cut off is made anew; one that was whole keeps what it was told. */
@Execution(ExecutionMode.CONCURRENT)
class CutOffDemoTest {

    @TempDir
    private Path folder;

    private int found(Pier pier) {
        return pier.client()
                .get("/api/people?domainId=" + pier.domainId + "&q=Half%20Made")
                .json()
                .path("rows")
                .size();
    }

    @Test
    void halfADemoIsNotTakenForAWholeOne() throws Exception {
        Path data = folder.resolve("db");
        RunningServer first = RunningServer.on(data);
        Pier pier = new Pier(first);
        pier.client().post("/api/people", Map.of("domainId", pier.domainId, "name", "Half Made"));
        assertThat(found(pier)).isEqualTo(1);
        assertThat(folder.resolve("db.unfinished")).doesNotExist();
        first.close();

        DataPlace.of(data.toString()).beginsDemo();
        RunningServer second = RunningServer.on(data);
        assertThat(found(new Pier(second))).isZero();
        assertThat(folder.resolve("db.unfinished")).doesNotExist();
        assertThat(Files.exists(folder.resolve("db.key"))).isTrue();
        second.close();
    }
}
