package jordfell.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;

/** A process of its own is killed without warning; what was confirmed is there when the next one starts. */
@Execution(ExecutionMode.CONCURRENT)
class RestartTest {

    @TempDir
    private Path folder;

    @Test
    void whatWasConfirmedOutlivesAKill() throws Exception {
        long id;
        try (Running first = start()) {
            Pier pier = new Pier(first.address());
            id = pier.enrolled("02-4B-7A-09-00-01", "Kept", "2490", "");
            pier.unbox("02-4B-7A-09-00-01");
            pier.release(id);
            pier.untilRail(id, "ppppppp");
            assertThat(pier.client()
                            .put("/api/settings/DEVICE/" + id + "/calls.voicemail", Map.of("value", "*77"))
                            .status())
                    .isEqualTo(200);
            assertASecondStartIsRefused();
            first.process().destroyForcibly().waitFor(10, TimeUnit.SECONDS);
        }
        try (Running second = start()) {
            Pier pier = new Pier(second.address());
            var sheet = pier.sheet(id);
            assertThat(sheet.path("label").asString()).isEqualTo("Kept");
            assertThat(sheet.path("pending").asBoolean()).isTrue();
            assertThat(pier.client().get("/api/devices/" + id + "/settings").toString())
                    .contains("*77");
            RunningServer.until("registered again", () -> pier.rail(id).startsWith("ppppppp"));
        }
        assertThat(Files.getPosixFilePermissions(folder.resolve("db.key")))
                .containsExactlyInAnyOrder(PosixFilePermission.OWNER_READ, PosixFilePermission.OWNER_WRITE);
    }

    /** One sentence, and no stack trace. */
    private void assertASecondStartIsRefused() throws Exception {
        Path log = folder.resolve("second");
        Process second = process(log);
        assertThat(second.waitFor(20, TimeUnit.SECONDS)).isTrue();
        assertThat(second.exitValue()).isNotZero();
        assertThat(text(log).strip())
                .startsWith("jordfell: The database ")
                .contains("is in use by another start of Jordfell")
                .doesNotContain("Exception", "\n");
    }

    private record Running(Process process, RunningServer address) implements AutoCloseable {
        @Override
        public void close() {
            process.destroyForcibly();
        }
    }

    private Running start() throws IOException {
        Path log = folder.resolve("log-" + System.nanoTime());
        Process process = process(log);
        RunningServer.untilLong("the server started", () -> text(log).contains("SIP on udp"));
        String address = text(log)
                .lines()
                .filter(line -> line.contains("Jordfell is at "))
                .map(line -> line.substring(line.indexOf("http")).strip())
                .findFirst()
                .orElseThrow();
        return new Running(process, RunningServer.at(address));
    }

    private Process process(Path log) throws IOException {
        return new ProcessBuilder(List.of(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        "jordfell.server.JordfellServer",
                        "--server.port=0",
                        "--jordfell.sip-port=0",
                        "--jordfell.tftp-port=0",
                        "--jordfell.demo=true",
                        "--jordfell.past=false",
                        "--jordfell.data=" + folder.resolve("db")))
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
    }

    private static String text(Path log) {
        try {
            return Files.readString(log);
        } catch (IOException e) {
            return "";
        }
    }
}
