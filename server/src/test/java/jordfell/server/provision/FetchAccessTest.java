package jordfell.server.provision;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.util.Map;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.Test;

/** Who is given a file, and who is asked to prove to be the phone. */
class FetchAccessTest extends FetchFixture {

    @Test
    void siteAsksForItsNameAndPasswordAndTheLabsPhonesAreToldThem() {
        String mac = "02-4B-7A-0F-01-01";
        long id = released(mac, "2411");
        assertThat(change(Map.of("fetchUser", "pier", "fetchPassword", "gull-and-bollard-9"))
                        .status())
                .isEqualTo(200);
        assertThat(pier.client().get("/api/sites").toString()).doesNotContain("gull-and-bollard");
        HttpResponse<String> unproven = get("024b7a0f0101.korrin", "");
        assertThat(unproven.statusCode()).isEqualTo(401);
        assertThat(unproven.headers().firstValue("WWW-Authenticate"))
                .hasValueSatisfying(v -> assertThat(v).startsWith("Basic realm="));
        assertThat(get("024b7a0f0101.korrin", "pier:wrong").statusCode()).isEqualTo(401);
        RunningServer.until(
                "told",
                () -> pier.sentence(id).equals("It asks for its configuration without the right name and password."));
        assertThat(get("024b7a0f0101.korrin", "pier:gull-and-bollard-9").statusCode())
                .isEqualTo(200);
        pier.unbox(mac);
        pier.untilRail(id, "ppppppp");
    }

    @Test
    void theFirstFileBringsAPasswordOfItsOwnAndOnlyThatOpensTheNext() {
        long id = released("02-4B-7A-0F-01-02", "2412");
        HttpResponse<String> first = get("024b7a0f0102.korrin", "");
        assertThat(first.statusCode()).isEqualTo(200);
        assertThat(get("024b7a0f0102.korrin", "").statusCode())
                .as("its first fetch may have broken off")
                .isEqualTo(200);
        graceIsOver(id);
        assertThat(get("024b7a0f0102.korrin", "").statusCode()).isEqualTo(401);
        assertThat(get("firmware/024b7a0f0102", "").statusCode()).isEqualTo(401);
        assertThat(get("024b7a0f0102.korrin", own(first.body())).statusCode()).isEqualTo(200);
        assertThat(get("024b7a0f0102.korrin", "phone-" + id + ":wrong").statusCode())
                .isEqualTo(401);
    }

    @Test
    void aPhoneThatProvedItselfIsAskedForItsPasswordAtOnce() {
        released("02-4B-7A-0F-01-12", "2419");
        String own = own(get("024b7a0f0112.korrin", "").body());
        assertThat(get("024b7a0f0112.korrin", own).statusCode()).isEqualTo(200);
        assertThat(get("024b7a0f0112.korrin", "").statusCode()).isEqualTo(401);
    }

    @Test
    void aPhoneThatWasResetIsLetInOnceMoreByAReSend() {
        long id = released("02-4B-7A-0F-01-07", "2417");
        String own = own(get("024b7a0f0107.korrin", "").body());
        get("024b7a0f0107.korrin", own);
        assertThat(get("024b7a0f0107.korrin", "").statusCode()).isEqualTo(401);
        pier.client().post("/api/devices/" + id + "/resend", Map.of());
        assertThat(get("024b7a0f0107.korrin", "").statusCode()).isEqualTo(200);
    }

    @Test
    void aChangedPasswordLocksNobodyOut() {
        long id = pier.enrolled("02-4B-7A-0F-01-08", "Rotated", "2418", "");
        pier.release(id);
        String first = own(get("024b7a0f0108.korrin", "").body());
        assertThat(get("024b7a0f0108.korrin", first).statusCode()).isEqualTo(200);
        pier.client().put("/api/settings/DEVICE/" + id + "/provisioning.user", Map.of("value", "desk"));
        pier.client().put("/api/settings/DEVICE/" + id + "/provisioning.password", Map.of("value", "heron #9; & co"));
        pier.release(id);
        HttpResponse<String> second = get("024b7a0f0108.korrin", first);
        assertThat(second.statusCode()).as("it can’t know the new one yet").isEqualTo(200);
        assertThat(second.body()).contains("with         = heron \\#9\\; & co");
        assertThat(get("024b7a0f0108.korrin", first).statusCode())
                .as("it lost power before it took the file")
                .isEqualTo(200);
        assertThat(get("024b7a0f0108.korrin", "desk:heron #9; & co").statusCode())
                .isEqualTo(200);
        assertThat(get("024b7a0f0108.korrin", first).statusCode())
                .as("it proved the new one")
                .isEqualTo(401);
        assertThat(get("024b7a0f0108.korrin", "").statusCode()).isEqualTo(401);
    }

    @Test
    void anUnknownAddressLooksLikeAnEnrolledOneToWhoCanNotProveToBeThePhone() throws Exception {
        long id = released("02-4B-7A-0F-01-09", "2420");
        get("024b7a0f0109.korrin", own(get("024b7a0f0109.korrin", "").body()));
        long parked = pier.enrolled("02-4B-7A-0F-01-0A", "Parked", "2424", "");
        assertThat(parked).isPositive();
        for (String[] asked : new String[][] {{"", ""}, {"x:y", ""}, {"", "firmware/"}}) {
            String ending = asked[1].isEmpty() ? ".korrin" : "";
            String enrolled = looks(get(asked[1] + "024b7a0f0109" + ending, asked[0]));
            assertThat(looks(get(asked[1] + "024b7a0f010a" + ending, asked[0]))).isEqualTo(enrolled);
            assertThat(looks(get(asked[1] + "024b7a0f01ee" + ending, asked[0]))).isEqualTo(enrolled);
        }
        assertThat(curl(pier.token() + "/024b7a0f0109.korrin")).isEqualTo("69:");
        assertThat(curl(pier.token() + "/024b7a0f01ee.korrin")).isEqualTo("69:");
        change(Map.of("fetchFrom", "192.0.2.0/24"));
        assertThat(looks(get("024b7a0f0109.korrin", ""))).isEqualTo(looks(get("024b7a0f01ee.korrin", "")));
        assertThat(id).isPositive();
    }

    @Test
    void requestFromOutsideOfTheSiteIsRefusedAndTold() {
        long id = released("02-4B-7A-0F-01-03", "2413");
        assertThat(change(Map.of("fetchFrom", "192.0.2.0/24")).status()).isEqualTo(200);
        assertThat(get("024b7a0f0103.korrin", "").statusCode()).isEqualTo(403);
        RunningServer.until(
                "told",
                () -> pier.sentence(id)
                        .equals("It asks for its configuration from 127.0.0.1, outside of Eskvik Pier."));
        assertThat(change(Map.of("fetchFrom", "192.0.2.0/33")).problemAt("/fetchFrom"))
                .contains("is no range");
        assertThat(change(Map.of("fetchUser", "pier", "fetchPassword", "short")).problemAt("/fetchPassword"))
                .contains("It has 5 characters.");
    }

    @Test
    void clientThatTriesOneAddressAfterAnotherIsSlowedForAllThatCanNotProveItself() {
        released("02-4B-7A-0F-01-05", "2415");
        String own = own(get("024b7a0f0105.korrin", "").body());
        released("02-4B-7A-0F-01-0B", "2425");
        int last = 0;
        // Another phone of this address may ask in between, which ends a row; the next one is long enough.
        for (int i = 0; i < 240 && last != 429; i++) {
            last = get(String.format(java.util.Locale.ROOT, "024b7aee00%02x.korrin", i), "")
                    .statusCode();
        }
        assertThat(last).isEqualTo(429);
        assertThat(pier.client().get("/api/guessers").toString()).contains("127.0.0.1");
        assertThat(pier.client().get("/api/knocks").toString()).doesNotContain("02-4B-7A-EE-00");
        assertThat(get("024b7a0f010b.korrin", "").statusCode())
                .as("enrolled, and its door open")
                .isEqualTo(429);
        assertThat(get("024b7a0f0105.korrin", own).statusCode()).isEqualTo(200);
        assertThat(pier.client().delete("/api/guessers/127.0.0.1").status()).isEqualTo(204);
        assertThat(get("024b7aee00f8.korrin", "").statusCode()).isEqualTo(401);
        assertThat(get("024b7a0f010b.korrin", "").statusCode()).isEqualTo(200);
    }
}
