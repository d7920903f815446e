package jordfell.e2e;

import static jordfell.e2e.Screen.button;
import static jordfell.e2e.Screen.go;
import static jordfell.e2e.Screen.link;
import static jordfell.e2e.Screen.sees;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.SelectOption;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;

/** Everything that can be typed wrongly is refused beside its field, and what else was typed stays. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class BadInputStoryTest {

    private Jordfell jordfell;

    @BeforeAll
    void start() {
        jordfell = new Jordfell(false);
    }

    @AfterAll
    void stop() {
        jordfell.close();
    }

    private static void feed(Page page, String... lines) {
        Locator line = page.getByLabel("Scan, type or paste");
        for (String text : lines) {
            line.fill(text);
            line.press("Enter");
        }
    }

    private static Page atIntake(Jordfell jordfell) {
        Page page = jordfell.technician();
        go(page, "Intake");
        sees(page, "rows that don’t say go to");
        page.waitForTimeout(300);
        if (button(page, "Clear the grid").count() > 0) {
            button(page, "Clear the grid").click();
        }
        sees(page, "Nothing fed yet");
        page.getByLabel("Site").selectOption(new SelectOption().setLabel("Eskvik Pier"));
        page.getByLabel("Template").selectOption(new SelectOption().setLabel("Ticket window"));
        page.getByLabel("Model").first().selectOption(new SelectOption().setLabel("Korrin K24"));
        return page;
    }

    @Test
    void wrongRowsAreRefusedAndTheRestIsEnrolled() {
        Page page = atIntake(jordfell);
        feed(
                page,
                "02-4B-7A-00-78-0O;Letter",
                "03-4B-7A-00-78-01;Multicast",
                "02-4B-7A-00-78-02;Outside;;2999",
                "02-4B-7A-00-78-03;Good;;2430");
        sees(page, "Character 12 of 12 is the letter O");
        sees(page, "This is a multicast address");
        sees(page, "2999 is outside the blocks");
        button(page, "Enrol 1 that is ready").click();
        sees(page, "0 ready");
        PlaywrightAssertions.assertThat(page.getByLabel("Label", new Page.GetByLabelOptions().setExact(true)))
                .hasCount(3);
        page.reload();
        sees(page, "Character 12 of 12 is the letter O");
        Locator mac = page.getByLabel("MAC", new Page.GetByLabelOptions().setExact(true))
                .first();
        mac.fill("02-4B-7A-00-78-00");
        mac.press("Enter");
        button(page, "Enrol 1 that is ready").waitFor();

        feed(page, "024b7a007803");
        Locator link = page.getByRole(
                AriaRole.LINK, new Page.GetByRoleOptions().setName("Enrolled already as Good at Eskvik Pier."));
        link.click();
        page.getByRole(AriaRole.ARTICLE, new Page.GetByRoleOptions().setName("Good"))
                .waitFor();
        assertThat(jordfell.complaints()).isEmpty();
    }

    @Test
    void linesExtensionsAndValuesAreRefusedBesideTheirFields() {
        Page page = atIntake(jordfell);
        feed(page, "02-4B-7A-00-78-10;Window 9;;2440");
        button(page, "Enrol 1 that is ready").click();
        link(page, "Open the device").click();

        button(page, "Bind…").click();
        button(page, "One more line").click();
        page.getByLabel("Line 2").fill("2998");
        button(page, "Bind").click();
        sees(page, "There is no extension 2998");
        assertThat(page.getByLabel("Line 1", new Page.GetByLabelOptions().setExact(true))
                        .inputValue())
                .isEqualTo("2440");
        page.getByLabel("Line 2").fill("");
        button(page, "Bind").click();
        sees(page, "Line 2 has no extension.");
        assertThat(button(page, "Release to this device").count()).isZero();

        link(page, "Its settings").click();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Expiry:"))
                .click();
        page.getByLabel("Expiry, in s").fill("soon");
        button(page, "Set here").click();
        sees(page, "“soon” is not a whole number; 30 to 86400 s is.");
        assertThat(page.getByLabel("Expiry, in s").inputValue()).isEqualTo("soon");

        go(page, "Roster");
        button(page, "Stay here").click();
        assertThat(page.getByLabel("Expiry, in s").inputValue()).isEqualTo("soon");
        go(page, "Roster");
        button(page, "Leave without it").click();
        link(page, "Extensions").click();
        button(page, "Add an extension…").click();
        page.getByLabel("Number").fill("2440");
        page.getByLabel("Person (empty for a place)").fill("Juno Aalto");
        button(page, "Add 2440").click();
        sees(page, "2440 is taken.");
        assertThat(page.getByLabel("Person (empty for a place)").inputValue()).isEqualTo("Juno Aalto");
    }

    @Test
    void wrongPasswordAtTheDoorSaysSoAndKeepsTheName() {
        Page page = jordfell.window(1280, 800, ColorScheme.LIGHT);
        page.getByLabel("Name").fill("lena");
        page.getByLabel("Password").fill("nonsense");
        button(page, "Sign in").click();
        sees(page, "Name and password don’t match.");
        assertThat(page.getByLabel("Name").inputValue()).isEqualTo("lena");
    }

    @Test
    void viewerIsOfferedNothingToChange() {
        Page page = jordfell.signedIn("oona", "gangway-heron-63");
        go(page, "Lab");
        sees(page, "On the wire…");
        assertThat(button(page, "Unbox a phone…").count()).isZero();
        go(page, "Roster");
        sees(page, "Export CSV");
        assertThat(button(page, "Add a person…").count()).isZero();
    }
}
