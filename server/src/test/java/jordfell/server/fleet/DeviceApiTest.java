package jordfell.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.RunningServer.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

class DeviceApiTest {

    private final Pier pier = new Pier(RunningServer.shared());

    private Answer bind(long id, String... numbers) {
        return pier.client().put("/api/devices/" + id + "/lines", Map.of("numbers", List.of(numbers)));
    }

    private Map<String, Object> wish(long id) {
        var sheet = pier.sheet(id);
        Map<String, Object> wish = new HashMap<>();
        wish.put("label", sheet.path("label").asString());
        wish.put("modelId", sheet.path("modelId").asString());
        wish.put("siteId", sheet.path("siteId").asLong());
        wish.put("templateId", sheet.path("templateId").asLong());
        wish.put("note", "");
        wish.put("version", sheet.path("version").asLong());
        return wish;
    }

    @Test
    void linesAreRefusedWhereTheModelTheDomainOrAnotherDeviceSaysSo() {
        long id = pier.enrolled("02-4B-7A-04-00-01", "Lines", "2450", "");
        assertThat(bind(id, "2450", "2999").problemAt("/numbers/1")).contains("There is no extension 2999");
        assertThat(bind(id, "2450", "2450").problemAt("/numbers/1")).contains("can’t both be 2450");
        assertThat(bind(id, "1", "2", "3", "4", "5", "6", "7").problemAt("/numbers/6"))
                .contains("The Korrin K24 has 6 lines; 7 were given.");
        assertThat(pier.sheet(id).path("lines")).hasSize(1);
    }

    @Test
    void deskPhoneDoesNotBecomeAProgramByAnEdit() {
        long id = pier.enrolled("02-4B-7A-04-00-11", "Box", "", "");
        Map<String, Object> wish = wish(id);
        wish.put("modelId", "quillon");
        assertThat(pier.client().put("/api/devices/" + id, wish).problemAt("/modelId"))
                .startsWith(
                        "02-4B-7A-04-00-11 is the MAC of a device; the Quillon softphone is a program, and has none.");
        JsonNode many = pier.client()
                .post("/api/fleet/try/change", Map.of("deviceIds", List.of(id), "modelId", "quillon"))
                .json();
        assertThat(many.get(0).path("refusal").asString())
                .isEqualTo(
                        "02-4B-7A-04-00-11 is the MAC of a device; the Quillon softphone is a program, and has none.");
    }

    @Test
    void templateOfAnotherDomainIsRefusedForDevicesAndKits() {
        long other = pier.client()
                .post("/api/templates", Map.of("domainId", otherDomain(), "name", "Elsewhere"))
                .json()
                .path("id")
                .asLong();
        long id = pier.enrolled("02-4B-7A-04-00-15", "Own domain", "", "");
        Map<String, Object> wish = wish(id);
        wish.put("templateId", other);
        assertThat(pier.client().put("/api/devices/" + id, wish).problemAt("/templateId"))
                .startsWith("Elsewhere is a template of another domain.");
        Map<String, Object> kit = Map.of(
                "domainId",
                pier.domainId,
                "name",
                "Foreign kit",
                "contactLimit",
                2,
                "devices",
                List.of(Map.of("kind", "DESK_PHONE", "templateId", other)));
        assertThat(pier.client().post("/api/kits", kit).problemAt("/devices"))
                .startsWith("There is no such template in this domain.");
    }

    private long otherDomain() {
        for (JsonNode domain : pier.client().get("/api/domains").json()) {
            if (domain.path("id").asLong() != pier.domainId) {
                return domain.path("id").asLong();
            }
        }
        throw new IllegalStateException("there is one domain only");
    }

    @Test
    void bindingChecksPortsBehindARouterAsIntakeDoes() {
        pier.client()
                .post(
                        "/api/sites",
                        Map.of(
                                "domainId",
                                pier.domainId,
                                "name",
                                "Net loft",
                                "natTimeout",
                                60,
                                "behindNat",
                                true,
                                "portBase",
                                20_000,
                                "allowsLocalMacs",
                                true));
        pier.enrolledAt("Net loft", "02-4B-7A-04-00-12", "Loft 1", "2235");
        long second = pier.enrolledAt("Net loft", "02-4B-7A-04-00-13", "Loft 2", "2236");
        assertThat(bind(second, "2235").problemAt("/numbers/0"))
                .startsWith("Loft 1 has local port 22235 behind the same router.");
        long elsewhere = pier.enrolled("02-4B-7A-04-00-14", "Quay", "", "");
        assertThat(bind(elsewhere, "2235").status()).isEqualTo(200);
    }

    @Test
    void extensionIsSharedWithinItsLimitOnly() {
        long one = pier.enrolled("02-4B-7A-04-00-02", "Desk one", "2451", "");
        long two = pier.enrolled("02-4B-7A-04-00-03", "Desk two", "", "");
        long three = pier.enrolled("02-4B-7A-04-00-04", "Desk three", "", "");
        assertThat(bind(two, "2451").status()).isEqualTo(200);
        assertThat(bind(three, "2451").problemAt("/numbers/0")).contains("2451 is on Desk one and others already");
        assertThat(one).isLessThan(two);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    label   | ''         | /label   | The label is missing.
                    modelId | k99        | /modelId | There is no such model.
                    modelId | ''         | /modelId | There is no such model.
                    siteId  | 4711       | /siteId  | There is no such site.
                    """)
    void badChangesAreRefusedAtTheirField(String field, String value, String pointer, String reason) {
        long id = pier.enrolled(
                "02-4B-7A-04-01-" + Integer.toHexString(0x10 + Math.abs((field + value).hashCode() % 0x60)),
                "Change " + field + value,
                "",
                "");
        Map<String, Object> wish = wish(id);
        wish.put(field, value);
        assertThat(pier.client().put("/api/devices/" + id, wish).problemAt(pointer))
                .contains(reason);
    }

    @Test
    void linesAreBoundOverTheDeviceThatWasSeenOnly() {
        long id = pier.enrolled("02-4B-7A-04-00-05", "Lines raced", "2445", "");
        long seen = pier.sheet(id).path("version").asLong();
        assertThat(bind(id, "").status()).isEqualTo(200);
        Answer late = pier.client()
                .put("/api/devices/" + id + "/lines", Map.of("numbers", List.of("2445", ""), "version", seen));
        assertThat(late.status()).isEqualTo(412);
        assertThat(pier.sheet(id).path("lines")).hasSize(1);
        assertThat(pier.client()
                        .put(
                                "/api/devices/" + id + "/lines",
                                Map.of("numbers", List.of("2445", ""), "version", seen + 1))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void lostRaceIsSaidSoAndOverwritesNothing() {
        long id = pier.enrolled("02-4B-7A-04-00-06", "Race", "", "");
        Map<String, Object> mine = wish(id);
        Map<String, Object> theirs = wish(id);
        theirs.put("label", "Theirs");
        assertThat(pier.client().put("/api/devices/" + id, theirs).status()).isEqualTo(200);
        mine.put("label", "Mine");
        Answer lost = pier.client().put("/api/devices/" + id, mine);
        assertThat(lost.status()).isEqualTo(412);
        assertThat(lost.json().path("detail").asString()).contains("changed by somebody else");
        assertThat(pier.sheet(id).path("label").asString()).isEqualTo("Theirs");
    }

    @Test
    void deviceStaysInItsDomain() {
        long id = pier.enrolled("02-4B-7A-04-00-07", "Stay", "", "");
        Map<String, Object> wish = wish(id);
        wish.put(
                "siteId",
                pier.server().bean(jordfell.server.records.SiteStore.class).all().stream()
                        .filter(s -> s.name().equals("Auction Hall"))
                        .findFirst()
                        .orElseThrow()
                        .id());
        assertThat(pier.client().put("/api/devices/" + id, wish).problemAt("/siteId"))
                .contains("another domain");
    }

    @Test
    void listIsFoundByFragmentOfMacLabelAndExtension() {
        long id = pier.enrolled("02-4B-7A-04-AB-CD", "Quay lamp 100%_x", "2452", "");
        RunningServer.until(
                "listed",
                () -> pier.client().get("/api/devices?q=quay+lamp").toString().contains("Quay lamp"));
        for (String q : List.of("04-AB-CD", "04abcd", "04:ab:cd", "Quay%20lamp", "2452", "100%25_x")) {
            assertThat(pier.client().get("/api/devices?q=" + q).json().path("rows"))
                    .as(q)
                    .hasSize(1)
                    .allSatisfy(row -> assertThat(row.path("id").asLong()).isEqualTo(id));
            assertThat(pier.client().get("/api/search?q=" + q).toString()).as(q).contains("Quay lamp");
        }
        assertThat(pier.client().get("/api/devices?q=lamp%25x").json().path("rows"))
                .isEmpty();
        assertThat(pier.client()
                        .get("/api/devices?q=%27%3B+drop+table+device%3B--")
                        .status())
                .isEqualTo(200);
    }

    @Test
    void removedDeviceIsGone() {
        long id = pier.enrolled("02-4B-7A-04-00-08", "Gone", "2453", "");
        assertThat(pier.client().delete("/api/devices/" + id).status()).isEqualTo(204);
        assertThat(pier.client().get("/api/devices/" + id).status()).isEqualTo(404);
        assertThat(pier.client().get("/api/devices/" + id).json().path("detail").asString())
                .isEqualTo("There is no such device.");
        // Its MAC and its extension are free again.
        pier.enrolled("02-4B-7A-04-00-08", "Back", "2453", "");
    }
}
