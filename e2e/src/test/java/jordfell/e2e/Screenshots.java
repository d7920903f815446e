package jordfell.e2e;

import static jordfell.e2e.Screen.button;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.FilePayload;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Takes the pictures in docs/screenshots from the demo. Run by {@code ./jordfell screenshots}, not with the tests. */
class Screenshots {

    private static final Path FOLDER = Path.of("../docs/screenshots");

    @Test
    void takeAll() {
        try (Jordfell jordfell = new Jordfell(true)) {
            Page door = jordfell.window(1280, 800, ColorScheme.LIGHT);
            Page page = Jordfell.signIn(door, "lena", "lantern-harbour-41");
            // The phones that were switched on a minute ago refresh for the first time.
            page.waitForTimeout(2_000);
            shootAt(jordfell, page, "/today", "today");
            shootAt(jordfell, page, "/fleet", "fleet");
            page.navigate(jordfell.address() + "/fleet/" + idOf(page, "Ticket window 4"));
            button(page, "Widen").click();
            page.waitForTimeout(900);
            shoot(page, "device");
            page.navigate(jordfell.address() + "/triage/brought");
            page.getByLabel("File to bring")
                    .setInputFiles(new FilePayload(
                            "router of Eskvik Pier.pcapng",
                            "",
                            page.request()
                                    .get(jordfell.address() + "/api/lab/capture?minutes=120")
                                    .body()));
            button(page, "Ticket window 4").click();
            page.waitForTimeout(900);
            shoot(page, "brought");
            shootAt(jordfell, page, "/triage", "triage");
            shootAt(jordfell, page, "/roster/map", "number-map");
            shootAt(jordfell, page, "/roster/people/" + personOf(page, "Henrik Dahl"), "people");
            shootAt(jordfell, page, "/roster/extensions", "extensions");
            shootAt(jordfell, page, "/settings/models/korrin-k24", "models");
            shootAt(jordfell, page, "/calls/what-if?from=2413&dials=0+00+999+123", "what-if");
            shootAt(jordfell, page, "/calls/rings?number=%2B99955012416", "what-rings");
            shootAt(jordfell, page, "/directory/3", "directory");
            shootAt(jordfell, page, "/templates", "templates");
            shootAt(jordfell, page, "/templates/keys/3", "keys");
            shootAt(jordfell, page, "/lab", "lab");
            page.navigate(jordfell.address() + "/intake/sheet");
            page.getByLabel("A table as CSV").setInputFiles(new FilePayload("second-lorry.csv", "text/csv", table()));
            page.waitForTimeout(900);
            page.getByLabel("MAC", new Page.GetByLabelOptions().setExact(true))
                    .nth(4)
                    .click();
            shoot(page, "intake");
            button(page, "Clear the grid").click();
            page.navigate(jordfell.address() + "/fleet");
            button(page, "Review and release…").click();
            page.waitForTimeout(800);
            shoot(page, "release");
            shootAt(jordfell, page, "/templates/releases/" + stoppedWave(jordfell, page), "stopped-wave");
            Page dark = Jordfell.signIn(jordfell.window(1280, 800, ColorScheme.DARK), "lena", "lantern-harbour-41");
            dark.navigate(jordfell.address() + "/fleet/" + idOf(dark, "Ticket window 4"));
            button(dark, "Widen").click();
            dark.getByLabel("What went to and fro")
                    .getByText("REGISTER 2416 with answer")
                    .last()
                    .click();
            dark.getByLabel("The message").scrollIntoViewIfNeeded();
            shoot(dark, "ladder-dark");
        }
    }

    /** Releases a mistake in waves and waits until it is stopped; gives the release. */
    private static String stoppedWave(Jordfell jordfell, Page page) {
        List<String> windows = Stream.of("Ticket window 1", "Ticket window 2", "Ticket window 3")
                .map(label -> idOf(page, label))
                .toList();
        windows.forEach(id -> word(jordfell, page, id, "calls.voicemail", "*98"));
        word(jordfell, page, windows.get(1), "registration.registrar", "voise.tarnholm.example");
        String made = jordfell.api(
                page,
                "POST",
                "/api/releases",
                Map.of(
                        "deviceIds",
                        windows.stream().map(Long::valueOf).toList(),
                        "reason",
                        "voicemail moves to *98",
                        "waves",
                        List.of(
                                Map.of("name", "First", "deviceIds", List.of(Long.valueOf(windows.get(0)))),
                                Map.of("name", "The rest", "starts", "WHEN_CARRIED"))));
        String release = made.replaceAll(".*\"id\":([0-9]+).*", "$1");
        page.navigate(jordfell.address() + "/templates/releases/" + release);
        page.getByText("got worse", new Page.GetByTextOptions().setExact(false))
                .first()
                .waitFor(new Locator.WaitForOptions().setTimeout(300_000));
        return release;
    }

    private static void word(Jordfell jordfell, Page page, String device, String key, String value) {
        jordfell.api(page, "PUT", "/api/settings/DEVICE/" + device + "/" + key, Map.of("value", value));
    }

    /** A table as it might come with a lorry: most of it good, some of it not. */
    private static byte[] table() {
        return String.join(
                        "\n",
                        "MAC address;Model;Location;Description;Name;Role;Extension",
                        "02-4B-7A-00-53-91;K24;Eskvik Pier;Ticket window 9;;;2430",
                        "02-4B-7A-00-53-92;K24;Eskvik Pier;Ticket window 10;;;2431",
                        "02-4B-7A-00-53-93;;Eskvik Pier;Deputy;Anna Berg;Ticket seller;",
                        "02-4B-7A-00-53-94;;Eskvik Pier;Gate 1;;;2432",
                        "02-4B-7A-00-53-8O;K12;Eskvik Pier;Gate 3;;;2433",
                        "03-4B-7A-00-53-95;K12;Eskvik Pier;Gate 4;;;2434",
                        "02-9E-11-00-00-0C;Ombrel;Eskvik Pier;Meeting room;;;2435",
                        "02-5C-20-00-03-02;T8;Eskvik Pier;Quay help-points E;;;2460-2467",
                        "02-4B-7A-00-53-1C;K24;Eskvik Pier;Ticket window four;;;",
                        ";K24;Eskvik Pier;Kiosk;Oona Reiss;Ticket seller;",
                        "02-4B-7A-00-53-96;K12;Eskvik Pier;Lamp locker;;;2413",
                        "02-4B-7A-00-53-97;K12;Eskvik Pier;Stores;;;2436",
                        "02-4B-7A-00-53-98;K12;Eskvik Pier;Ramp;;;2437")
                .getBytes(java.nio.charset.StandardCharsets.UTF_8);
    }

    private static String personOf(Page page, String name) {
        return page.evaluate(
                        "async name => String((await (await fetch('/api/people?domainId=1&q=' + encodeURIComponent(name))).json()).rows[0].id)",
                        name)
                .toString();
    }

    private static String idOf(Page page, String label) {
        return page.evaluate(
                        "async label => String((await (await fetch('/api/devices?q=' + encodeURIComponent(label))).json()).rows.toSorted((a, b) => a.label.length - b.label.length)[0].id)",
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
