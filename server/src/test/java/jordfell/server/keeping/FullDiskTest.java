package jordfell.server.keeping;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;

/** The database’s file is taken away, and may not grow any further: nothing confirmed is lost, and all goes on by itself. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class FullDiskTest {

    private static final int MOST = 3_000;

    private RunningServer server;
    private Pier pier;
    private Path database;

    @BeforeAll
    void start(@TempDir Path folder) {
        server = RunningServer.on(folder.resolve("db"));
        pier = new Pier(server);
        database = folder.resolve("db.mv.db");
        watch().look();
    }

    @AfterAll
    void stop() throws Exception {
        mayGrowTo("unlimited");
        server.close();
    }

    private DataWatch watch() {
        return server.bean(DataWatch.class);
    }

    private Answer add(String name) {
        return pier.client().post("/api/people", Map.of("domainId", pier.domainId, "name", name));
    }

    private boolean isThere(String name) {
        return server.bean(Jdbc.class)
                .one("select id from person where name = ?", row -> row.number("id"), name)
                .isPresent();
    }

    private String trouble() {
        return pier.client().get("/api/keeping").json().path("trouble").asString();
    }

    /** How large a file may become that this process writes (setrlimit(2), RLIMIT_FSIZE): as if the disk ended there. */
    private static void mayGrowTo(String bytes) throws IOException, InterruptedException {
        Process set = new ProcessBuilder(
                        "prlimit",
                        "--pid",
                        Long.toString(ProcessHandle.current().pid()),
                        "--fsize=" + bytes + ":unlimited")
                .inheritIO()
                .start();
        assertThat(set.waitFor()).isZero();
    }

    @Test
    void nothingIsTakenWhileTheDatabasesFileIsAway() throws Exception {
        Path away = database.resolveSibling("elsewhere");
        Files.move(database, away);
        watch().look();
        Answer refused = add("Lost At Sea");
        assertThat(refused.status()).isEqualTo(503);
        assertThat(refused.json().path("detail").asString())
                .startsWith("The database db.mv.db is not at its place any more.");
        assertThat(trouble()).isEqualTo(refused.json().path("detail").asString());
        assertThat(pier.client().get("/api/devices").status())
                .as("looking goes on")
                .isEqualTo(200);
        assertThat(pier.client()
                        .post("/api/fleet/try/change", Map.of("deviceIds", List.of()))
                        .status())
                .as("and so does what only tells")
                .isEqualTo(200);
        assertThat(server.lead().get("/actuator/health").toString()).contains("GONE", "not at its place");
        Files.copy(away, database);
        watch().look();
        assertThat(trouble()).startsWith("Another file lies where the database db.mv.db was.");
        Files.delete(database);
        Files.move(away, database);
        watch().look();
        assertThat(trouble()).isEmpty();
        assertThat(add("Lost At Sea").status()).isEqualTo(201);
    }

    @Test
    void whatWasConfirmedBeforeTheDiskWasFullIsThereAfterwards() throws Exception {
        mayGrowTo(Long.toString(Files.size(database) + 500_000));
        List<String> confirmed = new ArrayList<>();
        String name = "Filler 0";
        Answer last = add(name);
        while (last.status() == 201 && confirmed.size() < MOST) {
            confirmed.add(name);
            name = "Filler " + confirmed.size();
            last = add(name);
        }
        assertThat(last.status()).as(last.toString()).isEqualTo(503);
        assertThat(last.json().path("detail").asString())
                .startsWith("The database can’t be read or written at this moment.");
        mayGrowTo("unlimited");
        RunningServer.untilLong("all goes on by itself", () -> {
            watch().look();
            return add("Goes on").status() == 201;
        });
        assertThat(confirmed).isNotEmpty().allMatch(this::isThere);
        assertThat(isThere(name)).as("what was refused").isFalse();
    }
}
