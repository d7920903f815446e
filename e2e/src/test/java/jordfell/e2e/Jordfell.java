package jordfell.e2e;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.RequestOptions;
import java.net.URI;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jordfell.server.JordfellServer;
import jordfell.server.lab.LabService;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** The application on free ports with a database in memory, and a browser in front of it. */
final class Jordfell implements AutoCloseable {

    private static final List<String> QUIET = List.of(
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");

    private final ConfigurableApplicationContext server;
    private final Playwright playwright;
    private final Browser browser;
    private final List<String> complaints = new ArrayList<>();

    /** @param past whether the demo's three hours are played first; without them there is no device */
    Jordfell(boolean past) {
        server = started(
                "--server.port=0",
                "--spring.datasource.url=jdbc:h2:mem:e2e" + System.nanoTime()
                        + ";DB_CLOSE_DELAY=-1;QUERY_CACHE_SIZE=512;OPTIMIZE_REUSE_RESULTS=0",
                "--jordfell.data=mem:e2e",
                "--jordfell.demo=true",
                "--jordfell.past=" + past,
                "--jordfell.sip-port=0",
                "--jordfell.tftp-port=0");
        playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        browser = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium"))
                        .setArgs(QUIET));
    }

    /** One after another: two applications that set up logging in one process at once trip over each other. */
    private static synchronized ConfigurableApplicationContext started(String... arguments) {
        return new SpringApplication(JordfellServer.class).run(arguments);
    }

    /** Where the registrar listens on 127.0.0.1. */
    <T> T bean(Class<T> type) {
        return server.getBean(type);
    }

    int sipPort() {
        return server.getBean(LabService.class).sipPort();
    }

    String address() {
        return "http://127.0.0.1:" + server.getEnvironment().getProperty("local.server.port");
    }

    /** A fresh browser window, not signed in. */
    Page window(int width, int height, ColorScheme scheme) {
        BrowserContext context = browser.newContext(
                new Browser.NewContextOptions().setViewportSize(width, height).setColorScheme(scheme));
        context.setDefaultTimeout(45_000);
        Page page = context.newPage();
        page.onPageError(complaints::add);
        page.navigate(address());
        return page;
    }

    Page signedIn(String login, String password) {
        return signIn(window(1280, 800, ColorScheme.LIGHT), login, password);
    }

    static Page signIn(Page page, String login, String password) {
        page.getByLabel("Name").fill(login);
        page.getByLabel("Password").fill(password);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in"))
                .click();
        page.getByLabel("Screens").waitFor();
        page.navigate(URI.create(page.url()).resolve("/fleet").toString());
        page.getByLabel("Screens").waitFor();
        return page;
    }

    Page technician() {
        return signedIn("mats", "slipway-copper-27");
    }

    /** Errors that pages threw; there should be none. */
    List<String> complaints() {
        return complaints;
    }

    @Override
    public void close() {
        playwright.close();
        server.close();
    }

    /** Asks the server as the person does who is signed in on this page; fails if it refuses. */
    String api(Page page, String method, String path, @Nullable Object body) {
        String token = page.context().cookies().stream()
                .filter(c -> c.name.equals("XSRF-TOKEN"))
                .map(c -> c.value)
                .findFirst()
                .orElse("");
        RequestOptions options = RequestOptions.create().setMethod(method).setHeader("X-XSRF-TOKEN", token);
        if (body != null) {
            options.setData(body);
        }
        APIResponse response = page.request().fetch(address() + path, options);
        if (!response.ok()) {
            throw new IllegalStateException(method + " " + path + ": " + response.text());
        }
        return response.text();
    }
}
