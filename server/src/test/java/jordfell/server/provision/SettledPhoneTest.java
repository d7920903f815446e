package jordfell.server.provision;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Map;
import jordfell.core.identity.MacAddress;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.FetchDoor;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A phone that took its file and proves it is answered after one look: by what is on record at that moment. */
class SettledPhoneTest extends FetchFixture {

    private static final String FILE = "024b7a0f0121.korrin";

    private long id;
    private String own = "";

    private boolean isSettled() {
        return pier.server()
                .bean(FetchDoor.class)
                .settled(pier.token(), MacAddress.of("02-4B-7A-0F-01-21"))
                .isPresent();
    }

    /** One device for all of these: enrolled once, and settled anew. */
    private void settle() {
        id = pier.server()
                .bean(Jdbc.class)
                .one("select id from device where mac = '024b7a0f0121'", row -> row.number("id"))
                .orElseGet(() -> released("02-4B-7A-0F-01-21", "2119"));
        pier.client().post("/api/devices/" + id + "/resend", Map.of());
        own = own(get(FILE, "").body());
        assertThat(get(FILE, own).statusCode()).isEqualTo(200);
        assertThat(isSettled()).isTrue();
    }

    private long written() {
        return pier.server()
                .bean(Jdbc.class)
                .one(
                        "select coalesce(delivered_at, timestamp with time zone '2000-01-01 00:00:00Z') at, proven_item "
                                + "from device_fetch where device_id = ?",
                        row -> row.time("at").toEpochMilli() + row.number("proven_item"),
                        id)
                .orElse(0L);
    }

    @Test
    void itIsSettledOnceItProvedTheFileThatItTook() {
        settle();
        long before = written();
        HttpResponse<String> again = get(FILE, own);
        assertThat(again.statusCode()).isEqualTo(200);
        assertThat(own(again.body())).isEqualTo(own);
        assertThat(written()).isEqualTo(before);
        assertThat(again.headers().firstValue("Cache-Control")).hasValue("no-store");
        assertThat(again.headers().firstValue("Set-Cookie")).isEmpty();
    }

    @Test
    void anotherPasswordOrNoneOrAnotherFileIsNotItsOwn() {
        settle();
        assertThat(get(FILE, "").statusCode()).isEqualTo(401);
        assertThat(get(FILE, own + "x").statusCode()).isEqualTo(401);
        assertThat(get("024b7a0f0121.ombrel", own).statusCode()).isEqualTo(401);
    }

    @Test
    void siteThatNoLongerTakesItsAddressRefusesIt() {
        settle();
        change(Map.of("fetchFrom", "192.0.2.0/24"));
        assertThat(get(FILE, own).statusCode()).isEqualTo(403);
    }

    @Test
    void deviceOnTheShelfIsGivenNothing() {
        settle();
        Jdbc jdbc = pier.server().bean(Jdbc.class);
        jdbc.update("update device set standing = 'SPARE' where id = ?", id);
        assertThat(isSettled()).isFalse();
        assertThat(get(FILE, own).statusCode()).isEqualTo(401);
        jdbc.update("update device set standing = 'IN_USE' where id = ?", id);
        assertThat(get(FILE, own).statusCode()).isEqualTo(200);
    }

    @Test
    void newReleaseIsGivenAtOnceAndSettlesItAnew() {
        settle();
        String tag = get(FILE, own).headers().firstValue("ETag").orElseThrow();
        pier.client()
                .put(
                        "/api/settings/DEVICE/" + id + "/diagnostics.log-level",
                        Map.of("value", tag.hashCode() % 2 == 0 ? "5" : "6"));
        pier.client().put("/api/settings/DEVICE/" + id + "/screen.idle-text", Map.of("value", tag.substring(1, 6)));
        pier.release(id);
        assertThat(isSettled()).isFalse();
        HttpResponse<String> newer = get(FILE, own);
        assertThat(newer.statusCode()).isEqualTo(200);
        assertThat(newer.headers().firstValue("ETag")).isPresent().isNotEqualTo(java.util.Optional.of(tag));
        assertThat(isSettled()).isTrue();
        assertThat(get(FILE, own).body()).isEqualTo(newer.body());
    }

    @Test
    void reSendIsAnotherTagAndOpensTheDoorOnceMore() {
        settle();
        String tag = get(FILE, own).headers().firstValue("ETag").orElseThrow();
        pier.client().post("/api/devices/" + id + "/resend", Map.of());
        assertThat(isSettled()).isFalse();
        assertThat(get(FILE, own).headers().firstValue("ETag")).isPresent().isNotEqualTo(java.util.Optional.of(tag));
    }

    @ParameterizedTest
    @ValueSource(strings = {"HEAD", "POST", "PUT", "DELETE", "OPTIONS"})
    void phonesOnlyGet(String method) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create(pier.server().address() + "/p/" + pier.token() + "/" + FILE))
                .method(method, HttpRequest.BodyPublishers.noBody())
                .build();
        HttpResponse<String> answer = http.send(request, HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(405);
        assertThat(answer.headers().firstValue("Allow")).hasValue("GET");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "a/b/c", "firmware", "firmware/a/b", "../../api/devices", "%2e%2e/x"})
    void whatIsNoFileIsNotThere(String path) {
        assertThat(get(path, "").statusCode()).isIn(400, 404);
    }
}
