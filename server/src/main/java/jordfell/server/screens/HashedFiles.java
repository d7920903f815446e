package jordfell.server.screens;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpFilter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.Serial;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.http.MediaType;
import org.springframework.http.MediaTypeFactory;

/**
 * The screens' files whose names hold a hash of what is in them. They are read once at the start, since a look into the
 * nested archive for each would cost more than all else, and are sent in the smallest form that the browser takes. One
 * that has a file need never ask for it again: another has another name (RFC 9111 §5.2.2.1, RFC 8246).
 */
final class HashedFiles extends HttpFilter {

    static final String PATH = "/assets/";

    @Serial
    private static final long serialVersionUID = 1;

    /** Endings of what lies beside a file in small, the smallest first, and how HTTP calls them. */
    private static final Map<String, String> FORMS = forms();

    /** A file and its small forms by their codings, the smallest first. */
    private static final class File {
        private final String type;
        private final byte[] plain;
        private final Map<String, byte[]> small;

        File(String type, byte[] plain, Map<String, byte[]> small) {
            this.type = type;
            this.plain = plain;
            this.small = small;
        }
    }

    private final transient Map<String, File> files;

    private HashedFiles(Map<String, File> files) {
        this.files = files;
    }

    /**
     * Reads all of them.
     *
     * @param pattern where they are, as Spring names resources
     */
    static HashedFiles read(String pattern) throws IOException {
        Map<String, byte[]> found = new LinkedHashMap<>();
        for (Resource resource : new PathMatchingResourcePatternResolver().getResources(pattern)) {
            String name = resource.getFilename();
            if (name != null) {
                found.put(name, resource.getContentAsByteArray());
            }
        }
        Map<String, File> files = new LinkedHashMap<>();
        found.keySet().stream()
                .filter(name -> FORMS.keySet().stream().noneMatch(name::endsWith))
                .forEach(name -> files.put(name, file(name, found)));
        return new HashedFiles(files);
    }

    private static File file(String name, Map<String, byte[]> found) {
        Map<String, byte[]> small = new LinkedHashMap<>();
        FORMS.forEach((ending, coding) -> {
            byte[] bytes = found.get(name + ending);
            if (bytes != null) {
                small.put(coding, bytes);
            }
        });
        MediaType type = MediaTypeFactory.getMediaType(name).orElse(MediaType.APPLICATION_OCTET_STREAM);
        boolean isText = name.endsWith(".js") || name.endsWith(".css");
        return new File(type + (isText ? ";charset=UTF-8" : ""), found.get(name), small);
    }

    @Override
    protected void doFilter(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws IOException, ServletException {
        String path = request.getRequestURI();
        File file = path.startsWith(PATH) ? files.get(path.substring(PATH.length())) : null;
        boolean isAsked = List.of("GET", "HEAD").contains(request.getMethod());
        if (file == null || !isAsked) {
            chain.doFilter(request, response);
            return;
        }
        Optional<String> coding = file.small.keySet().stream()
                .filter(c -> takes(request.getHeader("Accept-Encoding"), c))
                .findFirst();
        coding.ifPresent(c -> response.setHeader("Content-Encoding", c));
        byte[] bytes = coding.map(file.small::get).orElse(file.plain);
        response.setHeader("Vary", "Accept-Encoding");
        response.setHeader("Cache-Control", "public, max-age=31536000, immutable");
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setContentType(file.type);
        response.setContentLength(bytes.length);
        if (!request.getMethod().equals("HEAD")) {
            response.getOutputStream().write(bytes);
        }
    }

    /** Whether it is among the codings, and not as one that is not wanted (RFC 9110 §12.5.3). */
    static boolean takes(@Nullable String acceptEncoding, String coding) {
        return acceptEncoding != null
                && Stream.of(acceptEncoding.toLowerCase(Locale.ROOT).split(","))
                        .map(part -> part.replace(" ", "").replace("\t", ""))
                        .anyMatch(part -> part.equals(coding)
                                || part.startsWith(coding + ";") && !part.matches(".*;q=0(\\.0{0,3})?"));
    }

    private static Map<String, String> forms() {
        Map<String, String> forms = new LinkedHashMap<>();
        forms.put(".br", "br");
        forms.put(".gz", "gzip");
        return forms;
    }
}
