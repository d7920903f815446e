package jordfell.server.directory;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Phonebooks over the API: from the roster’s rule to the name on a phone that rings. */
class DirectoryApiTest {

    private static final String LIGHT = "2465";
    private static final String BELL = "2466";

    private final Pier pier = new Pier(RunningServer.shared());

    @BeforeEach
    void numbers() {
        if (pier.client().get("/api/devices?q=Lightkeeper").json().path("rows").isEmpty()) {
            pier.enrolled("02-4B-7A-0B-00-0F", "Lightkeeper", LIGHT, BELL);
        }
    }

    private long made(String name, Object... sources) {
        Answer answer = pier.client()
                .post("/api/phonebooks", Map.of("name", name, "domainId", pier.domainId, "sources", List.of(sources)));
        assertThat(answer.status()).as(answer.toString()).isEqualTo(201);
        return answer.json().path("id").asLong();
    }

    private JsonNode phonebook(long id) {
        for (JsonNode one : pier.client().get("/api/phonebooks").json()) {
            if (one.path("id").asLong() == id) {
                return one;
            }
        }
        throw new AssertionError("no phonebook " + id);
    }

    private Answer put(long phonebook, String family, String kind, String number) {
        return pier.client()
                .post(
                        "/api/phonebooks/" + phonebook + "/contacts",
                        Map.of("family", family, "numbers", List.of(Map.of("kind", kind, "number", number))));
    }

    private List<String> names(long phonebook) {
        List<String> names = new ArrayList<>();
        pier.client()
                .get("/api/phonebooks/" + phonebook + "/contacts")
                .json()
                .path("rows")
                .forEach(c -> names.add(
                        (c.path("family").asString() + " " + c.path("given").asString()).strip()));
        return names;
    }

    private Answer publish(long phonebook) {
        String edition = pier.client()
                .get("/api/phonebooks/" + phonebook + "/changes")
                .json()
                .path("edition")
                .asString();
        return pier.client().post("/api/phonebooks/" + phonebook + "/publish", Map.of("edition", edition));
    }

    private void undo(Answer done) {
        assertThat(pier.client()
                        .post("/api/acts/" + done.json().path("actId").asLong() + "/undo", Map.of())
                        .status())
                .isLessThan(300);
    }

    private JsonNode labPhone(String mac) {
        for (JsonNode phone : pier.client().get("/api/lab").json().path("phones")) {
            if (phone.path("mac").asString().equals(mac)) {
                return phone;
            }
        }
        throw new AssertionError("no phone " + mac);
    }

    @Test
    void whoIsInTheRosterStandsOnThePhoneAndIsKnownWhenTheyCall() {
        String callers = "02-4B-7A-0B-00-01";
        String mine = "02-4B-7A-0B-00-02";
        pier.client()
                .post(
                        "/api/people",
                        Map.of("domainId", pier.domainId, "name", "Wilma Åberg", "department", "Ropeyard"));
        long calling = pier.enrol(Map.of(
                        "device",
                        callers,
                        "model",
                        "korrin-k24",
                        "label",
                        "Ropeyard desk",
                        "extension",
                        "2245",
                        "person",
                        "Wilma Åberg"))
                .json()
                .path("deviceIds")
                .path(0)
                .asLong();
        long book = made("Ropeyard names", Map.of("from", "ROSTER", "departments", List.of("ropeyard")));
        assertThat(names(book)).containsExactly("Åberg Wilma");
        assertThat(publish(book).status()).isEqualTo(200);

        long device = pier.enrolled(mine, "Ropeyard office", "2247", "");
        pier.client().put("/api/settings/DEVICE/" + device + "/phonebook.second", Map.of("value", "Ropeyard names"));
        pier.client().put("/api/settings/DEVICE/" + device + "/phonebook.second-called", Map.of("value", "Ropes"));
        pier.release(device);
        pier.release(calling);
        pier.unbox(mine);
        pier.unbox(callers);
        RunningServer.untilLong(
                "the phone has it",
                () -> labPhone(mine).path("books").toString().contains("\"title\":\"Ropes\",\"names\":1"));
        RunningServer.until(
                "its sheet says so",
                () -> pier.sheet(device)
                        .path("books")
                        .path(1)
                        .path("state")
                        .asString()
                        .equals("TAKEN"));
        JsonNode takers =
                pier.client().get("/api/phonebooks/" + book + "/takers").json().path("takers");
        assertThat(takers.path(0).path("label").asString()).isEqualTo("Ropeyard office");
        assertThat(takers.path(0).path("taking").asString()).isEqualTo("HAS_IT");

        JsonNode found = pier.client()
                .get("/api/lab/phones/" + mine + "/phonebook?typed=wil")
                .json();
        assertThat(found.path(0).path("entry").path("shown").asString()).isEqualTo("Åberg Wilma");
        pier.untilRail(calling, "ppppppp");
        pier.untilRail(device, "ppppppp");
        assertThat(pier.client()
                        .post("/api/lab/phones/" + mine + "/phonebook/call", Map.of("call", "2245"))
                        .json()
                        .path("worked")
                        .asBoolean())
                .isTrue();
        assertThat(pier.client()
                        .post("/api/lab/phones/" + callers + "/phonebook/call", Map.of("call", "2247"))
                        .json()
                        .path("worked")
                        .asBoolean())
                .isTrue();
        JsonNode caller = labPhone(mine).path("caller");
        assertThat(caller.path("name").asString()).isEqualTo("Åberg Wilma");
        assertThat(caller.path("title").asString()).isEqualTo("Ropes");
        assertThat(caller.path("slot").asInt()).isEqualTo(2);

        pier.client().delete("/api/settings/DEVICE/" + device + "/phonebook.second");
    }

    @Test
    void whatChangesStandsInTheTrayUntilItIsPublishedAndPublishingCanBeTakenBack() {
        long book = made("Tray book");
        put(book, "Pier light", "EXTENSION", LIGHT);
        publish(book);
        String before = phonebook(book).path("published").path("edition").asString();
        put(book, "Pier bell", "EXTENSION", BELL);
        assertThat(phonebook(book).path("pending").asString()).isEqualTo("1 name more");
        assertThat(phonebook(book).path("what").asString()).isEqualTo("put Pier bell into Tray book");
        assertThat(pier.client().get("/api/unpublished").json().toString()).contains("Tray book");
        Answer done = publish(book);
        assertThat(phonebook(book).path("pending").asString()).isEmpty();
        undo(done);
        assertThat(phonebook(book).path("published").path("edition").asString()).isEqualTo(before);
        assertThat(phonebook(book).path("pending").asString()).isEqualTo("1 name more");
        pier.client().post("/api/phonebooks/" + book + "/publish", Map.of("edition", before));
        assertThat(pier.client()
                        .post("/api/phonebooks/" + book + "/publish", Map.of("edition", before))
                        .status())
                .as("another one than was looked at")
                .isEqualTo(412);
        assertThat(pier.client().delete("/api/phonebooks/" + book).status()).isEqualTo(204);
    }

    @Test
    void aRemovedPhonebookComesBackWithItsContactsAndEditions() {
        long book = made("Gone book");
        put(book, "Pier light", "EXTENSION", LIGHT);
        publish(book);
        assertThat(pier.client().delete("/api/phonebooks/" + book).status()).isEqualTo(204);
        JsonNode act = pier.client().get("/api/acts").json().path(0);
        assertThat(act.path("title").asString()).isEqualTo("removed phonebook Gone book");
        pier.client().post("/api/acts/" + act.path("id").asLong() + "/undo", Map.of());
        assertThat(names(book)).containsExactly("Pier light");
        assertThat(phonebook(book).path("published").path("names").asInt()).isEqualTo(1);
        pier.client().post("/api/acts/" + act.path("id").asLong() + "/redo", Map.of());
        assertThat(pier.client().get("/api/phonebooks").json().toString()).doesNotContain("Gone book");
    }

    @Test
    void aPhonebookThatPhonesAreGivenIsNeitherRenamedNorRemoved() {
        long book = made("Kept book");
        long device = pier.enrolled("02-4B-7A-0B-00-03", "Keeper", "2248", "");
        pier.client().put("/api/settings/DEVICE/" + device + "/phonebook.third", Map.of("value", "Kept book"));
        assertThat(pier.client().delete("/api/phonebooks/" + book).problemAt("/name"))
                .contains("1 layer gives “Kept book” to phones");
        assertThat(pier.client()
                        .put(
                                "/api/phonebooks/" + book,
                                Map.of("name", "Other", "domainId", pier.domainId, "version", 1))
                        .problemAt("/name"))
                .contains("1 layer gives");
        pier.client().delete("/api/settings/DEVICE/" + device + "/phonebook.third");
        assertThat(pier.client().delete("/api/phonebooks/" + book).status()).isEqualTo(204);
    }

    @Test
    void aNumberThatTwoHaveIsAskedAboutOnce() {
        long book = made("Doubled book");
        put(book, "Pier light", "EXTENSION", LIGHT);
        put(book, "Pier bell", "EXTENSION", LIGHT);
        assertThat(phonebook(book).path("doubled").path(0).path("number").asString())
                .isEqualTo(LIGHT);
        String path = "/api/phonebooks/" + book + "/decisions";
        assertThat(pier.client()
                        .post(path, Map.of("number", LIGHT, "keeper", "Pier bell"))
                        .status())
                .isEqualTo(200);
        assertThat(phonebook(book).path("doubled")).isEmpty();
        assertThat(names(book)).containsExactly("Pier bell");
        assertThat(pier.client()
                        .post(path, Map.of("number", LIGHT, "keeper", ""))
                        .problemAt("/number"))
                .contains("Nobody asks about 2465");
        pier.client().delete("/api/phonebooks/" + book);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            EXTENSION | 2499          | nobody’s
            EXTENSION | 2465          | ''
            MOBILE    | 12 ask him    | refused
            OTHER     | +999 (0)55 01 | said
            """)
    void aNumberIsReadAndLookedAt(String kind, String number, String what) {
        long book = made("Numbers " + number);
        Answer answer = put(book, "Somebody", kind, number);
        if (what.equals("refused")) {
            assertThat(answer.problemAt("/numbers/0")).contains("can’t be dialled");
        } else if (what.equals("said")) {
            assertThat(answer.json().path("said").path(0).asString()).contains("without the (0)");
        } else {
            JsonNode shown = pier.client()
                    .get("/api/phonebooks/" + book + "/contacts")
                    .json()
                    .path("rows")
                    .path(0)
                    .path("numbers")
                    .path(0);
            assertThat(shown.path("brief").asString()).isEqualTo(what);
        }
        pier.client().delete("/api/phonebooks/" + book);
    }

    @ParameterizedTest
    @ValueSource(strings = {"csv", "vcard", "json"})
    void takingInWhatWasWrittenOutChangesNothing(String form) {
        long book = made("Round " + form);
        put(book, "Ørn & <Sønner>; \"A\", 'B'", "EXTENSION", LIGHT);
        pier.client()
                .post(
                        "/api/phonebooks/" + book + "/contacts",
                        Map.of(
                                "family",
                                "כהן",
                                "given",
                                "Dana 😀 e\u0301",
                                "department",
                                "Quay, north",
                                "numbers",
                                List.of(
                                        Map.of("kind", "MOBILE", "number", "+999701122"),
                                        Map.of("kind", "EXTENSION", "number", BELL),
                                        Map.of("kind", "OTHER", "number", "0555123")),
                                "note",
                                "says: \"later\"; =1+1"));
        byte[] file = pier.client()
                .get("/api/phonebooks/" + book + "/export/" + form + "?own=true")
                .response()
                .body()
                .getBytes(StandardCharsets.UTF_8);
        JsonNode looked = pier.client()
                .putFile("/api/phonebooks/" + book + "/import", file)
                .json();
        assertThat(looked.path("unchanged").asInt()).as(looked.toString()).isEqualTo(2);
        assertThat(looked.path("shown")).isEmpty();
        long other = made("Other " + form);
        Answer taken = pier.client().putFile("/api/phonebooks/" + other + "/import/take", file);
        assertThat(taken.json().path("rows").asInt()).isEqualTo(2);
        assertThat(names(other)).isEqualTo(names(book));
        undo(taken);
        assertThat(names(other)).isEmpty();
        pier.client().delete("/api/phonebooks/" + book);
        pier.client().delete("/api/phonebooks/" + other);
    }

    @Test
    void oneContactThatIsThereIsChangedAndWhatCanNotBeTakenIsSaid() {
        long book = made("Import book");
        put(book, "Pier light", "EXTENSION", LIGHT);
        String table =
                "Name,Phone,Mobile,Team\n\"Pier light\",2466,,Lamps\n\"Sørvik, Ida\",2415,+999 70 11,\n,2416,,\nNobody,,,\n";
        JsonNode looked = pier.client()
                .putFile("/api/phonebooks/" + book + "/import", table.getBytes(StandardCharsets.UTF_8))
                .json();
        assertThat(looked.path("fresh").asInt()).isEqualTo(1);
        assertThat(looked.path("changed").asInt()).isEqualTo(1);
        assertThat(looked.path("refused").asInt()).isEqualTo(2);
        assertThat(looked.toString()).contains("department “Lamps” instead of “”", "The name is missing.");
        pier.client().delete("/api/phonebooks/" + book);
    }

    @Test
    void aViewerLooksAndChangesNothing() {
        long book = made("Looked at");
        RunningServer.Client viewer = pier.server().viewer();
        assertThat(viewer.get("/api/phonebooks/" + book + "/contacts").status()).isEqualTo(200);
        assertThat(viewer.post("/api/phonebooks/" + book + "/publish", Map.of("edition", "x"))
                        .status())
                .isEqualTo(403);
        assertThat(viewer.delete("/api/phonebooks/" + book).status()).isEqualTo(403);
        assertThat(viewer.putFile("/api/phonebooks/" + book + "/import/take", new byte[] {1})
                        .status())
                .isEqualTo(403);
        pier.client().delete("/api/phonebooks/" + book);
    }
}
