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

/** A dialect whose files are a Mustache body with the dialect's own escaping at every place. */
final class MustacheDialect implements Dialect {

    private final String family;
    private final String contentType;
    private final String before;
    private final String after;
    private final Template body;

    /**
     * @param before what stands before the MAC in a file's name
     * @param after what stands after it
     */
    MustacheDialect(String family, String contentType, String before, String after, Escaping escaping) {
        this.family = family;
        this.contentType = contentType;
        this.before = before;
        this.after = after;
        this.body = load(family + ".mustache", escaping);
    }

    @Override
    public String family() {
        return family;
    }

    @Override
    public String contentType() {
        return contentType;
    }

    @Override
    public String fileName(MacAddress mac) {
        return before + mac.compact() + after;
    }

    @Override
    public String render(DeviceConfig config) {
        Map<String, Object> context = new LinkedHashMap<>();
        context.put("label", config.label());
        context.put("setting", byDottedKey(config.settings()));
        context.put(
                "stations",
                config.stations().stream()
                        .map(s -> station(s, s.position() == config.lastPosition()))
                        .toList());
        return body.execute(context);
    }

    private static Map<String, Object> station(Station station, boolean last) {
        Map<String, Object> context = new LinkedHashMap<>();
        context.put("position", station.position());
        context.put("number", station.number());
        context.put("authUser", station.authUser());
        context.put("password", station.password());
        context.put("line", byDottedKey(station.settings()));
        context.put("more", !last);
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

    private static Template load(String resource, Escaping escaping) {
        try (InputStream in = MustacheDialect.class.getResourceAsStream(resource)) {
            if (in == null) {
                throw new IllegalStateException(resource + " is not on the class path");
            }
            return Mustache.compiler()
                    .withEscaper(escaping::escape)
                    .compile(new InputStreamReader(in, StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
