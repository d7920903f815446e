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
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;

/** Three hundred phones and their people before lunch: a messy table, a scanner, a claim code, a starter, a softphone. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class LunchStoryTest {

    private Jordfell jordfell;

    @BeforeAll
    void start() {
        jordfell = new Jordfell(false);
    }

    @AfterAll
    void stop() {
        jordfell.close();
    }

    @AfterEach
    void nothingWasThrown() {
        assertThat(jordfell.complaints()).isEmpty();
    }

    /** Intake with an empty sheet, whatever was fed before. */
    private static void emptyIntake(Page page) {
        go(page, "Intake");
        sees(page, "rows that don’t say go to");
        page.waitForTimeout(300);
        Locator clear = button(page, "Clear the grid");
        if (clear.count() > 0) {
            clear.click();
        }
        sees(page, "Nothing fed yet");
    }

    private static void choose(Page page, String label, String option) {
        page.getByLabel(label, new Page.GetByLabelOptions().setExact(true))
                .first()
                .selectOption(new SelectOption().setLabel(option));
    }

    /** As three departments sent it: separators of all kinds, models missing, an O for a 0, a MAC twice, no MAC. */
    private static byte[] messy() {
        StringBuilder csv = new StringBuilder("Wo;Hardware address;Phone model;User;Location;Internal number\n");
        for (int i = 0; i < 300; i++) {
            String mac = String.format(Locale.ROOT, "024B7A30%04X", i);
            String written =
                    i % 3 == 0 ? mac : i % 3 == 1 ? mac.replaceAll("(..)(?!$)", "$1:") : mac.toLowerCase(Locale.ROOT);
            if (i == 11) {
                written = "024B7A30000O";
            } else if (i == 13) {
                written = "";
            }
            csv.append("Room ")
                    .append(i)
                    .append(';')
                    .append(written)
                    .append(';')
                    .append(i % 4 == 0 ? "" : "Korrin K24")
                    .append(";Passenger ")
                    .append(i)
                    .append(" Øst;")
                    .append(i % 5 == 0 ? "pier" : "Eskvik Pier")
                    .append(";\n");
        }
        return csv.toString().getBytes(StandardCharsets.ISO_8859_1);
    }

    private static void answer(Page page, String question, String offer) {
        page.getByLabel("Questions", new Page.GetByLabelOptions().setExact(true))
                .locator("div", new Locator.LocatorOptions().setHasText(question))
                .getByRole(
                        AriaRole.BUTTON,
                        new Locator.GetByRoleOptions().setName(offer).setExact(true))
                .first()
                .click();
    }

    @Test
    void messyTableOfThreeHundredBecomesThreeHundredBoundDevices() {
        Page page = jordfell.technician();
        emptyIntake(page);
        page.getByLabel("A table as CSV").setInputFiles(new FilePayload("everybody.csv", "text/csv", messy()));
        sees(page, "Latin-1, semicolon between cells");
        button(page, "Correct the columns…").click();
        page.getByLabel("Column 1 is").selectOption(new SelectOption().setLabel("Label"));
        button(page, "Read the file so").click();
        sees(page, "read as Label, MAC");
        button(page, "Latin-1").click();
        page.getByLabel("Answer for 60 rows: No site is called “pier”.")
                .selectOption(new SelectOption().setLabel("Eskvik Pier"));
        answer(page, "There is no extension.", "draw the next free");
        answer(page, "By its address it is", "Korrin K24");
        answer(page, "There is no MAC.", "make claim codes");
        sees(page, "299 ready");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("1 need an answer"))
                .click();
        page.getByLabel("MAC", new Page.GetByLabelOptions().setExact(true))
                .first()
                .click();
        button(page, "take 02-4B-7A-30-00-00").click();
        sees(page, "The same MAC stands in row 1.");
        Locator mac = page.getByLabel("MAC", new Page.GetByLabelOptions().setExact(true))
                .last();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("1 refused"))
                .click();
        mac.fill("024B7A30000B");
        mac.press("Enter");
        button(page, "Enrol 300 that are ready").click();
        sees(page, "Enrolled 300 devices.");

        go(page, "Fleet");
        sees(page, "300 devices");
        button(page, "Undo").click();
        sees(page, "Taken back:");
        page.getByLabel("Only with").fill("Passenger");
        sees(page, "No device fits");
        button(page, "Do it again").click();
        sees(page, "300 devices");
        page.getByLabel("Only with").fill("Passenger 299");
        sees(page, "1 device");
        sees(page, "Room 299");
        page.getByLabel("Close this message").click();
    }

    @Test
    void scannerFeedsRowsWithoutAClick() {
        Page page = jordfell.technician();
        emptyIntake(page);
        choose(page, "Site", "Norrskar Workshop");
        choose(page, "Model", "Korrin K12");
        page.getByLabel("Scan, type or paste").focus();
        for (String label : new String[] {"024B7A310001", "MAC: 02-4B-7A-31-00-02 S/N", "024b.7a31.0003"}) {
            page.keyboard().type(label);
            page.keyboard().press("Enter");
        }
        button(page, "Enrol 3 that are ready").click();
        sees(page, "Enrolled 3 devices.");
        go(page, "Fleet");
        page.getByLabel("Only with").fill("31-00-0");
        sees(page, "3 devices");
    }

    @Test
    void claimCodeTypedAtAPhoneBringsItUp() {
        Page page = jordfell.technician();
        emptyIntake(page);
        choose(page, "Site", "Eskvik Pier");
        choose(page, "Model", "Korrin K24");
        page.getByLabel("Scan, type or paste").fill("claim;Kiosk 7;;2515");
        page.getByLabel("Scan, type or paste").press("Enter");
        button(page, "Enrol 1 that is ready").click();
        link(page, "Open the device").click();
        String code = page.getByRole(AriaRole.ARTICLE)
                .getByText("claim ")
                .first()
                .innerText()
                .replace("claim ", "");
        button(page, "Release to this device").click();
        go(page, "Lab");
        button(page, "Unbox a phone…").click();
        page.getByLabel("Model").selectOption(new SelectOption().setLabel("Korrin K24"));
        page.getByLabel("Plugged in at").selectOption(new SelectOption().setLabel("Eskvik Pier"));
        page.getByLabel("MAC on its label").fill("02-4B-7A-32-00-01");
        button(page, "Plug it in").click();
        page.getByLabel("Fault at 02-4B-7A-32-00-01").selectOption("CLAIM");
        page.getByLabel("Claim code").fill("0000-0001");
        button(page, "Do it").click();
        sees(page, "The check digit does not fit");
        page.getByLabel("Fault at 02-4B-7A-32-00-01").selectOption("CLAIM");
        page.getByLabel("Claim code").fill(code);
        button(page, "Do it").click();
        link(page, "Kiosk 7").click();
        rail(page, "ppppppp", 30);
    }

    @Test
    void starterTakesFewerThanTenKeystrokesBeyondTheNameAndASoftphoneIsHandedOverOnce() {
        Page page = jordfell.technician();
        go(page, "Roster");
        link(page, "Kits").click();
        button(page, "Add a kit…").click();
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Deck hand");
        choose(page, "Extension from", "workshop 2500–2549");
        choose(page, "Model of device 1", "Korrin K12");
        page.getByLabel("Shown as").fill("{{person.frist}}");
        sees(page, "There is no person.frist");
        page.getByLabel("Shown as").fill("{{person.first}} on deck");
        sees(page, "Ida on deck");
        button(page, "Add").click();
        sees(page, "Deck hand");

        link(page, "People").click();
        sees(page, "Export CSV");
        int keys = 0;
        page.keyboard().press("n");
        keys++;
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).waitFor();
        page.keyboard().type("Runa Storm");
        page.keyboard().press("Enter");
        keys++;
        page.getByRole(AriaRole.ARTICLE, new Page.GetByRoleOptions().setName("Runa Storm"))
                .waitFor();
        assertThat(keys).isLessThan(10);
        sees(page, "Type claim code");
        sees(page, "Release its configuration.");

        button(page, "Hand over to a softphone…").click();
        button(page, "Make the link").click();
        String url = page.getByTestId("handoff-link").innerText();
        assertThat(url).contains("/handoff#");
        Page user = jordfell.window(900, 700, ColorScheme.LIGHT);
        user.navigate(url);
        button(user, "Show it to me now").click();
        sees(user, "Runa on deck");
        assertThat(user.getByLabel("Your account").innerText()).contains("Password");
        Page second = jordfell.window(900, 700, ColorScheme.LIGHT);
        second.navigate(url);
        button(second, "Show it to me now").click();
        sees(second, "This link was opened already");
    }

    @Test
    void runIsDrawnOnTheNumberMapWithTheKeyboard() {
        Page page = jordfell.technician();
        go(page, "Roster");
        link(page, "Number map").click();
        Locator block = page.getByRole(AriaRole.GRID, new Page.GetByRoleOptions().setName("workshop 2500–2549"));
        block.focus();
        page.keyboard().press("ArrowDown");
        page.keyboard().press("ArrowUp");
        for (int i = 0; i < 40; i++) {
            page.keyboard().press("ArrowRight");
        }
        page.keyboard().press("Shift+ArrowRight");
        page.keyboard().press("Shift+ArrowRight");
        page.keyboard().press("Enter");
        page.getByLabel("Names, one in each line: paste a column").fill("Bilge\nBoiler\nAnchor");
        sees(page, "3 extensions, 2540–2542");
        button(page, "Make 3").click();
        sees(page, "Made 3 extensions.");
        page.getByLabel("2541: Boiler (taken)").waitFor();
    }
}
