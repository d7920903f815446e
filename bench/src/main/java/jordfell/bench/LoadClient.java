package jordfell.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Asks for files as fast as they come, with Debian’s {@code wrk}: one written in Java would be the limit itself, on the same
 * two cores.
 */
final class LoadClient {

    private static final Path WRK = Path.of("/usr/bin/wrk");
    private static final Pattern RATE = Pattern.compile("Requests/sec:\\s+([0-9.]+)");
    private static final int WARM_SECONDS = 4;
    private static final int SECONDS = 8;

    /** Goes through a list of paths with their tags, one after the other. */
    private static final String SCRIPT = """
            local asked = {}
            for line in io.lines("%s") do
              local path, tag, credentials = line:match("^(%%S+) (%%S+) (%%S+)$")
              local headers = { ["Host"] = "127.0.0.1", ["User-Agent"] = "Korrin K24/2.4.1", ["Accept-Encoding"] = "br, gzip" }
              if tag ~= "-" then headers["If-None-Match"] = '"' .. tag .. '"' end
              if credentials ~= "-" then headers["Authorization"] = "Basic " .. credentials end
              asked[#asked + 1] = wrk.format("GET", path, headers)
            end
            local i = 0
            request = function()
              i = i %% #asked + 1
              return asked[i]
            end
            """;

    private final Path folder;

    LoadClient(Path folder) {
        this.folder = folder;
        if (!Files.isExecutable(WRK)) {
            throw new IllegalStateException("wrk is missing; it asks for files here. On Debian: apt-get install wrk");
        }
    }

    /**
     * A file that is asked for.
     *
     * @param tag whether it is another than that; empty for whatever it is
     * @param credentials name and password as HTTP’s Basic writes them; empty for none
     */
    record Asked(String path, String tag, String credentials) {

        private String line() {
            return path + " " + (tag.isEmpty() ? "-" : tag) + " " + (credentials.isEmpty() ? "-" : credentials);
        }

        @Override
        public String toString() {
            return path;
        }
    }

    /** Answers a second; the first seconds are not counted. */
    double rate(String address, List<Asked> files) {
        try {
            Path list = folder.resolve("asked.txt");
            Files.write(list, files.stream().map(Asked::line).toList());
            Path script = Files.writeString(folder.resolve("ask.lua"), SCRIPT.formatted(list));
            run(address, script, WARM_SECONDS);
            return run(address, script, SECONDS);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static double run(String address, Path script, int seconds) throws IOException {
        Process wrk = new ProcessBuilder(
                        WRK.toString(), "-t1", "-c8", "-d" + seconds + "s", "-s", script.toString(), address)
                .redirectErrorStream(true)
                .start();
        String said = new String(wrk.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        Matcher rate = RATE.matcher(said);
        if (!rate.find() || said.contains("Non-2xx") || said.contains("Socket errors")) {
            throw new IllegalStateException("not all was answered well:\n" + said);
        }
        return Double.parseDouble(rate.group(1));
    }
}
