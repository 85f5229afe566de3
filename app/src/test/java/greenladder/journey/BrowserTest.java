package greenladder.journey;

import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.google.gson.JsonObject;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType.LaunchOptions;
import com.microsoft.playwright.Dialog;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.ReducedMotion;
import greenladder.RunningDemo;
import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.assertj.core.api.Assertions;
import org.jspecify.annotations.Nullable;
import org.testng.annotations.AfterClass;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeClass;

/**
 * A real browser before the running demo. Any error that the browser reports fails the test that
 * caused it.
 */
public abstract class BrowserTest extends RunningDemo {
    private static final String WITHOUT_MORE_OF_THE_SAME =
            """
            () => document.querySelectorAll("main *").forEach((parent) => {
              while (parent.children.length > 40) parent.lastElementChild.remove();
            })
            """;

    private static final List<String> ARGUMENTS =
            List.of(
                    "--headless",
                    "--no-sandbox",
                    "--disable-gpu",
                    "--disable-quic",
                    "--no-first-run",
                    "--disable-background-networking",
                    "--disable-component-update",
                    "--disable-sync",
                    "--renderer-process-limit=1",
                    "--js-flags=--max-lazy");

    private Playwright playwright;
    private Browser browser;

    /** It is kept from test to test with the scripts and style sheets that it has loaded. */
    private @Nullable BrowserContext kept;

    @BeforeClass
    public void launch() {
        // Long enough for a slow machine; a test that holds does not wait for it.
        PlaywrightAssertions.setDefaultAssertionTimeout(60_000);
        playwright =
                Playwright.create(
                        new Playwright.CreateOptions()
                                .setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        browser =
                playwright
                        .chromium()
                        .launch(
                                new LaunchOptions()
                                        .setExecutablePath(chromium())
                                        .setArgs(ARGUMENTS));
    }

    /** What is still open would go on listening to everything that the next test does. */
    @AfterMethod(alwaysRun = true)
    public void closePages() {
        List.copyOf(browser.contexts()).stream()
                .filter(context -> !context.equals(kept))
                .forEach(BrowserContext::close);
        if (kept != null && browser.contexts().contains(kept)) {
            forget(kept);
        }
    }

    /** Closes what is open and forgets who was signed in, and what pages had kept. */
    private void forget(BrowserContext context) {
        var pages = List.copyOf(context.pages());
        if (!pages.isEmpty()) {
            var origin = new JsonObject();
            origin.addProperty("origin", "http://localhost:" + port);
            origin.addProperty("storageTypes", "local_storage");
            context.newCDPSession(pages.getFirst()).send("Storage.clearDataForOrigin", origin);
        }
        pages.forEach(Page::close);
        context.clearCookies();
    }

    @AfterClass(alwaysRun = true)
    public void close() {
        if (playwright != null) {
            playwright.close();
        }
    }

    /**
     * The shell without windows, which opens a page in a third of the time, or the whole browser.
     */
    private static Path chromium() {
        var folders = System.getenv("PATH").split(File.pathSeparator);
        return Stream.of("chromium-headless-shell", "chromium")
                .flatMap(name -> Arrays.stream(folders).map(folder -> Path.of(folder, name)))
                .filter(path -> path.toFile().canExecute())
                .findFirst()
                .orElseThrow(() ->
                        new IllegalStateException(
                                "chromium is not on the PATH; ./ladder test installs it"));
    }

    protected Page newPage() {
        var page = context().newPage();
        page.onPageError(error -> Assertions.fail("script error: " + error));
        // Who leaves unsaved words is asked; journeys that end with some mean to leave.
        page.onDialog(Dialog::accept);
        page.onConsoleMessage(message -> {
            // What the server refuses is a part of many journeys; the page tells it itself.
            if (message.type().equals("error")
                    && !message.text().startsWith("Failed to load resource")
                    && !message.text().startsWith("Response Status Error Code")) {
                Assertions.fail("error on the console: " + message.text());
            }
        });
        return page;
    }

    /** The one that is kept, where no page of this test is open in it; else a new one. */
    private BrowserContext context() {
        if (kept != null && browser.contexts().contains(kept)) {
            return kept.pages().isEmpty() ? kept : newContext();
        }
        kept = newContext();
        return kept;
    }

    private BrowserContext newContext() {
        return browser.newContext(
                new Browser.NewContextOptions()
                        .setBaseURL("http://localhost:" + port)
                        .setViewportSize(1280, 800)
                        .setReducedMotion(ReducedMotion.REDUCE));
    }

    protected Page signedIn(String name) {
        var page = newPage();
        page.navigate("/sign-in");
        page.locator(".samples button", new Page.LocatorOptions().setHasText(name)).click();
        page.waitForURL("**/ladder?**");
        return page;
    }

    protected static Locator card(Page page, String title) {
        return page.locator(
                ".item-card",
                new Page.LocatorOptions()
                        .setHas(page.getByText(title, new Page.GetByTextOptions().setExact(true))));
    }

    /** The titles of a column, from the top. */
    protected static List<String> titles(Page page, String column) {
        return page.locator("#cards-" + column + " .card-link").allInnerTexts();
    }

    /** By every rule as it stands, and by those about colour in the dark theme too. */
    protected static void requireAccessible(Page page, String what) {
        requireNone(
                axe(page).withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa")),
                what);
        page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.DARK));
        requireNone(
                axe(page).withRules(List.of("color-contrast", "link-in-text-block")),
                what + " in the dark");
        page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.LIGHT));
    }

    /**
     * The same of a page that is only looked at: of what there is a lot of the same, such as rows
     * of a table or dots of a chart, the first stand for all.
     */
    protected static void requireAccessibleSample(Page page, String what) {
        page.evaluate(WITHOUT_MORE_OF_THE_SAME);
        requireAccessible(page, what);
    }

    private static AxeBuilder axe(Page page) {
        var options = new NothingAhead();
        // Where each element that passes stands is worked out else, which takes longest.
        options.setResultTypes(List.of("violations"));
        return new AxeBuilder(page).options(options).setLegacyMode(true);
    }

    /** What would be loaded ahead are style sheets, for a rule that is not asked for. */
    private static final class NothingAhead extends AxeRunOptions {
        @JsonProperty private final boolean preload = false;
    }

    private static void requireNone(AxeBuilder rules, String what) {
        var told = new ArrayList<String>();
        rules.analyze()
                .getViolations()
                .forEach(rule ->
                        rule.getNodes()
                                .forEach(node -> told.add(rule.getId() + ": " + node.getHtml())));
        Assertions.assertThat(told).as(what).isEmpty();
    }
}
