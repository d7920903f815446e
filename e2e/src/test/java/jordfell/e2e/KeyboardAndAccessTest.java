package jordfell.e2e;

import static jordfell.e2e.Screen.sees;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;

/** The demo with its past: keys alone lead to a held device, and axe-core finds nothing serious on any screen. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class KeyboardAndAccessTest {

    private static final List<String> SCREENS = List.of(
            "/fleet",
            "/fleet/1",
            "/intake/sheet",
            "/intake/batches",
            "/roster/map",
            "/roster/people",
            "/roster/people/1",
            "/roster/extensions",
            "/roster/outside",
            "/roster/kits",
            "/settings/domains",
            "/settings/sites",
            "/settings/models",
            "/templates",
            "/triage",
            "/lab");

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
    void keysLeadFromAnywhereToAHeldDeviceAndBack() {
        Page page = jordfell.technician();
        page.keyboard().press("g");
        page.keyboard().press("c");
        page.waitForURL("**/triage");
        page.keyboard().press("g");
        page.keyboard().press("f");
        page.waitForURL("**/fleet");
        sees(page, "Ticket window 8");
        page.keyboard().press("j");
        page.keyboard().press("j");
        page.keyboard().press("Enter");
        page.waitForURL("**/fleet/*");
        page.getByLabel("Cause").first().waitFor();
        page.keyboard().press("Escape");
        page.waitForURL("**/fleet");
        page.keyboard().press("/");
        page.keyboard().type("00-53-1c");
        sees(page, "device · 02-4B-7A-00-53-1C");
        page.keyboard().press("Enter");
        sees(page, "It used extension 2417’s password.");
        page.keyboard().press("?");
        sees(page, "Next and previous row");
    }

    @Test
    void demoShowsEveryConditionItPromises() {
        Page page = jordfell.technician();
        sees(page, "43 devices");
        for (String word : List.of(
                "never called in",
                "host not found",
                "an earlier password",
                "password: cut at 12 characters",
                "password: a blank after it",
                "2417’s password",
                "2502 is not known",
                "wrong authentication user",
                "has an older configuration",
                "line 1 has no extension",
                "not released yet",
                "silent")) {
            sees(page, word);
        }
    }

    @Test
    void axeFindsNothingSerious() throws IOException {
        String axe = Files.readString(Path.of("../web/node_modules/axe-core/axe.min.js"));
        for (ColorScheme scheme : List.of(ColorScheme.LIGHT, ColorScheme.DARK)) {
            Page page = Jordfell.signIn(jordfell.window(1280, 800, scheme), "lena", "lantern-harbour-41");
            // Every screen in the light, every other one in the dark: the colours are the same tokens.
            for (int i = 0; i < SCREENS.size(); i += scheme == ColorScheme.LIGHT ? 1 : 2) {
                String screen = SCREENS.get(i);
                page.navigate(jordfell.address() + screen);
                page.getByLabel("Screens").waitFor();
                page.waitForTimeout(700);
                page.evaluate(axe);
                Object serious = page.evaluate("""
                        async () => (await axe.run()).violations
                          .filter(v => v.impact === 'serious' || v.impact === 'critical')
                          .map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 160)).join(' | '))""");
                assertThat((List<?>) serious).as(screen + " " + scheme).isEmpty();
            }
        }
    }

    @Test
    void narrowWindowDoesNotScrollSideways() {
        Page page = Jordfell.signIn(jordfell.window(1024, 700, ColorScheme.LIGHT), "lena", "lantern-harbour-41");
        for (String screen : SCREENS) {
            page.navigate(jordfell.address() + screen);
            page.getByLabel("Screens").waitFor();
            page.waitForTimeout(400);
            assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                    .as(screen)
                    .isLessThanOrEqualTo(1024);
        }
    }
}
