package jordfell.e2e;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.TimeoutError;
import com.microsoft.playwright.options.AriaRole;

/** Finds things on a page the way a person does: by what they are and what they say. */
final class Screen {

    private Screen() {}

    static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    static Locator link(Page page, String name) {
        return page.getByRole(
                AriaRole.LINK, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    static void go(Page page, String screen) {
        page.getByLabel("Screens")
                .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName(screen))
                .click();
    }

    /** Waits for text to stand somewhere on the page. */
    static void sees(Page page, String text) {
        waits(page, page.getByText(text).first(), new Locator.WaitForOptions());
    }

    /** Waits until the large rail of the open device begins like this. */
    static void rail(Page page, String beginning, int seconds) {
        waits(
                page,
                page.locator("[data-testid=path][data-rail^=" + beginning + "]"),
                new Locator.WaitForOptions().setTimeout(seconds * 1_000.0));
    }

    /** Says what stood there instead when something does not come. */
    static void waits(Page page, Locator wanted, Locator.WaitForOptions options) {
        try {
            wanted.waitFor(options);
        } catch (TimeoutError e) {
            throw new AssertionError(
                    e.getMessage() + "\nThe page at " + page.url() + " says:\n" + page.innerText("body"), e);
        }
    }
}
