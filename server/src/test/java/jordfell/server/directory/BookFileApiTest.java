package jordfell.server.directory;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import jordfell.server.support.RunningServer.Client;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The file that stands beside the contacts of a phonebook, and what a body that is being written makes of one. */
class BookFileApiTest {

    private static final String DOMAIN = "files.tarnholm.example";

    private final Client client = RunningServer.shared().technician();
    private long domain;

    @BeforeEach
    void aDomainInWhichMostMayCallOut() {
        for (JsonNode one : client.get("/api/domains").json()) {
            if (one.path("name").asString().equals(DOMAIN)) {
                domain = one.path("id").asLong();
                return;
            }
        }
        domain = made(client.post(
                "/api/domains",
                Map.ofEntries(
                        Map.entry("name", DOMAIN),
                        Map.entry("realm", "files"),
                        Map.entry("expiryMin", 60),
                        Map.entry("expiryUsual", 3600),
                        Map.entry("expiryMax", 7200),
                        Map.entry("contactLimit", 2),
                        Map.entry("transports", "udp"),
                        Map.entry("passwordShortest", 12),
                        Map.entry("passwordScore", 2),
                        Map.entry("outsideScore", 3),
                        Map.entry("pinDigits", 4),
                        Map.entry(
                                "nodes",
                                List.of(Map.of(
                                        "name", "east", "host", "e." + DOMAIN, "address", "192.0.2.44", "port", 5060))),
                        Map.entry("blocks", List.of(Map.of("first", 3100, "last", 3199, "purpose", "people"))))));
        long out = made(client.post(
                "/api/dial-lists",
                Map.of(
                        "domainId",
                        domain,
                        "name",
                        "Out",
                        "rows",
                        List.of(Map.of("pattern", "000x.", "goes", "OUTSIDE", "dropped", 3, "before", "+")))));
        made(client.post("/api/permissions", Map.of("domainId", domain, "name", "calls out", "lists", List.of(out))));
        extension("3101", "calls out");
        extension("3102", "calls out");
        extension("3103", "");
    }

    private static long made(Answer answer) {
        assertThat(answer.status()).as(answer.toString()).isEqualTo(201);
        return answer.json().path("id").asLong();
    }

    private void extension(String number, String permission) {
        long id = made(client.post("/api/extensions", Map.of("domainId", domain, "number", number)));
        JsonNode now = client.get("/api/extensions/" + id).json();
        Map<String, Object> wish = new HashMap<>();
        for (String field : List.of("number", "displayName", "authUser", "outgoing")) {
            wish.put(field, now.path(field).asString());
        }
        wish.put("contactLimit", now.path("contactLimit").asInt());
        wish.put("outside", now.path("outside").asBoolean());
        wish.put("version", now.path("version").asLong());
        wish.put("permissionClass", permission);
        assertThat(client.put("/api/extensions/" + id, wish).status()).isLessThan(300);
    }

    private long book(String name) {
        return made(client.post("/api/phonebooks", Map.of("name", name, "domainId", domain, "sources", List.of())));
    }

    private void put(long book, String family, String kind, String number) {
        Map<String, Object> contact =
                Map.of("family", family, "numbers", List.of(Map.of("kind", kind, "number", number)));
        made(client.post("/api/phonebooks/" + book + "/contacts", contact));
    }

    private JsonNode file(long book, int position, String family, String more) {
        return client.get("/api/phonebooks/" + book + "/file?position=" + position + "&family=" + family + more)
                .json();
    }

    @Test
    void isShownAroundAContactAsItsFamilyGetsIt() {
        long book = book("Shown book");
        put(book, "Åse", "EXTENSION", "3101");
        put(book, "Berg", "EXTENSION", "3199");
        put(book, "Łukasz", "EXTENSION", "3102");
        JsonNode korrin = file(book, 2, "korrin", "");
        int from = korrin.path("litFrom").asInt();
        assertThat(korrin.path("lines").path(from).asString()).isEqualTo("[entry.2]");
        assertThat(korrin.path("names").asInt()).as("nobody has 3199").isEqualTo(2);
        assertThat(file(book, 2, "ombrel", "").path("lines").toString()).contains("shown=\\\"Lukasz\\\"");
        assertThat(file(book, 1, "korrin", "").path("litTo").asInt()).isZero();
        assertThat(file(book, 0, "tessaro", "").path("trouble").asString()).contains("read no phonebook");
        client.delete("/api/phonebooks/" + book);
    }

    @Test
    void whatMostMayDialIsInItUnlessAnotherPermissionIsAskedFor() {
        long book = book("Far book");
        put(book, "Far away", "MOBILE", "+999 701 12233");
        assertThat(file(book, 0, "korrin", "").path("lines").toString()).contains("= 00099970112233");
        assertThat(file(book, 0, "korrin", "&permission=none").path("names").asInt())
                .isZero();
        JsonNode contact = client.get("/api/phonebooks/" + book + "/contacts")
                .json()
                .path("rows")
                .path(0)
                .path("numbers")
                .path(0);
        assertThat(contact.path("brief").asString()).isEqualTo("not for all");
        assertThat(contact.path("trouble").asString()).isEqualTo("+99970112233 can’t be dialled without a permission.");
        client.delete("/api/phonebooks/" + book);
    }

    @Test
    void aBodyIsTriedWithWhatMostMayDialToo() {
        long book = book("Tried book");
        put(book, "Far away", "MOBILE", "+999 701 12233");
        JsonNode korrin = null;
        for (JsonNode family : client.get("/api/families").json()) {
            korrin = family.path("id").asString().equals("korrin") ? family : korrin;
        }
        assertThat(korrin).isNotNull();
        Answer tried = client.post(
                "/api/families/phonebook/check",
                Map.of(
                        "body",
                        korrin.path("phonebook").asString(),
                        "escaping",
                        korrin.path("escaping").asString(),
                        "phonebookId",
                        book));
        assertThat(tried.json().path("text").asString()).contains("= 00099970112233");
        client.delete("/api/phonebooks/" + book);
    }
}
