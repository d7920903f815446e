package jordfell.e2e;

import static jordfell.e2e.Screen.button;
import static jordfell.e2e.Screen.sees;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;

/** What somebody brings, takes along, is told outside, and proves before they leave. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class EvidenceStoryTest {

    private static final String CROSSED = "It used extension 2417’s password.";

    private Jordfell jordfell;

    @BeforeAll
    void start() {
        jordfell = new Jordfell(true);
    }

    @AfterAll
    void stop() {
        assertThat(jordfell.complaints()).isEmpty();
        jordfell.close();
    }

    private byte[] capture(Page page) {
        return page.request()
                .get(jordfell.address() + "/api/lab/capture?minutes=120")
                .body();
    }

    @Test
    void aCaptureThatSomebodyBringsSaysWhyAPhoneHasNoDialTone() {
        Page page = jordfell.technician();
        byte[] capture = capture(page);
        page.navigate(jordfell.address() + "/triage/brought");
        page.getByLabel("File to bring").setInputFiles(new FilePayload("router.pcapng", "", capture));
        page.getByText(CROSSED).first().waitFor();
        button(page, "Ticket window 4").click();
        sees(page, "Ticket window 4, by this alone");
        sees(page, "Which configuration it has can’t be seen from there.");
        page.getByLabel("Ticket window 4")
                .getByText("REGISTER 2416 with answer")
                .first()
                .click();
        sees(page, "fits 2417’s password, not the password of 2416");

        page.getByLabel("File to bring")
                .setInputFiles(new FilePayload("notes.gz", "", new byte[] {0x1f, (byte) 0x8b, 8, 0, 0, 0}));
        sees(page, "It is packed: unpack it first");
    }

    @Test
    void aCaptureIsFedByAProgramWhileSomebodyLooks() throws IOException, InterruptedException {
        Page page = jordfell.technician();
        byte[] capture = capture(page);
        page.navigate(jordfell.address() + "/triage/brought");
        button(page, "Feed it live…").click();
        page.getByLabel("What it is called").fill("router of the pier");
        button(page, "Make the command").click();
        String command = page.getByText("tcpdump").textContent();
        Matcher said = Pattern.compile("Jordfell-Feed: (\\S+)\" (http://\\S+)").matcher(command);
        assertThat(said.find()).isTrue();
        button(page, "Show what comes").click();
        sees(page, "Nothing came yet.");
        HttpResponse<String> answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(said.group(2)))
                                .header("Jordfell-Feed", said.group(1))
                                .PUT(HttpRequest.BodyPublishers.ofInputStream(() -> new ByteArrayInputStream(capture)))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
        assertThat(answer.body()).startsWith("router of the pier: ");
        page.getByText(CROSSED).first().waitFor();
    }

    @Test
    void aCasefileIsTakenAlongAndItsSecretsAreLookedForInVain(@TempDir Path folder) throws IOException {
        Page page = jordfell.technician();
        page.navigate(jordfell.address() + "/fleet");
        page.getByLabel("Devices").getByText("Ticket window 5").first().click();
        button(page, "Casefile…").click();
        button(page, "Start").click();
        page.getByLabel("What was done or seen").fill("lifted the handset");
        button(page, "Note it").click();
        sees(page, "lifted the handset");
        button(page, "There it was").click();
        button(page, "End").click();
        sees(page, "while it was noted down what was done");
        Download download =
                page.waitForDownload(() -> page.getByText("Download").click());
        Path file = folder.resolve("casefile.zip");
        download.saveAs(file);
        StringBuilder all = new StringBuilder();
        try (InputStream in = Files.newInputStream(file);
                ZipInputStream zip = new ZipInputStream(in)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                all.append(entry.getName()).append('\n').append(new String(zip.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        assertThat(all.toString())
                .contains("summary.html", "lifted the handset", "sip.pcapng", "(withheld)")
                .doesNotContainPattern("response=\"[0-9a-f]{32,}\"");
    }

    @Test
    void anAlarmIsRaisedComesByMailAndIsOver() {
        Page page = jordfell.technician();
        page.navigate(jordfell.address() + "/settings/alarms");
        button(page, "Add an alarm…").click();
        page.getByLabel("What it is called").fill("The pier is held");
        page.getByLabel("When").selectOption("HELD");
        page.getByLabel("Within minutes").fill("600");
        page.getByLabel("Mail to").fill("nobody");
        button(page, "Add").click();
        sees(page, "This is no mail address.");
        page.getByLabel("Mail to").fill("duty@tarnholm.example");
        button(page, "Add").click();
        page.getByText("The pier is held: ").first().waitFor(new Locator.WaitForOptions().setTimeout(40_000));
        page.navigate(jordfell.address() + "/today");
        page.getByLabel("Alarms").getByText("devices of Eskvik Pier are held").waitFor();
        String rules = jordfell.api(page, "GET", "/api/alarms/rules", null);
        Matcher id = Pattern.compile("\\{\"id\":([0-9]+),\"name\":\"The pier is held\"")
                .matcher(rules);
        assertThat(id.find()).isTrue();
        jordfell.api(
                page,
                "PUT",
                "/api/alarms/rules/" + id.group(1),
                Map.of(
                        "name",
                        "The pier is held",
                        "kind",
                        "HELD",
                        "count",
                        5_000,
                        "minutes",
                        600,
                        "mailTo",
                        "duty@tarnholm.example",
                        "enabled",
                        true,
                        "version",
                        1));
        page.navigate(jordfell.address() + "/settings/alarms");
        page.getByText("The pier is held is over: Eskvik Pier")
                .first()
                .waitFor(new Locator.WaitForOptions().setTimeout(180_000));
    }

    @Test
    void aSiteIsProvenByTestCallsWithAProtocol() {
        Page page = jordfell.technician();
        page.navigate(jordfell.address() + "/fleet");
        page.getByLabel("Site").first().selectOption("Norrskar Workshop");
        button(page, "Test calls of Norrskar Workshop…").click();
        page.getByLabel("Devices in a minute").fill("61");
        button(page, "Call all of the site").click();
        sees(page, "61 in a minute can’t be.");
        page.getByLabel("Devices in a minute").fill("60");
        button(page, "Call all of the site").click();
        page.getByText("✓ works").first().waitFor(new Locator.WaitForOptions().setTimeout(60_000));
        Page protocol = page.waitForPopup(() -> page.getByText("Protocol").click());
        protocol.getByText("Accepted by").waitFor();
        assertThat(protocol.title()).isEqualTo("Acceptance of Norrskar Workshop");
    }
}
