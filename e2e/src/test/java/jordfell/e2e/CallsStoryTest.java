package jordfell.e2e;

import static jordfell.e2e.Screen.button;
import static jordfell.e2e.Screen.go;
import static jordfell.e2e.Screen.link;
import static jordfell.e2e.Screen.rail;
import static jordfell.e2e.Screen.sees;
import static jordfell.e2e.Screen.waits;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.Media;
import com.microsoft.playwright.options.SelectOption;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import jordfell.server.records.ExtensionStore;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import jordfell.server.support.UserAgent;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;

/** Why a number does not ring, and why one can't be dialled, found and mended. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CallsStoryTest {

    private static final String WATCHER = "02-4B-7A-00-77-61";

    private Jordfell jordfell;
    private Page page;
    private long domain;

    @BeforeAll
    void start() {
        jordfell = new Jordfell(false);
        page = jordfell.technician();
        domain = Long.parseLong(jordfell.api(page, "GET", "/api/ground", null)
                .replaceFirst("(?s).*?\"domains\":\\[\\{\"id\":([0-9]+).*", "$1"));
    }

    @AfterAll
    void stop() {
        jordfell.close();
    }

    private void extension(String number, String name) {
        jordfell.api(
                page, "POST", "/api/extensions", Map.of("domainId", domain, "number", number, "displayName", name));
    }

    @Test
    void outsideNumberThatRingsNothingIsFoundAndMended() throws Exception {
        extension("2484", "Tickets");
        extension("2485", "Office");
        jordfell.api(
                page,
                "POST",
                "/api/outside-numbers",
                Map.of("domainId", domain, "e164", "+999 5509 2484", "extension", "2484"));
        ExtensionStore extensions = jordfell.bean(ExtensionStore.class);
        long office = extensions.byNumber(domain, "2485").orElseThrow().id();
        try (UserAgent phone = new UserAgent(
                jordfell.sipPort(),
                Pier.DOMAIN,
                "2485",
                "2485-a",
                extensions.passwords(office).get(0))) {
            assertThat(phone.register(300)).isEqualTo(200);
            go(page, "Calls");
            link(page, "Rings nothing").click();
            link(page, "+999 55 09 24 84").click();
            sees(page, "It rings nothing: 2484 is on no device.");
            button(page, "Divert calls of 2484").click();
            page.getByLabel("When nothing is there to ring").fill("2499");
            button(page, "Keep the changes").click();
            sees(page, "Nobody has 2499");
            page.getByLabel("When nothing is there to ring").fill("2485");
            button(page, "Keep the changes").click();
            sees(page, "It rings A phone that is no device.");
            sees(page, "when nothing is there to ring →");
            link(page, "Rings nothing").click();
            sees(page, "nothing now");
            // What was read before stands there until it is read anew.
            link(page, "+999 55 09 24 84")
                    .waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.DETACHED));
        }
        assertThat(jordfell.complaints()).isEmpty();
    }

    @Test
    void whatIsRefusedIsPermittedWhereItHasToBe() {
        extension("2486", "Booking");
        String list = jordfell.api(
                        page,
                        "POST",
                        "/api/dial-lists",
                        Map.of(
                                "domainId",
                                domain,
                                "name",
                                "Story outside",
                                "rows",
                                List.of(Map.of("goes", "OUTSIDE", "pattern", "0x.", "dropped", 1))))
                .replaceFirst(".*\"id\":([0-9]+).*", "$1");
        jordfell.api(
                page,
                "POST",
                "/api/permissions",
                Map.of("domainId", domain, "name", "Story calls out", "lists", List.of(Long.parseLong(list))));
        page.navigate(jordfell.address() + "/calls/what-if?from=2486&dials=0555123");
        sees(page, "Refused: without a permission only numbers of the domain may be dialled.");
        sees(page, "Story calls out");
        page.navigate(jordfell.address() + "/roster/extensions?q=2486");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("2486"))
                .click();
        page.getByLabel("Permission").selectOption(new SelectOption().setLabel("Story calls out"));
        button(page, "Keep the changes").click();
        page.navigate(jordfell.address() + "/calls/what-if?from=2486&dials=0555123");
        sees(page, "It goes out as 555123.");
        assertThat(jordfell.complaints()).isEmpty();
    }

    @Test
    void pinIsToldOnceByTheLinkOnAWelcomeSheet() {
        String made = jordfell.api(
                page, "POST", "/api/extensions", Map.of("domainId", domain, "number", "2489", "person", "Wanda Quay"));
        String id = made.replaceFirst(".*\"id\":([0-9]+).*", "$1");
        jordfell.api(page, "POST", "/api/extensions/" + id + "/pin", Map.of("pin", "4826"));
        page.navigate(jordfell.address() + "/roster/people?q=Wanda");
        page.getByText("Wanda Quay").first().click();
        button(page, "Welcome sheet…").click();
        button(page, "Add the link to the PIN of 2489").click();
        String link = page.getByTestId("pin-link").innerText();
        // On paper there is the sheet alone, on as many pages as it takes.
        page.emulateMedia(new Page.EmulateMediaOptions().setMedia(Media.PRINT));
        assertThat(page.locator("header nav").isVisible()).isFalse();
        assertThat(page.locator("dialog").evaluate("d => getComputedStyle(d).overflow + getComputedStyle(d).maxHeight"))
                .isEqualTo("visiblenone");
        page.emulateMedia(new Page.EmulateMediaOptions().setMedia(Media.SCREEN));
        Page theirs = jordfell.window(500, 800, ColorScheme.LIGHT);
        theirs.navigate(link);
        sees(theirs, "It is shown once");
        button(theirs, "Show it to me now").click();
        sees(theirs, "4826");
        theirs.reload();
        button(theirs, "Show it to me now").click();
        sees(theirs, "was opened already");
        assertThat(jordfell.complaints()).isEmpty();
    }

    @Test
    void darkLampIsFoundAndLit() {
        Pier pier = new Pier(RunningServer.at(jordfell.address()));
        long device = pier.enrolled(WATCHER, "Watching desk", "2487", "");
        jordfell.api(
                page,
                "PUT",
                "/api/keys/DEVICE/" + device,
                Map.of(
                        "version",
                        0,
                        "wishes",
                        List.of(Map.of("position", 6, "kind", "BLF", "target", "2488", "label", "Night watch"))));
        pier.release(device);
        pier.unbox(WATCHER);
        go(page, "Triage");
        sees(page, "Nobody has 2488, so the lamp of key 6 stays dark.");
        page.navigate(jordfell.address() + "/fleet/" + device);
        rail(page, "ppppppp", 60);
        sees(page, "dark: 404 Not Found");
        extension("2488", "Night watch");
        button(page, "Restart").click();
        Locator lamps = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Lamps"));
        waits(
                page,
                lamps.locator(
                        "div",
                        new Locator.LocatorOptions().setHasText(Pattern.compile("^key 6\\s*2488 Night watch\\s*told"))),
                new Locator.WaitForOptions());
        lamps.getByText("dark:").waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.DETACHED));
        assertThat(jordfell.complaints()).isEmpty();
    }
}
