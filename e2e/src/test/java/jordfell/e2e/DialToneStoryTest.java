package jordfell.e2e;

import static jordfell.e2e.Screen.button;
import static jordfell.e2e.Screen.go;
import static jordfell.e2e.Screen.link;
import static jordfell.e2e.Screen.rail;
import static jordfell.e2e.Screen.sees;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.SelectOption;
import jordfell.server.support.Pier;
import jordfell.server.support.RunningServer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.parallel.Isolated;

/** A phone gets dial tone, loses it by crossed lines, and gets it back. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
@Isolated("holds a bound in seconds")
class DialToneStoryTest {

    private static final String MAC = "02-4B-7A-00-77-01";
    private Jordfell jordfell;

    @BeforeAll
    void start() {
        jordfell = new Jordfell(false);
        // Its template watches the harbour radio, which has to be there for nothing to be wrong in the end.
        new Pier(RunningServer.at(jordfell.address()));
    }

    @AfterAll
    void stop() {
        jordfell.close();
    }

    @Test
    void phoneGetsDialToneAndAWrongPasswordIsTold() {
        Page page = jordfell.technician();
        unbox(page);
        shortenExpiry(page);
        enrol(page);
        releaseAndWatch(page);
        crossLines(page);
        mend(page);
        prove(page);
        assertThat(jordfell.complaints()).isEmpty();
    }

    /** A phone is plugged in at the pier, and knocks. */
    private void unbox(Page page) {
        go(page, "Lab");
        button(page, "Unbox a phone…").click();
        page.getByLabel("Model").selectOption(new SelectOption().setLabel("Korrin K24"));
        page.getByLabel("Plugged in at").selectOption(new SelectOption().setLabel("Eskvik Pier"));
        page.getByLabel("MAC on its label").fill(MAC);
        button(page, "Plug it in").click();
        sees(page, "asking for its configuration");
    }

    /** Its MAC is typed with two extensions, and it is there. */
    private void enrol(Page page) {
        go(page, "Intake");
        sees(page, MAC);
        page.getByLabel("Site").selectOption(new SelectOption().setLabel("Eskvik Pier"));
        page.getByLabel("Template").selectOption(new SelectOption().setLabel("Ticket window"));
        page.getByLabel("Model").first().selectOption(new SelectOption().setLabel("Korrin K24"));
        Locator line = page.getByLabel("Scan, type or paste");
        line.fill("024b.7a00.7701; Ticket window 4;; 2416; 2417");
        line.press("Enter");
        button(page, "Enrol 1 that is ready").click();
        link(page, "Open the device").click();
        sees(page, "Its configuration is ready and was never released.");
    }

    private void releaseAndWatch(Page page) {
        sees(page, "1 device");
        long start = System.nanoTime();
        button(page, "Release to this device").click();
        rail(page, "ppppppp", 10);
        double seconds = (System.nanoTime() - start) / 1e9;
        assertThat(seconds).as("seconds from release to Accepted").isLessThan(5);
    }

    /** Somebody types each line's password into the other's field. */
    private void crossLines(Page page) {
        go(page, "Lab");
        page.getByLabel("Fault at " + MAC).selectOption("CROSS");
        button(page, "Do it").click();
        sees(page, "refused");
        link(page, "Ticket window 4").click();
        sees(page, "It used extension 2417’s password.");
        sees(page, "Lines 1 and 2 are crossed on this phone");
        assertThat(page.getByLabel("Match sheet, line 1").innerText()).contains("•••• 2417’s");
        go(page, "Triage");
        sees(page, "A wrong password");
        link(page, "Ticket window 4").first().click();
    }

    private void mend(Page page) {
        button(page, "Re-send configuration").click();
        rail(page, "ppppppp", 25);
        page.getByLabel("Cause")
                .waitFor(new Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
    }

    /** A test call in each direction; proven once the registration was refreshed. */
    private void prove(Page page) {
        button(page, "Test call").click();
        sees(page, "Test call in to 2416");
        rail(page, "ppppppppp", 90);
        sees(page, "test calls out and in worked");
    }

    /** The domain’s shortest expiry, so that the first refresh comes soon. */
    private void shortenExpiry(Page page) {
        page.request()
                .put(
                        jordfell.address() + "/api/settings/DOMAIN/1/registration.expiry",
                        com.microsoft.playwright.options.RequestOptions.create()
                                .setHeader("X-XSRF-TOKEN", token(page))
                                .setData(java.util.Map.of("value", "60")));
    }

    private static String token(Page page) {
        return page.context().cookies().stream()
                .filter(c -> c.name.equals("XSRF-TOKEN"))
                .map(c -> c.value)
                .findFirst()
                .orElse("");
    }
}
