package jordfell.server.templates;

import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Templates, layers and families as JSON documents that can live in somebody's git: one thing a file, keys in order, no
 * secret, nothing that changes by itself. the resources under {@code schema} are their JSON Schemas.
 */
final class OpenFormat {

    static final int FORMAT = 1;
    static final String TEMPLATE = "jordfell-template";
    static final String LAYER = "jordfell-layer";
    static final String FAMILY = "jordfell-family";

    private OpenFormat() {}

    /** A word of a layer. */
    record WordDocument(String value, boolean locked) {}

    /**
     * A key.
     *
     * @param everyoneOf for a row that a rule fills: whose people; absent if it is no rule
     */
    record KeyDocument(
            String does,
            @Nullable String target,
            @Nullable String label,
            @Nullable String everyoneOf,
            @Nullable String inOrderOf) {}

    /**
     * A template, or another layer, which has no keys and extends nothing.
     *
     * @param layer of which kind, for another layer than a template
     * @param domain the domain in which a template is meant
     * @param settings by key; a secret is not among them
     */
    record LayerDocument(
            String kind,
            int format,
            @Nullable String layer,
            @Nullable String domain,
            String name,
            @Nullable String extendsTemplate,
            @Nullable String note,
            Map<String, WordDocument> settings,
            @Nullable Map<String, KeyDocument> keys) {

        LayerDocument {
            settings = new TreeMap<>(settings);
        }
    }

    /** A family; its body line by line, as a file of text would show it. */
    record FamilyDocument(
            String kind,
            int format,
            String id,
            String name,
            String contentType,
            String beforeMac,
            String afterMac,
            String escaping,
            @Nullable String note,
            java.util.List<String> body,
            java.util.@Nullable List<String> phonebook,
            @Nullable String letters) {}
}
