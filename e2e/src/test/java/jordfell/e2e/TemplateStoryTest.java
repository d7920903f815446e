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
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;

/** One change for some phones, in waves; a phone that nobody supports; two phones of which one works. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TemplateStoryTest {

    private Jordfell jordfell;
    private Page page;

    @BeforeAll
    void start() {
        jordfell = new Jordfell(false);
        page = jordfell.technician();
    }

    @AfterAll
    void stop() {
        assertThat(jordfell.complaints()).isEmpty();
        jordfell.close();
    }

    @Test
    void changeGoesOutInWavesStopsByItselfAndIsTakenBack() {
        List.of("41", "42", "43")
                .forEach(n -> carrying("02-4B-7A-00-78-" + n, "Ticket window", "Window " + n, "24" + n));

        go(page, "Templates");
        page.getByLabel("Template", new Page.GetByLabelOptions().setExact(true))
                .selectOption(new SelectOption().setLabel("Ticket window"));
        set("Voicemail number", "*98");
        edit("Registrar");
        entry().fill("= int(extension.number) > 2441 ? 'voise.tarnholm.example' : domain.nam");
        sees(page, "There is no domain.nam; domain has name, realm.");
        entry().fill("= int(extension.number) > 2441 ? 'voise.tarnholm.example' : dom");
        button(page, "domain.name").click();
        sees(page, "it comes to voice.tarnholm.example");
        sees(page, "With what is typed; not kept yet.");
        button(page, "Set here").click();

        sees(page, "3 devices");
        button(page, "Review and release…").click();
        sees(page, "3 configurations change");
        sees(page, "Voicemail number: *86 → *98");
        page.getByLabel("in waves: some first, then a share, then the rest").click();
        page.getByLabel("Window 41 goes first").click();
        page.getByLabel("Then a share, in %").fill("0");
        page.getByLabel("The rest begins").selectOption("WHEN_CARRIED");
        page.getByLabel("Why (kept with the release)").fill("registrar of the upper numbers");
        button(page, "Begin with the first of 2 waves").click();

        Locator rest = page.getByLabel("Wave 2");
        rest.getByText("2 of 2 got worse, all").waitFor(new Locator.WaitForOptions().setTimeout(60_000));
        assertThat(page.getByLabel("Wave 1").innerText()).contains("carried");
        sees(page, "1 wave has stopped");
        rest.getByText("Take it back", new Locator.GetByTextOptions().setExact(true))
                .click();
        rest.getByText("taken back").waitFor();
        link(page, "Window 42").click();
        rail(page, "ppppppp", 30);
        sees(page, "not on the phones");
    }

    @Test
    void unsupportedPhoneIsBroughtUpWithAFamilyWrittenInTheEditor() {
        go(page, "Lab");
        button(page, "Unbox a phone…").click();
        page.getByLabel("Model").selectOption(new SelectOption().setLabel("Brask 9 (nobody supports it)"));
        page.getByLabel("Plugged in at").selectOption(new SelectOption().setLabel("Eskvik Pier"));
        page.getByLabel("MAC on its label").fill("02-B0-9A-00-00-21");
        button(page, "Plug it in").click();
        sees(page, "what it saved long ago");

        go(page, "Settings");
        link(page, "Families").click();
        button(page, "Write a family…").click();
        page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Brask");
        page.getByLabel("Short name").fill("brask");
        page.getByLabel("Written as").selectOption("PERCENT");
        page.getByLabel("Before the MAC").fill("b9-");
        page.getByLabel("After the MAC").fill(".set");
        write("BRASK 1\nunit name={{lable}}\n");
        sees(page, "There is no “lable” here. Did you mean label?");
        sees(page, "It never writes {{password}}; without it no line registers.");
        write(String.join(
                "\n",
                "BRASK 1",
                "unit name={{label}}",
                "{{#stations}}",
                "line no={{position}} number={{number}} login={{authUser}} secret={{password}}"
                        + " domain={{line.registration.registrar}} hold={{line.registration.expiry}}"
                        + " port={{line.registration.local-port}}",
                "{{/stations}}",
                "clock zone={{setting.clock.zone}} from={{setting.clock.server}}",
                "rest look={{setting.provisioning.check-every}} pause={{setting.registration.retry}}",
                "done",
                ""));
        sees(page, "Nothing is wrong with it.");
        button(page, "Keep the family").click();
        sees(page, "by Mats Lindqvaist, 0 models");

        link(page, "Models").click();
        button(page, "Add a model…").click();
        page.getByLabel("Maker").fill("Brask");
        page.getByRole(AriaRole.DIALOG).getByLabel("Model").fill("9");
        page.getByLabel("Reads files of the family").selectOption("brask");
        page.getByRole(AriaRole.DIALOG)
                .getByText("Add", new Locator.GetByTextOptions().setExact(true))
                .click();
        page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Brask 9"))
                .waitFor();
        page.getByLabel("Feature").fill("registers");
        page.getByLabel("It", new Page.GetByLabelOptions().setExact(true)).selectOption("VERIFIED");
        button(page, "Note it").click();
        sees(page, "verified");

        enrol("02-B0-9A-00-00-21", "brask-9", "Back office", "Store room", "2447");
        open("Store room");
        button(page, "Release to this device").click();
        rail(page, "ppppppp", 30);
    }

    @Test
    void comparisonOfTwoPhonesFindsTheDifference() {
        carrying("02-4B-7A-00-78-51", "Back office", "Left desk", "2451");
        enrol("02-4B-7A-00-78-52", "korrin-k24", "Back office", "Right desk", "2452");
        api(
                "PUT",
                "/api/settings/DEVICE/" + idOf("Right desk") + "/registration.registrar",
                Map.of("value", "voise.tarnholm.example"));
        unboxAndRelease("02-4B-7A-00-78-52", "Right desk");
        open("Right desk");
        sees(page, "DNS knows no voise.tarnholm.example.");
        go(page, "Templates");
        link(page, "Compare").click();
        choose("One device", "Left desk");
        choose("Another device", "Right desk");
        sees(page, "Left desk works, Right desk doesn’t: 1 setting differs.");
        sees(page, "voise.tarnholm.example");
    }

    private void choose(String label, String device) {
        page.getByLabel(label, new Page.GetByLabelOptions().setExact(true)).fill(device);
        page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName(device))
                .first()
                .click();
    }

    private void edit(String label) {
        page.getByLabel("Find a setting").fill(label);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + label + ": ")))
                .click();
    }

    private void set(String label, String value) {
        edit(label);
        entry().fill(value);
        button(page, "Set here").click();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(label + ": " + value))
                .waitFor();
    }

    private Locator entry() {
        return page.locator("td input[type=text]");
    }

    /** Puts a text in place of all that stands in the editor. */
    private void write(String text) {
        page.getByLabel("Body", new Page.GetByLabelOptions().setExact(true)).click();
        page.keyboard().press("Control+a");
        page.keyboard().press("Delete");
        page.keyboard().insertText(text);
        page.keyboard().press("Escape");
    }

    private void carrying(String mac, String template, String label, String number) {
        enrol(mac, "korrin-k24", template, label, number);
        unboxAndRelease(mac, label);
        open(label);
        rail(page, "ppppppp", 20);
    }

    private void enrol(String mac, String model, String template, String label, String number) {
        api(
                "POST",
                "/api/intake",
                Map.of(
                        "rows",
                        List.of(Map.of(
                                "device",
                                mac,
                                "model",
                                model,
                                "site",
                                "Eskvik Pier",
                                "label",
                                label,
                                "template",
                                template,
                                "extension",
                                number))));
    }

    private void unboxAndRelease(String mac, String label) {
        String site = api("GET", "/api/ground", null)
                .replaceAll(".*\"id\":(\\d+),\"domainId\":\\d+,\"name\":\"Eskvik Pier\".*", "$1");
        api("POST", "/api/lab/phones", Map.of("mac", mac, "modelId", "korrin-k24", "siteId", Integer.parseInt(site)));
        api("POST", "/api/devices/" + idOf(label) + "/release", Map.of());
    }

    private void open(String label) {
        page.navigate(jordfell.address() + "/fleet/" + idOf(label));
        sees(page, label);
    }

    private String idOf(String label) {
        String rows = api("GET", "/api/devices?q=" + label.replace(" ", "%20"), null);
        return rows.replaceFirst("(?s).*?\"id\":(\\d+),.*", "$1");
    }

    private String api(String method, String path, @org.jspecify.annotations.Nullable Object body) {
        return jordfell.api(page, method, path, body);
    }
}
