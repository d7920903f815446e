package jordfell.e2e;

import static jordfell.e2e.Screen.button;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.SelectOption;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

/** Takes the pictures in docs/screenshots from the demo. Run by {@code ./jordfell screenshots}, not with the tests. */
class Screenshots {

    private static final Path FOLDER = Path.of("../docs/screenshots");

    @Test
    void takeAll() {
        try (Jordfell jordfell = new Jordfell(true)) {
            Page door = jordfell.window(1280, 800, ColorScheme.LIGHT);
            shoot(door, "sign-in");
            Page page = Jordfell.signIn(door, "lena", "lantern-harbour-41");
            // The phones that were switched on a minute ago refresh for the first time.
            page.waitForTimeout(2_000);
            shootAt(jordfell, page, "/fleet", "fleet");
            shootAt(jordfell, page, "/fleet/" + idOf(page, "Ticket window 4"), "device");
            shootAt(jordfell, page, "/triage", "triage");
            shootAt(jordfell, page, "/roster", "roster");
            shootAt(jordfell, page, "/templates", "templates");
            shootAt(jordfell, page, "/lab", "lab");
            page.navigate(jordfell.address() + "/intake");
            page.getByLabel("Site").selectOption(new SelectOption().setLabel("Eskvik Pier"));
            page.getByLabel("Model").first().selectOption(new SelectOption().setLabel("Korrin K24"));
            for (String line : new String[] {
                "02-4B-7A-00-53-91;Ticket window 9;;2430",
                "02-4B-7A-00-53-92;Ticket window 10;;2431",
                "02-4B-7A-00-53-31;Deputy;Juno Aalto;2010;2432",
                "02-4B-7A-00-53-8O;Gate 3;;2433",
                "02-4B-7A-00-53-1C;Ticket window 4",
                "02-4B-7A-00-53-94;Gate 4;;2413"
            }) {
                page.getByLabel("Scan, type or paste").fill(line);
                page.getByLabel("Scan, type or paste").press("Enter");
            }
            page.waitForTimeout(800);
            shoot(page, "intake");
            page.navigate(jordfell.address() + "/fleet");
            button(page, "Review and release…").click();
            page.waitForTimeout(800);
            shoot(page, "release");
            Page dark = Jordfell.signIn(jordfell.window(1280, 800, ColorScheme.DARK), "lena", "lantern-harbour-41");
            shootAt(jordfell, dark, "/fleet/" + idOf(dark, "Pursers’ office"), "device-dark");
        }
    }

    private static String idOf(Page page, String label) {
        return page.evaluate(
                        "async label => String((await (await fetch('/api/devices?q=' + encodeURIComponent(label))).json()).rows[0].id)",
                        label)
                .toString();
    }

    private static void shootAt(Jordfell jordfell, Page page, String path, String name) {
        page.navigate(jordfell.address() + path);
        page.waitForTimeout(1_500);
        shoot(page, name);
    }

    private static void shoot(Page page, String name) {
        page.waitForTimeout(500);
        page.screenshot(new Page.ScreenshotOptions().setPath(FOLDER.resolve(name + ".png")));
    }
}
