package jordfell.server.security;

import java.util.List;
import org.springframework.http.server.PathContainer;
import org.springframework.web.util.pattern.PathPattern;
import org.springframework.web.util.pattern.PathPatternParser;

/** What is posted and changes nothing: it only tells what would be. */
public final class OnlyTelling {

    private static final List<String> PATHS = List.of(
            "/api/*/try/**",
            "/api/*/*/impact",
            "/api/releases/impact",
            "/api/devices/*/preview",
            "/api/devices/*/keys",
            "/api/families/check");

    private static final List<PathPattern> PATTERNS =
            PATHS.stream().map(PathPatternParser.defaultInstance::parse).toList();

    private OnlyTelling() {}

    static String[] paths() {
        return PATHS.toArray(String[]::new);
    }

    /** Whether a request changes nothing. */
    public static boolean is(String method, String path) {
        return switch (method) {
            case "GET", "HEAD", "OPTIONS" -> true;
            case "POST" -> PATTERNS.stream().anyMatch(p -> p.matches(PathContainer.parsePath(path)));
            default -> false;
        };
    }
}
