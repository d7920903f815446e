package jordfell.e2e;

import static jordfell.e2e.Screen.button;
import static jordfell.e2e.Screen.sees;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.TestMethodOrder;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What several phones share, or one of them did to the others, is found in Triage and mended there. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class CauseStoryTest {

    private static final String NOT_TAKEN = "It takes no certificate of the registrar";

    private Jordfell jordfell;
    private Page page;

    @BeforeAll
    void start() {
        jordfell = new Jordfell(true);
        page = jordfell.technician();
    }

    @AfterAll
    void stop() {
        assertThat(jordfell.complaints()).isEmpty();
        jordfell.close();
    }

    private JsonNode read(String path) {
        return JsonMapper.shared().readTree(jordfell.api(page, "GET", path, null));
    }

    /** By what the Lab calls a place that people call so. */
    private String key(String where, String name) {
        for (JsonNode place : read("/api/lab/faults").path("places")) {
            if (place.path("where").asString().equals(where)
                    && place.path("name").asString().equals(name)) {
                return place.path("key").asString();
            }
        }
        throw new AssertionError("no such place: " + name);
    }

    private void scenario(String name, String site) {
        jordfell.api(page, "POST", "/api/lab/scenario", Map.of("scenario", name, "key", key("SITE", site)));
    }

    private void openCause(String beginning) {
        page.navigate(jordfell.address() + "/triage");
        Locator cause = page.getByLabel("Causes").getByText(beginning).first();
        Screen.waits(page, cause, new Locator.WaitForOptions().setTimeout(180_000));
        cause.click();
    }

    /** The one that is found by this. */
    private long device(String wanted) {
        return read("/api/devices?q=" + wanted.replace(" ", "%20"))
                .path("rows")
                .path(0)
                .path("id")
                .asLong();
    }

    private List<String> macsOf(String site) {
        List<String> macs = new ArrayList<>();
        read("/api/devices").path("rows").forEach(row -> {
            if (row.path("site").asString().equals(site)) {
                macs.add(row.path("mac").asString());
            }
        });
        return macs;
    }

    private void waitFor(Locator something) {
        Screen.waits(page, something, new Locator.WaitForOptions().setTimeout(120_000));
    }

    @Test
    @Order(1)
    void crossedLinesAreSentTheirOwnPasswordsAgain() {
        openCause("It used extension 2417’s password.");
        sees(page, "Ticket window 4");
        page.navigate(jordfell.address() + "/fleet/" + device("Ticket window 4"));
        sees(page, "It used extension 2417’s password.");
        button(page, "Re-send configuration").first().click();
        waitFor(page.getByText(Pattern.compile("It passed at")).first());
    }

    @Test
    @Order(2)
    void aReleaseThatBroughtATypoIsTakenBackFromAllThatHadIt() {
        scenario("TEMPLATE_TYPO", "Eskvik Pier");
        openCause("DNS knows no vioce.");
        sees(page, "were in release");
        Locator back = page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Take release [0-9]+ back$")));
        page.waitForResponse("**/api/triage/take-back", back::click);
        page.navigate(jordfell.address() + "/today");
        waitFor(page.getByLabel("Under way")
                .getByText(Pattern.compile("Take release [0-9]+ back"))
                .first());
        waitFor(page.getByText(Pattern.compile("It passed at")).first());
        jordfell.api(page, "DELETE", "/api/lab/scenario", null);
    }

    @Test
    @Order(3)
    void aCertificateThatRanOutIsSaidAndPassesWithANewOne() {
        for (String node : new String[] {"north", "south"}) {
            jordfell.api(
                    page,
                    "POST",
                    "/api/lab/faults",
                    Map.of("where", "NODE", "key", key("NODE", node), "kind", "CERTIFICATE_EXPIRED"));
        }
        // Whoever keeps a connection open does not look at it until that ends.
        jordfell.api(
                page, "POST", "/api/lab/phones/act", Map.of("act", "RESTART", "macs", macsOf("Sundholm Pilot House")));
        openCause(NOT_TAKEN);
        sees(page, "is not taken: certificate expired");
        for (JsonNode place : read("/api/lab/faults").path("places")) {
            for (JsonNode fault : place.path("faults")) {
                jordfell.api(
                        page, "DELETE", "/api/lab/faults/" + fault.path("id").asLong(), null);
            }
        }
        page.getByLabel("Causes")
                .getByText(NOT_TAKEN)
                .first()
                .waitFor(new Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED)
                        .setTimeout(120_000));
    }

    @Test
    @Order(4)
    void aBannedNeighbourhoodIsHeardAgainWithOneAct() {
        // It shows as soon as one of them has to register again, which is every two minutes.
        jordfell.api(page, "PUT", "/api/clock/pace", Map.of("pace", 6));
        scenario("NEIGHBOURS_BANNED", "Norrskar Workshop");
        openCause("hears nothing from 198.51.100.");
        jordfell.api(page, "PUT", "/api/clock/pace", Map.of("pace", 1));
        sees(page, "registrations from there were refused, the last of");
        Pattern hearAgain = Pattern.compile("Have (north|south) hear .* again");
        Locator unban = page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(hearAgain))
                .first();
        waitFor(unban);
        page.waitForResponse(answer -> answer.url().contains("/remedies") && answer.status() == 200, unban::click);
        page.navigate(jordfell.address() + "/today");
        waitFor(page.getByLabel("Under way").getByText(hearAgain).first());
        jordfell.api(page, "DELETE", "/api/lab/scenario", null);
    }
}
