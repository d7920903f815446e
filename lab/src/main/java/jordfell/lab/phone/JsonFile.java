package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A JSON document (RFC 8259) that is read strictly: no second key of a name, nothing after the end, exactly the keys that
 * the dialect says, each of its type.
 */
final class JsonFile {

    private static final JsonMapper MAPPER = JsonMapper.builder()
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .build();

    private final JsonNode node;
    private final String path;

    private JsonFile(JsonNode node, String path) {
        this.node = node;
        this.path = path;
    }

    static JsonFile read(String text) throws UnreadableFile {
        try {
            return new JsonFile(MAPPER.readTree(text), "");
        } catch (JacksonException e) {
            throw new UnreadableFile("line " + e.getLocation().getLineNr() + ": "
                    + e.getOriginalMessage().lines().findFirst().orElse(""));
        }
    }

    /** This object, which must have exactly these keys. */
    JsonFile exactly(String... keys) throws UnreadableFile {
        Set<String> wanted = new TreeSet<>(List.of(keys));
        Set<String> there = new TreeSet<>(node.propertyNames());
        if (!node.isObject() || !wanted.equals(there)) {
            Set<String> missing = new TreeSet<>(wanted);
            missing.removeAll(there);
            there.removeAll(wanted);
            throw new UnreadableFile(at() + (missing.isEmpty() ? "unknown " + there : "lacks " + missing));
        }
        return this;
    }

    JsonFile in(String key) {
        return new JsonFile(node.path(key), path + "/" + key);
    }

    boolean has(String key) {
        return node.has(key);
    }

    List<JsonFile> each() throws UnreadableFile {
        if (!node.isArray()) {
            throw new UnreadableFile(at() + "no list");
        }
        List<JsonFile> all = new ArrayList<>();
        for (int i = 0; i < node.size(); i++) {
            all.add(new JsonFile(node.get(i), path + "/" + i));
        }
        return all;
    }

    String text(String key) throws UnreadableFile {
        if (!node.path(key).isString()) {
            throw new UnreadableFile(in(key).at() + "no text");
        }
        return node.path(key).asString();
    }

    int whole(String key, int min, int max) throws UnreadableFile {
        JsonNode value = node.path(key);
        if (!value.isInt() || value.asInt() < min || value.asInt() > max) {
            throw new UnreadableFile(in(key).at() + value + " is not " + min + " to " + max);
        }
        return value.asInt();
    }

    /** Every text and number in it, by its keys with dots between them. */
    Map<String, String> flat() {
        Map<String, String> values = new HashMap<>();
        flatten("", node, values);
        return values;
    }

    private static void flatten(String path, JsonNode node, Map<String, String> values) {
        if (node.isValueNode()) {
            values.put(path, node.asString());
        }
        node.propertyNames().forEach(key -> flatten(path.isEmpty() ? key : path + "." + key, node.get(key), values));
        for (int i = 0; node.isArray() && i < node.size(); i++) {
            flatten(path + "." + i, node.get(i), values);
        }
    }

    private String at() {
        return (path.isEmpty() ? "/" : path) + ": ";
    }
}
