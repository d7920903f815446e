package jordfell.server.security;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Every operation of the API description is asked with what its own schema allows and with what it doesn't: whatever
 * comes, the answer is one that says what is wrong, and never that something failed here.
 */
class ApiFuzzTest {

    private static final int CASES = 40;

    /** These would end the test's own session, or keep the connection. */
    private static final Set<String> LEFT_OUT = Set.of("DELETE /api/session", "POST /api/session", "GET /api/events");

    private static final List<String> ODD = List.of(
            "null",
            "{}",
            "[]",
            "\"\"",
            "\"x\"",
            "-1",
            "0",
            "1e99",
            "9223372036854775808",
            "true",
            "[null]",
            "[{}]",
            "[-1]");

    private static RunningServer server;
    private static Client client;
    private static JsonNode description;

    @BeforeAll
    static void start() {
        server = RunningServer.fresh();
        Pier pier = new Pier(server);
        long id = pier.enrolled("02-4B-7A-FA-00-01", "Fuzzed", "2401", "");
        pier.release(id);
        pier.unbox("02-4B-7A-FA-00-01");
        client = server.lead();
        description = client.get("/api/openapi").json();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void noAnswerSaysThatSomethingFailedHere() {
        Random random = new Random(20_261_126);
        TreeMap<String, String> failed = new TreeMap<>();
        int operations = 0;
        int cases = 0;
        for (Map.Entry<String, JsonNode> path : description.path("paths").properties()) {
            for (Map.Entry<String, JsonNode> operation : path.getValue().properties()) {
                String name = operation.getKey().toUpperCase(java.util.Locale.ROOT) + " " + path.getKey();
                if (LEFT_OUT.contains(name)) {
                    continue;
                }
                operations++;
                for (int i = 0; i < CASES; i++) {
                    String address = address(path.getKey(), operation.getValue(), random, i);
                    String body = body(operation.getValue(), random, i);
                    cases++;
                    Answer answer = client.send(
                            operation.getKey().toUpperCase(java.util.Locale.ROOT),
                            address,
                            body.isEmpty() ? null : body);
                    if (answer.status() >= 500 && answer.status() != 503) {
                        failed.putIfAbsent(name, address + " with " + body);
                    }
                }
            }
        }
        System.out.println("API fuzz: " + operations + " operations, " + cases + " cases, " + failed.size()
                + " operations answered 5xx");
        assertThat(failed).isEmpty();
        assertThat(operations).isGreaterThan(100);
    }

    private static String address(String path, JsonNode operation, Random random, int round) {
        String address = path;
        StringBuilder query = new StringBuilder();
        for (JsonNode parameter : operation.path("parameters")) {
            String name = parameter.path("name").asString();
            String value = plain(parameter.path("schema"), random, round);
            if (parameter.path("in").asString().equals("path")) {
                address = address.replace("{" + name + "}", encoded(value.isEmpty() ? "1" : value));
            } else if (parameter.path("in").asString().equals("query") && random.nextInt(5) > 0) {
                query.append(query.isEmpty() ? '?' : '&')
                        .append(name)
                        .append('=')
                        .append(encoded(value));
            }
        }
        return address + query;
    }

    private static String encoded(String value) {
        return URLEncoder.encode(value, StandardCharsets.UTF_8).replace("+", "%20");
    }

    private static String plain(JsonNode schema, Random random, int round) {
        if (schema.path("type").asString("").equals("integer")) {
            return List.of("1", "1", "2", "0", "-1", "999999", "x", "9223372036854775807")
                    .get(random.nextInt(round < 4 ? 2 : 8));
        }
        if (schema.has("enum")) {
            return schema.path("enum")
                    .get(random.nextInt(schema.path("enum").size()))
                    .asString();
        }
        return schema.path("type").asString("").equals("boolean")
                ? "true"
                : List.of(
                                "korrin-k24",
                                "DEVICE",
                                "1",
                                "devices",
                                "clock.zone",
                                "x",
                                "é",
                                "a".repeat(500),
                                "%00",
                                "02-4B-7A-FA-00-01")
                        .get(random.nextInt(10));
    }

    private static String body(JsonNode operation, Random random, int round) {
        JsonNode content = operation.path("requestBody").path("content");
        if (content.isMissingNode()) {
            return "";
        }
        JsonNode schema = content.properties().iterator().next().getValue().path("schema");
        return round < ODD.size() ? ODD.get(round) : text(value(schema, random, 0));
    }

    private static String text(Object value) {
        return JsonMapper.shared().writeValueAsString(value);
    }

    /** Something that the schema allows, with a piece that it does not allow now and then. */
    private static Object value(JsonNode schema, Random random, int depth) {
        if (random.nextInt(12) == 0 || depth > 6) {
            return JsonMapper.shared().readTree(ODD.get(random.nextInt(7)));
        }
        if (schema.has("$ref")) {
            String name = schema.path("$ref").asString().replaceAll(".*/", "");
            return value(description.path("components").path("schemas").path(name), random, depth + 1);
        }
        if (schema.has("enum")) {
            return schema.path("enum")
                    .get(random.nextInt(schema.path("enum").size()))
                    .asString();
        }
        return switch (schema.path("type").asString("object")) {
            case "integer", "number" ->
                List.of(0, 1, 1, 2, -1, 60, 5060, Integer.MAX_VALUE).get(random.nextInt(8));
            case "boolean" -> random.nextBoolean();
            case "string" ->
                List.of(
                                "",
                                "x",
                                "2402",
                                "Eskvik Pier",
                                "korrin-k24",
                                "02-4B-7A-FA-00-02",
                                "2026-11-26T10:00:00Z",
                                "1",
                                "= 1 +",
                                "{{",
                                "192.0.2.0/24",
                                "z".repeat(300))
                        .get(random.nextInt(12));
            case "array" -> {
                List<Object> items = new ArrayList<>();
                for (int i = random.nextInt(3); i >= 0; i--) {
                    items.add(value(schema.path("items"), random, depth + 1));
                }
                yield items;
            }
            default -> {
                Map<String, Object> fields = new TreeMap<>();
                schema.path("properties").properties().forEach(field -> {
                    if (random.nextInt(8) > 0) {
                        fields.put(field.getKey(), value(field.getValue(), random, depth + 1));
                    }
                });
                if (schema.path("additionalProperties").isObject()) {
                    fields.put("x", value(schema.path("additionalProperties"), random, depth + 1));
                }
                yield fields;
            }
        };
    }
}
