package jordfell.core.render;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.Template;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import jordfell.core.identity.MacAddress;
import jordfell.core.settings.ResolvedSettings;

/**
 * Korrin's key/value dialect: sections in brackets, {@code key = value}, UTF-8, closed by {@code [end]}.
 *
 * <p>A value runs to the end of its line. {@code #} and {@code ;} begin a comment anywhere, blanks at either end are
 * dropped, and a backslash makes the next character plain; {@code \n}, {@code \r} and {@code \t} are a line feed,
 * carriage return and tab.
 */
public final class KorrinDialect implements Dialect {

    private static final Template BODY = load();

    @Override
    public String family() {
        return "korrin";
    }

    @Override
    public String contentType() {
        return "text/plain;charset=UTF-8";
    }

    @Override
    public String fileName(MacAddress mac) {
        return mac.compact() + ".korrin";
    }

    @Override
    public String render(DeviceConfig config) {
        Map<String, Object> context = new LinkedHashMap<>();
        context.put("mac", config.mac().compact());
        context.put("label", config.label());
        context.put("setting", byDottedKey(config.settings()));
        context.put(
                "stations",
                config.stations().stream().map(KorrinDialect::station).toList());
        return BODY.execute(context);
    }

    /** Makes a value survive the dialect unchanged. */
    static String escape(String raw) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < raw.length(); i++) {
            char c = raw.charAt(i);
            boolean atEdge = i == 0 || i == raw.length() - 1;
            switch (c) {
                case '\n' -> out.append("\\n");
                case '\r' -> out.append("\\r");
                case '\t' -> out.append("\\t");
                case '\\', '#', ';' -> out.append('\\').append(c);
                default -> out.append(atEdge && Character.isWhitespace(c) ? "\\" + c : Character.toString(c));
            }
        }
        return out.toString();
    }

    private static Map<String, Object> station(Station station) {
        Map<String, Object> context = new LinkedHashMap<>();
        context.put("position", station.position());
        context.put("number", station.number());
        context.put("authUser", station.authUser());
        context.put("password", station.password());
        context.put("line", byDottedKey(station.settings()));
        return context;
    }

    /** {@code registration.expiry} becomes {@code registration → expiry}, as a Mustache path walks it. */
    private static Map<String, Map<String, String>> byDottedKey(ResolvedSettings settings) {
        Map<String, Map<String, String>> groups = new LinkedHashMap<>();
        settings.all().forEach(s -> {
            String key = s.setting().key();
            int dot = key.indexOf('.');
            groups.computeIfAbsent(key.substring(0, dot), k -> new LinkedHashMap<>())
                    .put(key.substring(dot + 1), s.value().orElse(""));
        });
        return groups;
    }

    private static Template load() {
        try (InputStream in = KorrinDialect.class.getResourceAsStream("korrin.mustache")) {
            if (in == null) {
                throw new IllegalStateException("korrin.mustache is not on the class path");
            }
            return Mustache.compiler()
                    .withEscaper(KorrinDialect::escape)
                    .compile(new InputStreamReader(in, StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
