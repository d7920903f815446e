package jordfell.e2e;

import static jordfell.e2e.Screen.button;
import static jordfell.e2e.Screen.go;
import static jordfell.e2e.Screen.link;
import static jordfell.e2e.Screen.rail;
import static jordfell.e2e.Screen.sees;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.io.IOException;
import jordfell.core.dialing.TestNumber;
import jordfell.server.support.Pier;
import jordfell.server.support.UserAgent;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;

/** Phones that somebody sets by hand: another user agent, over real UDP, plays them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ByHandStoryTest {

    private Jordfell jordfell;

    @BeforeAll
    void start() {
        jordfell = new Jordfell(false);
    }

    @AfterAll
    void stop() {
        jordfell.close();
    }

    private UserAgent agent(String number, String password) throws IOException {
        return new UserAgent(jordfell.sipPort(), Pier.DOMAIN, number, number + "-a", password);
    }

    private void enrol(Page page, String row, String label) {
        go(page, "Intake");
        page.getByLabel("Site").selectOption(new SelectOption().setLabel("Eskvik Pier"));
        page.getByLabel("Model").first().selectOption(new SelectOption().setLabel("Korrin K24"));
        Locator line = page.getByLabel("Scan, type or paste");
        line.fill(row);
        line.press("Enter");
        button(page, "Enrol 1 that is ready").click();
        link(page, "Open the device").click();
        sees(page, label);
    }

    /** What the open card says that the password is, to one who says why. */
    private String password(Page page) {
        button(page, "Show the password…").click();
        page.getByLabel("Why you need to see it").fill("typing it into the phone");
        button(page, "Show it").click();
        Locator shown = page.locator("dialog tr", new Page.LocatorOptions().setHasText("Password"))
                .locator("td");
        sees(page, "kept in the audit that you looked");
        return shown.innerText().split("\\s")[0];
    }

    @Test
    void handSetPhoneGoesFromItsCardToProven() throws Exception {
        Page page = jordfell.technician();
        enrol(page, "024b.7a00.7801; Bridge handset;; 2480", "Bridge handset");
        button(page, "Set it by hand").click();
        button(page, "Credentials card").click();
        sees(page, TestNumber.DIALLED);
        assertThat(page.locator("dialog").innerText()).contains("waiting for its first registration");
        try (UserAgent phone = agent("2480", password(page))) {
            assertThat(phone.register(300)).isEqualTo(200);
            sees(page, "registered at");
            page.keyboard().press("Escape");
            assertThat(phone.register(300)).isEqualTo(200);
            rail(page, "pp--pppp", 20);
            assertThat(phone.call(TestNumber.DIALLED)).isEqualTo(200);
            button(page, "Test call").click();
            phone.answer(4_000);
            rail(page, "pp--ppppp", 20);
            sees(page, "test calls out and in worked");
        }
        assertThat(jordfell.complaints()).isEmpty();
    }

    @Test
    void strayIsMadeADevice() throws Exception {
        Page page = jordfell.technician();
        String password = extension(page, "2481");
        try (UserAgent phone = agent("2481", password)) {
            assertThat(phone.register(300)).isEqualTo(200);
            go(page, "Intake");
            sees(page, "registered until");
            page.getByLabel("Site").selectOption(new SelectOption().setLabel("Eskvik Pier"));
            page.getByLabel("Model").first().selectOption(new SelectOption().setLabel("Korrin K24"));
            page.getByLabel("Strays")
                    .getByText("Enrol", new Locator.GetByTextOptions().setExact(true))
                    .click();
            page.keyboard().type("024b7a007802");
            page.keyboard().press("Enter");
            button(page, "Enrol 1 that is ready").click();
            link(page, "Open the device").click();
            sees(page, "registered at");
            sees(page, "127.0.0.1:");
        }
        assertThat(jordfell.complaints()).isEmpty();
    }

    @Test
    void lineTwoThatSomebodyTypedIsFoundAndKeptByTheNextRelease() throws Exception {
        Page page = jordfell.technician();
        String password = extension(page, "2483");
        enrol(page, "024b.7a00.7803; Two-line desk;; 2482; 2483", "Two-line desk");
        try (UserAgent phone = agent("2483", password)) {
            assertThat(phone.register(300)).isEqualTo(200);
            sees(page, "registered at");
            // Somebody takes it off the record; the phone registers it all the same.
            button(page, "Bind…").click();
            page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Line 2"))
                    .fill("");
            button(page, "Bind").click();
            sees(page, "not on record for it");
            button(page, "Put it on record as line 2").click();
            page.getByText("not on record for it")
                    .waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.DETACHED));
            button(page, "Release to this device").click();
            sees(page, "registered at");
            page.getByRole(AriaRole.CELL).getByText("2483").first().waitFor();
        }
        assertThat(jordfell.complaints()).isEmpty();
    }

    /** Makes an extension on the Roster and gives its password, which a lead or technician may see. */
    private String extension(Page page, String number) {
        go(page, "Roster");
        link(page, "Extensions").click();
        button(page, "Add an extension…").click();
        page.getByLabel("Number").fill(number);
        page.getByLabel("Shown as").fill("By hand " + number);
        button(page, "Add " + number).click();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(number))
                .click();
        button(page, "Show the password…").click();
        page.getByLabel("Why you need to see it").fill("typing it into the phone");
        button(page, "Show it").click();
        sees(page, "kept in the audit that you looked");
        String password = page.locator("dialog")
                .getByText("kept in the audit that you looked")
                .locator("xpath=..")
                .innerText()
                .split("\\s")[0];
        page.keyboard().press("Escape");
        return password;
    }
}
