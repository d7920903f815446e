package jordfell.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Plays the README on a fresh copy in a folder with a blank in its name, from another folder, with nothing set but free
 * ports: the demo builds itself, says how far it is, takes a sign-in, keeps what it was told, and starts again in seconds;
 * Jordfell starts empty too, and for those who work on it.
 */
class ReadmeTest {

    private static final Duration BUILD = Duration.ofMinutes(10);
    private static final Duration START = Duration.ofMinutes(4);

    @TempDir
    private Path folder;

    @Test
    void theTwoCommandsOfTheReadmeWorkOnAFreshCopy() throws Exception {
        Path copy = freshCopy();
        int port = freePort();
        RunningServer server = RunningServer.at("http://127.0.0.1:" + port);
        long device;
        Script first = script(copy, port, "demo");
        try {
            first.waitFor("the server answers", BUILD, () -> status(server, "/api/start") == 200);
            assertNobodySeesHalfAFleet(server);
            first.waitFor("it is ready", START, () -> first.says("Jordfell is at http://127.0.0.1:" + port));
            RunningServer.Client lead = server.lead();
            assertThat(lead.get("/api/devices").json().path("total").asInt()).isGreaterThan(30);
            device = lead.get("/api/devices")
                    .json()
                    .path("rows")
                    .get(0)
                    .path("id")
                    .asLong();
            assertThat(lead.put("/api/settings/DEVICE/" + device + "/calls.voicemail", Map.of("value", "*77"))
                            .status())
                    .isEqualTo(200);
            assertThat(PosixFilePermissions.toString(
                            Files.getPosixFilePermissions(copy.resolve("data/demo/jordfell.mv.db"))))
                    .isEqualTo("rw-------");
        } finally {
            first.stop();
        }
        Script second = script(copy, port, "demo");
        try {
            second.waitFor("it starts again", START, () -> second.says("Jordfell is at"));
            assertThat(second.text()).doesNotContain("Building", "for the first time");
            assertThat(server.lead().get("/api/devices/" + device + "/settings").toString())
                    .contains("*77");
        } finally {
            second.stop();
        }
        Script run = script(copy, port, "run");
        try {
            run.waitFor("it starts empty", START, () -> run.says("Jordfell is at"));
            assertThat(run.text()).doesNotContain("lantern-harbour-41");
        } finally {
            run.stop();
        }
        Script dev = script(copy, port, "dev");
        try {
            dev.waitFor("the screens are served as they are written", START, () -> dev.says("Local:"));
            dev.waitFor("the server runs from its classes", BUILD, () -> dev.says("Jordfell is at"));
            assertThat(server.lead().get("/api/devices/" + device + "/settings").toString())
                    .contains("*77");
        } finally {
            dev.stop();
        }
        RunningServer.untilLong("all of it has ended", () -> status(server, "/api/start") == 0);
    }

    /** Until the demo's past is played, people and phones are asked to come again. */
    private static void assertNobodySeesHalfAFleet(RunningServer server) {
        var start = server.stranger().get("/api/start").json();
        assertThat(start.path("ready").asBoolean()).isFalse();
        assertThat(status(server, "/")).isEqualTo(200);
        for (String path : List.of("/api/devices", "/api/session", "/p/any/any.cfg")) {
            RunningServer.Answer answer = server.stranger().get(path);
            assertThat(answer.status()).as(path).isEqualTo(503);
            assertThat(answer.response().headers().firstValue("Retry-After")).isPresent();
            assertThat(answer.json().path("detail").asString()).startsWith("Jordfell is starting, ");
        }
    }

    /** The copy that the test command has built meanwhile, or one that is still to be built by its first command. */
    private Path freshCopy() throws IOException, InterruptedException {
        String made = System.getenv("JORDFELL_FRESH_COPY");
        if (made == null) {
            Path copy = folder.resolve("fresh copy");
            copyTo(copy);
            return copy;
        }
        Path log = Path.of(made).resolveSibling("log");
        long deadline = System.nanoTime() + BUILD.toNanos();
        while (!Files.exists(Path.of(made, ".built"))) {
            assertThat(System.nanoTime() < deadline)
                    .as(() -> "the copy was not built; it said: " + read(log))
                    .isTrue();
            Thread.sleep(200);
        }
        return Path.of(made);
    }

    private static String read(Path log) {
        try {
            return Files.readString(log);
        } catch (IOException e) {
            return "";
        }
    }

    /** What a checkout would hold, as it is in this folder now. */
    private void copyTo(Path copy) throws IOException, InterruptedException {
        Path root = Path.of("..").toRealPath();
        Path list = folder.resolve("files");
        Process git = new ProcessBuilder("git", "ls-files", "-co", "--exclude-standard", "-z")
                .directory(root.toFile())
                .redirectOutput(list.toFile())
                .start();
        assertThat(git.waitFor()).isZero();
        for (String name : Files.readString(list).split("\0")) {
            Path from = root.resolve(name);
            if (Files.isRegularFile(from)) {
                Path to = copy.resolve(name);
                Files.createDirectories(to.getParent());
                Files.copy(from, to, java.nio.file.StandardCopyOption.COPY_ATTRIBUTES);
            }
        }
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    /** The status of an answer; 0 if none comes. */
    private static int status(RunningServer server, String path) {
        try {
            return server.stranger().get(path).status();
        } catch (java.io.UncheckedIOException e) {
            return 0;
        }
    }

    private Script script(Path copy, int port, String command) throws IOException {
        Path log = folder.resolve("log-" + System.nanoTime());
        ProcessBuilder builder = new ProcessBuilder(copy.resolve("jordfell").toString(), command)
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(log.toFile());
        builder.environment().keySet().removeIf(name -> name.startsWith("JORDFELL_") || name.startsWith("SPRING_"));
        builder.environment().put("JORDFELL_HTTP_PORT", Integer.toString(port));
        builder.environment().put("JORDFELL_SIP_PORT", "0");
        builder.environment().put("JORDFELL_TFTP_PORT", "0");
        return new Script(builder.start(), log);
    }

    /** A command of the script that runs, and what it said so far. */
    private record Script(Process process, Path log) {

        /** Without colours, which programs write where they think that somebody looks. */
        String text() {
            return read(log).replaceAll("\u001b\\[[0-9;]*m", "");
        }

        boolean says(String words) {
            return text().contains(words);
        }

        void waitFor(String what, Duration atMost, BooleanSupplier holds) throws InterruptedException {
            long deadline = System.nanoTime() + atMost.toNanos();
            while (!holds.getAsBoolean()) {
                assertThat(process.isAlive())
                        .as("%s; it said:%n%s", what, text())
                        .isTrue();
                assertThat(System.nanoTime() < deadline)
                        .as("%s within %s; it said:%n%s", what, atMost, text())
                        .isTrue();
                Thread.sleep(50);
            }
        }

        /** As somebody does with Ctrl-C. */
        void stop() throws InterruptedException {
            process.destroy();
            if (!process.waitFor(20, TimeUnit.SECONDS)) {
                process.destroyForcibly();
            }
        }
    }
}
