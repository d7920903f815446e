package jordfell.server.problem;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import jordfell.core.text.PlainText;
import jordfell.core.wish.FieldProblem;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.MediaType;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.RequestBodyAdviceAdapter;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Refuses, at their places, what no JSON body may hold, before anything is done with it: characters that nobody sees, and
 * lists with nothing in them at some place.
 */
@ControllerAdvice
class PlainBodies extends RequestBodyAdviceAdapter {

    /** Fields whose texts may have several lines. */
    private static final Set<String> OF_LINES = Set.of("note", "body", "text");

    private static final int MOST_TOLD = 20;

    private final JsonMapper json;

    PlainBodies(JsonMapper json) {
        this.json = json;
    }

    @Override
    public boolean supports(
            MethodParameter parameter, Type type, Class<? extends HttpMessageConverter<?>> converterType) {
        return !parameter.getParameterType().equals(byte[].class);
    }

    @Override
    public HttpInputMessage beforeBodyRead(
            HttpInputMessage message,
            MethodParameter parameter,
            Type type,
            Class<? extends HttpMessageConverter<?>> converterType)
            throws IOException {
        MediaType sent = message.getHeaders().getContentType();
        if (sent != null && !sent.isCompatibleWith(MediaType.APPLICATION_JSON)) {
            return message;
        }
        byte[] bytes = message.getBody().readAllBytes();
        Optional<JsonNode> tree = tree(bytes);
        List<FieldProblem> problems = new ArrayList<>();
        tree.ifPresent(t -> check(t, "", "", problems));
        if (!problems.isEmpty()) {
            throw RefusedException.fields(problems);
        }
        return new Read(bytes, message.getHeaders());
    }

    private Optional<JsonNode> tree(byte[] bytes) {
        try {
            return Optional.of(json.readTree(bytes));
        } catch (JacksonException e) {
            return Optional.empty(); // told as a body that is no JSON by whoever reads it next
        }
    }

    private static void check(JsonNode node, String pointer, String field, List<FieldProblem> problems) {
        if (problems.size() >= MOST_TOLD) {
            return;
        }
        if (node.isString()) {
            String text = node.asString();
            (OF_LINES.contains(field) ? PlainText.refuseLines(text) : PlainText.refuseLine(text))
                    .ifPresent(why -> problems.add(new FieldProblem(pointer, why, "Type it anew, or take it out.")));
        } else if (node.isArray()) {
            for (int i = 0; i < node.size(); i++) {
                if (node.get(i).isNull()) {
                    problems.add(new FieldProblem(pointer + "/" + i, "The list holds nothing here.", "Leave it out."));
                }
                check(node.get(i), pointer + "/" + i, field, problems);
            }
        } else if (node.isObject()) {
            node.properties().forEach(entry -> {
                String name = entry.getKey().replace("~", "~0").replace("/", "~1");
                check(entry.getValue(), pointer + "/" + name, entry.getKey(), problems);
            });
        }
    }

    /** The message once more, from the bytes that were read. */
    private record Read(InputStream body, HttpHeaders headers) implements HttpInputMessage {

        Read(byte[] bytes, HttpHeaders headers) {
            this(new ByteArrayInputStream(bytes), headers);
        }

        @Override
        public InputStream getBody() {
            return body;
        }

        @Override
        public HttpHeaders getHeaders() {
            return headers;
        }
    }

    @Override
    public @Nullable Object handleEmptyBody(
            @Nullable Object body,
            HttpInputMessage message,
            MethodParameter parameter,
            Type type,
            Class<? extends HttpMessageConverter<?>> converterType) {
        return body;
    }
}
