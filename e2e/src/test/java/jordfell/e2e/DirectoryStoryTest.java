package jordfell.e2e;

import static jordfell.e2e.Screen.button;
import static jordfell.e2e.Screen.go;
import static jordfell.e2e.Screen.sees;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import jordfell.server.provision.tftp.TftpServer;
import jordfell.server.records.SiteStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;

/** The company’s names on its phones: from the roster’s rule to the name on a phone that rings, and a list that went empty. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class DirectoryStoryTest {

    private static final String RINGS = "02-4B-7A-00-77-71";
    private static final String CALLS = "02-4B-7A-00-77-72";

    private Jordfell jordfell;
    private Page page;
    private Pier pier;

    @BeforeAll
    void start() {
        jordfell = new Jordfell(false);
        page = jordfell.technician();
        pier = new Pier(RunningServer.at(jordfell.address()));
    }

    @AfterAll
    void stop() {
        jordfell.close();
    }

    @Test
    void aNameOfTheRosterStandsOnThePhoneThatRings() throws Exception {
        pier.client()
                .post("/api/people", Map.of("domainId", pier.domainId, "name", "Greta Holm", "department", "Net loft"));
        long calling = enrolled(CALLS, "Net loft desk", "2471", "Greta Holm");
        go(page, "Directory");
        sees(page, "Make a phonebook…");
        button(page, "Make a phonebook…").click();
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Net loft");
        page.getByLabel("Departments, with commas between them; none for all").fill("Net loft");
        button(page, "Make it").click();
        sees(page, "Made of the roster, net loft.");
        sees(page, "it was never published");
        button(page, "Look and publish…").click();
        sees(page, "1 name: 1 name more.");
        page.getByText("Publish edition").last().click();
        sees(page, "Phones are given edition");

        long ringing = enrolled(RINGS, "Net loft wall", "2472", "");
        pier.client().put("/api/settings/DEVICE/" + ringing + "/phonebook.first", Map.of("value", "Net loft"));
        pier.release(ringing);
        pier.release(calling);
        String file = RINGS.replace("-", "").toLowerCase(java.util.Locale.ROOT) + ".book-1";
        assertThat(overTftp(file)).contains("shows    = Holm Greta", "call.1   = 2471");
        pier.unbox(RINGS);
        pier.unbox(CALLS);
        pier.untilRail(ringing, "ppppppp");
        pier.untilRail(calling, "ppppppp");
        go(page, "Directory");
        page.getByText("Net loft", new Page.GetByTextOptions().setExact(true))
                .first()
                .click();
        sees(page, "1 of 1 phone");
        pier.client().post("/api/lab/phones/" + CALLS + "/phonebook/call", Map.of("call", "2472"));
        go(page, "Lab");
        sees(page, "looked up in “Net loft”, slot 1");
        assertThat(jordfell.complaints()).isEmpty();
    }

    @Test
    void aListThatWentEmptyOvernightIsKeptUntilSomebodyTakesIt() {
        String list = "http://lists.example/story.csv";
        there(list, "Name,Phone\nAldvik,0555 10\nBergsund,0555 20\nDalhamn,0555 30\nEknäs,0555 40\n");
        pier.client()
                .post(
                        "/api/phonebooks",
                        Map.of(
                                "name",
                                "Story list",
                                "sources",
                                List.of(Map.of("from", "ADDRESS", "address", list, "everyMinutes", 10_080))));
        go(page, "Directory");
        sees(page, "Story list");
        page.getByText("Story list", new Page.GetByTextOptions().setExact(true))
                .first()
                .click();
        button(page, "Fetch now").click();
        sees(page, "Bergsund");
        there(list, "Name,Phone\n");
        button(page, "Fetch now").click();
        sees(page, "It has no names any more; the 4 that it had are kept.");
        sees(page, "Bergsund");
        button(page, "Take the 0 names instead").click();
        sees(page, "Nobody is in it");
        button(page, "Take the 4 names instead").click();
        sees(page, "Bergsund");
        assertThat(jordfell.complaints()).isEmpty();
    }

    private void there(String address, String text) {
        pier.client()
                .put(
                        "/api/lab/web",
                        Map.of("address", address, "text", text, "contentType", "text/csv", "manner", "SENDS"));
    }

    private long enrolled(String mac, String label, String number, String person) {
        return pier.enrol(Map.of(
                        "device", mac, "model", "korrin-k24", "label", label, "extension", number, "person", person))
                .json()
                .path("deviceIds")
                .path(0)
                .asLong();
    }

    private String token() {
        return jordfell.bean(SiteStore.class).find(pier.siteId).orElseThrow().token();
    }

    private String overTftp(String file) throws Exception {
        int port = jordfell.bean(TftpServer.class).port();
        Process curl = new ProcessBuilder(
                        "curl", "-s", "--max-time", "8", "tftp://127.0.0.1:" + port + "/" + token() + "/" + file)
                .start();
        String text = new String(curl.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(curl.waitFor(10, TimeUnit.SECONDS)).isTrue();
        return text;
    }
}
