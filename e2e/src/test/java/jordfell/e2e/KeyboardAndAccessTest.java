package jordfell.e2e;

import static jordfell.e2e.Screen.sees;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.Gson;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.LoadState;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.io.IOException;
import java.io.UncheckedIOException;
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

    /** Every screen with nothing open and with something, as the screens say of themselves. */
    private static final List<String> SCREENS =
            List.of(new Gson().fromJson(read("../web/screens.json"), String[].class));

    /** @param press a shortcut, or the button that opens it */
    private record Opening(String at, String press) {}

    private static final List<Opening> DIALOGS = List.of(
            new Opening("/fleet", "?"),
            new Opening("/fleet", "Review and release…"),
            new Opening("/fleet/1", "Edit…"),
            new Opening("/fleet/1", "Bind…"),
            new Opening("/roster/people", "Add a person…"),
            new Opening("/roster/people", "n"),
            new Opening("/roster/extensions", "Add an extension…"),
            new Opening("/roster/outside", "Add a number…"),
            new Opening("/roster/outside", "Change all…"),
            new Opening("/roster/people/5", "Welcome sheet…"),
            new Opening("/roster/kits", "Add a kit…"),
            new Opening("/calls/lists", "Add a list…"),
            new Opening("/calls/permissions", "Add a permission…"),
            new Opening("/settings/domains", "Add a domain…"),
            new Opening("/settings/sites", "Add a site…"),
            new Opening("/settings/models", "Add a model…"),
            new Opening("/templates", "New template…"),
            new Opening("/templates", "Import…"),
            new Opening("/directory", "Made of…"),
            new Opening("/directory", "Add a contact…"),
            new Opening("/directory", "Import…"),
            new Opening("/lab", "Run a scenario…"),
            new Opening("/lab", "Unbox a phone…"));

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
        // The screen before shows the same label until this one is drawn.
        page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Devices"))
                .getByText("Ticket window 8")
                .waitFor();
        page.keyboard().press("j");
        page.keyboard().press("j");
        page.keyboard().press("Enter");
        page.waitForURL("**/fleet/*");
        Screen.waits(page, page.getByLabel("Cause").first(), new Locator.WaitForOptions());
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
                "MAC likely mistyped",
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

    /** Each screen is loaded once and looked at three times: the window is wide, then dark, then narrow. */
    @Test
    void everyScreenCanBeReadAndFitsTheWindow() throws IOException {
        Page page = Jordfell.signIn(jordfell.window(1280, 800, ColorScheme.LIGHT), "lena", "lantern-harbour-41");
        page.addInitScript(axe());
        for (String screen : SCREENS) {
            page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.LIGHT));
            page.setViewportSize(1280, 800);
            shows(page, screen);
            assertThat(serious(page, "document")).as(screen).isEmpty();
            assertThat(sideways(page)).as(screen).isEmpty();
            String paper = paper(page);
            page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.DARK));
            assertThat(paper(page)).as("the dark theme").isNotEqualTo(paper);
            assertThat(serious(page, "document", "runOnly: ['color-contrast'],"))
                    .as(screen + " in the dark")
                    .isEmpty();
            page.setViewportSize(1024, 700);
            loaded(page);
            assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                    .as(screen)
                    .isLessThanOrEqualTo(1024);
            assertThat(sideways(page)).as(screen + " at 1024").isEmpty();
        }
    }

    private static String paper(Page page) {
        return (String) page.evaluate("""
                () => new Promise(seen => requestAnimationFrame(() => requestAnimationFrame(() =>
                  seen(getComputedStyle(document.body).backgroundColor))))""");
    }

    @Test
    void axeFindsNothingSeriousInAnyDialog() throws IOException {
        Page page = Jordfell.signIn(jordfell.window(1280, 800, ColorScheme.LIGHT), "lena", "lantern-harbour-41");
        page.addInitScript(axe());
        for (Opening opening : DIALOGS) {
            shows(page, opening.at());
            if (opening.press().length() == 1) {
                // “?” is heard wherever the frame is; a letter where the screen that has it is there.
                if (Character.isLetter(opening.press().charAt(0))) {
                    page.locator("kbd")
                            .filter(new Locator.FilterOptions().setHasText(opening.press()))
                            .last()
                            .waitFor();
                }
                page.keyboard().type(opening.press());
            } else {
                page.getByRole(
                                AriaRole.BUTTON,
                                new Page.GetByRoleOptions()
                                        .setName(opening.press())
                                        .setExact(true))
                        .first()
                        .click();
            }
            Screen.waits(page, page.locator("dialog[open]"), new Locator.WaitForOptions());
            loaded(page);
            assertThat(serious(page, "'dialog[open]'")).as(opening.toString()).isEmpty();
            page.keyboard().press("Escape");
            page.locator("dialog[open]").waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.HIDDEN));
        }
    }

    private static String axe() {
        return read("../web/node_modules/axe-core/axe.min.js");
    }

    private static String read(String file) {
        try {
            return Files.readString(Path.of(file));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Goes to a screen and waits until nothing on it is being loaded. */
    private void shows(Page page, String screen) {
        page.navigate(jordfell.address() + screen);
        page.getByLabel("Screens").waitFor();
        page.locator("main").waitFor();
        loaded(page);
    }

    private static void loaded(Page page) {
        page.waitForLoadState(LoadState.LOAD);
        page.locator("main[aria-busy=false]").waitFor();
        Locator pending = page.getByText("being loaded");
        for (int left = pending.count(); left > 0; left--) {
            pending.first().waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.HIDDEN));
        }
    }

    private static List<?> serious(Page page, String where) {
        return serious(page, where, "");
    }

    /** What is right is not told in full: that takes longer than the looking. */
    private static List<?> serious(Page page, String where, String more) {
        return (List<?>) page.evaluate("""
                async () => (await axe.run(%s, {%s resultTypes: ['violations'], preload: false})).violations
                  .filter(v => v.impact === 'serious' || v.impact === 'critical')
                  .map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 160)).join(' | '))""".formatted(where, more));
    }

    /** A window of 1280 by 800 at 200 % is one of 640 by 400. */
    @Test
    void templatesStayUsableWhenTheyAreZoomedIn() {
        Page page = Jordfell.signIn(jordfell.window(640, 400, ColorScheme.LIGHT), "mats", "slipway-copper-27");
        shows(page, "/templates");
        assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                .isLessThanOrEqualTo(640);
        for (String part : List.of("nav[aria-label=Layers]", "main table", "aside[aria-label=Configuration]")) {
            assertThat(page.locator(part).first().boundingBox().width).as(part).isGreaterThan(560);
        }
        page.getByLabel("Find a setting").fill("backlight");
        page.locator("main table button").first().click();
        Locator set = page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Set here"));
        set.first().scrollIntoViewIfNeeded();
        assertThat(set.first().boundingBox().x + set.first().boundingBox().width)
                .isLessThan(640);
    }

    /** The lists and sheets of which a part can only be seen by scrolling sideways; a code line may be as long as it is. */
    private static List<?> sideways(Page page) {
        return (List<?>) page.evaluate("""
                () => [...document.querySelectorAll('main *')]
                  .filter(e => ['auto', 'scroll'].includes(getComputedStyle(e).overflowX))
                  .filter(e => !['PRE', 'TEXTAREA'].includes(e.tagName) && !e.querySelector('pre'))
                  .filter(e => e.scrollWidth > e.clientWidth + 1)
                  .map(e => (e.getAttribute('aria-label') ?? e.tagName) + ' ' + e.scrollWidth + ' > ' + e.clientWidth)""");
    }
}
