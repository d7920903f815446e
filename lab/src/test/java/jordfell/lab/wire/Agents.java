package jordfell.lab.wire;

import java.io.IOException;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import jordfell.lab.world.TinyWorld;

/** Agents that are not this project's code: each a process that plays a scenario against the real port. */
final class Agents {

    private static final Path PROGRAM = Path.of("/usr/bin/sipp");
    private static final int PATIENCE_SECONDS = 30;

    private final int port;
    private final String transport;
    private final Path log;

    /** @param transport {@code u1} for UDP, {@code t1} for TCP by one connection */
    Agents(int port, String transport) throws IOException {
        this.port = port;
        this.transport = transport;
        this.log = Files.createTempDirectory("agents");
    }

    static boolean areThere() {
        return Files.isExecutable(PROGRAM);
    }

    /** Somebody's phone. */
    record Phone(String number, String user, String password, int port) {}

    /** A phone on a port that is free. */
    static Phone phone(String number, String user, String password) throws IOException {
        for (int tries = 0; ; tries++) {
            try (DatagramSocket socket = new DatagramSocket(0, InetAddress.getLoopbackAddress());
                    ServerSocket same = new ServerSocket(socket.getLocalPort(), 1, InetAddress.getLoopbackAddress())) {
                return new Phone(number, user, password, same.getLocalPort());
            } catch (IOException e) {
                if (tries > 20) {
                    throw e; // free by UDP alone, time and again
                }
            }
        }
    }

    /** A scenario that is being played. */
    final class Playing {

        private final Process process;
        private final Path said;
        private final String name;

        private Playing(Process process, Path said, String name) {
            this.process = process;
            this.said = said;
            this.name = name;
        }

        /** Waits for its end; fails with what it said if it did not go as the scenario says. */
        void ends() throws IOException, InterruptedException {
            boolean done = process.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS);
            if (!done) {
                process.destroyForcibly().waitFor();
            }
            if (!done || process.exitValue() != 0) {
                String all = Files.readString(said);
                try (var errors = Files.list(log)) {
                    for (Path file :
                            errors.filter(f -> f.toString().contains("errors")).toList()) {
                        all += Files.readString(file);
                    }
                }
                throw new AssertionError(
                        name + (done ? " ended with " + process.exitValue() : " did not end") + ": " + all);
            }
        }
    }

    /** Begins to play a scenario. */
    Playing plays(String scenario, Phone phone, String... keys) throws IOException {
        Path proof = Files.writeString(
                Files.createTempFile(log, "proof", ".csv"),
                "SEQUENTIAL\n[authentication username=" + phone.user() + " password=" + phone.password() + "]\n");
        Path said = Files.createTempFile(log, scenario, ".txt");
        List<String> command = new ArrayList<>(List.of(
                PROGRAM.toString(),
                "127.0.0.1:" + port,
                "-sf",
                file(scenario),
                "-i",
                "127.0.0.1",
                "-p",
                Integer.toString(phone.port()),
                "-t",
                transport,
                "-m",
                "1",
                "-aa",
                "-auth_uri",
                TinyWorld.DOMAIN,
                "-nostdin",
                "-trace_err",
                "-timeout",
                "15s",
                "-timeout_error",
                "-key",
                "domain",
                TinyWorld.DOMAIN,
                "-key",
                "number",
                phone.number(),
                "-inf",
                proof.toString()));
        for (int i = 0; i < keys.length; i += 2) {
            command.addAll(List.of("-key", keys[i], keys[i + 1]));
        }
        Process process = new ProcessBuilder(command)
                .directory(log.toFile())
                .redirectErrorStream(true)
                .redirectOutput(said.toFile())
                .start();
        return new Playing(process, said, scenario);
    }

    private static String file(String scenario) {
        try {
            return Path.of(Agents.class
                            .getResource("/agents/" + scenario + ".xml")
                            .toURI())
                    .toString();
        } catch (URISyntaxException e) {
            throw new IllegalStateException(e);
        }
    }
}
