package jordfell.core.casefile;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.Template;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** The first page of a casefile as HTML that needs nothing else, and prints. */
public final class SummaryPage {

    private static final Template TEMPLATE =
            Mustache.compiler().escapeHTML(true).compile(template());

    private SummaryPage() {}

    public static String of(Casefile casefile) {
        List<Map<String, Object>> withheld = new TreeMap<>(casefile.withheld())
                .entrySet().stream()
                        .map(e -> Map.<String, Object>of("where", e.getKey(), "times", e.getValue()))
                        .toList();
        return TEMPLATE.execute(Map.of(
                "title",
                casefile.title(),
                "made",
                casefile.made(),
                "from",
                casefile.window().from().truncatedTo(ChronoUnit.MILLIS).toString(),
                "to",
                casefile.window().to().truncatedTo(ChronoUnit.MILLIS).toString(),
                "why",
                casefile.window().why(),
                "devices",
                casefile.devices(),
                "withheld",
                withheld,
                "isWithheld",
                !withheld.isEmpty()));
    }

    private static String template() {
        try (InputStream in = SummaryPage.class.getResourceAsStream("summary.html.mustache")) {
            if (in == null) {
                throw new IllegalStateException("the page’s template is missing");
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
