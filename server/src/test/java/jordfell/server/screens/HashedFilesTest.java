package jordfell.server.screens;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.HttpServletResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mock.web.MockFilterChain;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

/** Files of the screens from memory, in the form that the browser takes. */
class HashedFilesTest {

    @TempDir
    private Path folder;

    private HashedFiles files;

    @BeforeEach
    void read() throws Exception {
        Files.writeString(folder.resolve("index-1a2b.js"), "plain");
        Files.writeString(folder.resolve("index-1a2b.js.gz"), "gzip");
        Files.writeString(folder.resolve("index-1a2b.js.br"), "brotli");
        Files.writeString(folder.resolve("letters-3c.woff2"), "font");
        files = HashedFiles.read(folder.toUri() + "*");
    }

    private MockHttpServletResponse answer(String method, String path, String codings) throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest(method, path);
        request.addHeader("Accept-Encoding", codings);
        MockHttpServletResponse response = new MockHttpServletResponse();
        files.doFilter(request, response, new MockFilterChain());
        return response;
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            gzip, deflate, br, zstd | brotli
            GZIP;q=0.5              | gzip
            br;q=0, gzip            | gzip
            br; q=0.000,gzip;q=0    | plain
            brr, gzipped            | plain
            identity                | plain""")
    void fileComesInTheSmallestFormThatIsTaken(String codings, String form) throws Exception {
        MockHttpServletResponse response = answer("GET", "/assets/index-1a2b.js", codings);
        assertThat(response.getContentAsString(UTF_8)).isEqualTo(form);
        assertThat(response.getContentType()).isEqualTo("text/javascript;charset=UTF-8");
        assertThat(response.getContentLength()).isEqualTo(form.length());
    }

    @Test
    void fileIsKeptForGoodByWhoeverHasIt() throws Exception {
        MockHttpServletResponse response = answer("GET", "/assets/letters-3c.woff2", "br");
        assertThat(response.getHeader("Cache-Control")).isEqualTo("public, max-age=31536000, immutable");
        assertThat(response.getHeader("Vary")).isEqualTo("Accept-Encoding");
        assertThat(response.getHeader("Content-Encoding")).isNull();
        assertThat(response.getContentType()).isEqualTo("font/woff2");
    }

    @Test
    void askingForTheHeadGivesNoBody() throws Exception {
        MockHttpServletResponse response = answer("HEAD", "/assets/index-1a2b.js", "gzip");
        assertThat(response.getContentAsByteArray()).isEmpty();
        assertThat(response.getContentLength()).isEqualTo(4);
        assertThat(response.getStatus()).isEqualTo(HttpServletResponse.SC_OK);
    }

    /** Other files, other methods, and the small forms under names of their own go the usual way. */
    @ParameterizedTest
    @CsvSource({
        "GET,/assets/index-9z.js",
        "POST,/assets/index-1a2b.js",
        "GET,/assets/index-1a2b.js.br",
        "GET,/assets/../x"
    })
    void restIsLeftToOthers(String method, String path) throws Exception {
        MockHttpServletResponse response = answer(method, path, "br");
        assertThat(response.getContentAsByteArray()).isEmpty();
        assertThat(response.getHeader("Cache-Control")).isNull();
    }
}
