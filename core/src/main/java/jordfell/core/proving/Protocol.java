package jordfell.core.proving;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.Template;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;

/** The acceptance protocol of a round of test calls: a page to print and to sign. */
public final class Protocol {

    private static final Template TEMPLATE =
            Mustache.compiler().escapeHTML(true).compile(template());

    /**
     * One device.
     *
     * @param passed whether both directions work
     */
    public record Line(
            String label,
            String mac,
            String model,
            String firmware,
            String revision,
            String numbers,
            String out,
            String in,
            String result,
            boolean passed) {}

    private Protocol() {}

    /**
     * As HTML that needs nothing else.
     *
     * @param head what, when and by whom, a line each
     */
    public static String page(String title, List<String> head, List<Line> lines) {
        long passed = lines.stream().filter(Line::passed).count();
        return TEMPLATE.execute(
                Map.of("title", title, "head", head, "lines", lines, "passed", passed, "all", lines.size()));
    }

    private static String template() {
        try (InputStream in = Protocol.class.getResourceAsStream("protocol.html.mustache")) {
            if (in == null) {
                throw new IllegalStateException("the page’s template is missing");
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
