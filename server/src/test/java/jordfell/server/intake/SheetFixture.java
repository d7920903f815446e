package jordfell.server.intake;

import java.nio.charset.Charset;
import java.util.Map;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.AfterEach;
import tools.jackson.databind.JsonNode;

/** A sheet that is put aside after each test. */
abstract class SheetFixture {

    final Client client = RunningServer.shared().lead();

    @AfterEach
    void putAside() {
        client.delete("/api/intake/sheet");
    }

    Answer file(String name, String text, Charset charset) {
        return client.putFile("/api/intake/sheet/file?instead=true&name=" + name, text.getBytes(charset));
    }

    JsonNode sheet() {
        return client.get("/api/intake/sheet").json();
    }

    JsonNode rows() {
        return client.get("/api/intake/sheet/rows").json().path("rows");
    }

    Answer answer(String question, String answer) {
        return client.post("/api/intake/sheet/answers", Map.of("question", question, "answer", answer));
    }

    long devices(String q) {
        return client.get("/api/devices?q=" + q).json().path("total").asLong();
    }

    String passwordOf(String number) {
        long id = client.get("/api/extensions?domainId=1&q=" + number)
                .json()
                .path("rows")
                .get(0)
                .path("id")
                .asLong();
        return client.post("/api/extensions/" + id + "/password/reveal", Map.of("reason", "is it kept?"))
                .json()
                .path("secret")
                .asString();
    }
}
