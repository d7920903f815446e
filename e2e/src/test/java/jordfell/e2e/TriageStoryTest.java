package jordfell.e2e;

import static jordfell.e2e.Screen.button;
import static jordfell.e2e.Screen.sees;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;

/** A morning with devices that are held: what is new is seen, a cause is taken and mended for all of its devices. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TriageStoryTest {

    private Jordfell jordfell;

    @BeforeAll
    void start() {
        jordfell = new Jordfell(true);
    }

    @AfterAll
    void stop() {
        jordfell.close();
    }

    @Test
    void aTypoThatThreePhonesShareIsMendedWhereItWasSaidAndPassesForAllOfThem() {
        Page page = jordfell.technician();
        page.keyboard().press("g");
        page.keyboard().press("h");
        page.waitForURL("**/today");
        sees(page, "Held, up to now");
        page.getByLabel("Held, by cause")
                .getByText("The registrar’s name is not found")
                .click();
        sees(page, "Nobody works on it.");
        page.keyboard().press("t");
        sees(page, "You work on it");
        sees(page, "It began within");
        button(page, "Say voice.tarnholm.example where that was said · all 3").click();
        button(page, "Release · all 3").click();
        page.navigate(jordfell.address() + "/today");
        page.getByLabel("Under way")
                .getByText("Foot passengers: Release to this device")
                .waitFor();
        sees(page, "It passed at");
        page.navigate(jordfell.address() + "/triage");
        assertThat(page.getByLabel("Causes").getByText("DNS knows no voise").count())
                .isZero();

        page.navigate(jordfell.address() + "/fleet");
        page.getByLabel("Devices").getByText("Foot passengers").first().click();
        button(page, "Widen").click();
        // What came since may have left the registration among the earlier ones.
        Locator ladder = page.getByLabel("What went to and fro");
        ladder.getByText("phone", new Locator.GetByTextOptions().setExact(true))
                .first()
                .waitFor();
        if (ladder.getByText("earlier").count() > 0) {
            ladder.getByText("earlier").click();
        }
        ladder.getByText("with answer").first().click();
        sees(page, "fits the password of");
        assertThat(jordfell.complaints()).isEmpty();
    }
}
