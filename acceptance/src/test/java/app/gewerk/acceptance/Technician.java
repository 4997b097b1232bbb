package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.assertj.core.api.Assertions;

/** A person in front of Debian's Chromium. */
final class Technician implements AutoCloseable {
    /** Machines that test are busy ones. */
    private static final int PATIENCE_MS = 20_000;

    /** Without the parts that only a screen needs, where Debian has it so; half the work for the processor. */
    private static final Path CHROMIUM = Stream.of("/usr/bin/chromium-headless-shell", "/usr/bin/chromium")
            .map(Path::of)
            .filter(Files::isExecutable)
            .findFirst()
            .orElse(Path.of("/usr/bin/chromium"));

    /**
     * One browser to each thread that tests, in which everybody has a profile of their own: starting it costs as much as
     * a short test. It ends with its driver, and that with this process.
     */
    private static final ThreadLocal<Browser> BROWSER = ThreadLocal.withInitial(() -> launched(List.of()));

    /** Draws bodies, by the processor where there is nothing else: that costs, so others do without. */
    private static final ThreadLocal<Browser> BODIES = ThreadLocal.withInitial(
            () -> launched(List.of("--use-gl=angle", "--use-angle=swiftshader", "--enable-unsafe-swiftshader")));

    /**
     * Answers come one after another and in no order, and the browser says what of the sheet moved without being touched:
     * by what share of the screen, and from where to where.
     */
    private static final String UNEVENLY = "const ask = fetch; let asked = 0; moved = [];"
            + "fetch = async (...what) => { await new Promise(then => setTimeout(then, asked++ * 70 % 210)); return ask(...what); };"
            + "new PerformanceObserver(all => moved.push(...all.getEntries().filter(e => e.value > 0.002 && e.sources.some(s => Math.abs(s.currentRect.y - s.previousRect.y) > 2)).map(e =>"
            + " location.pathname + ' ' + e.value.toFixed(3) + e.sources.map(s => ` ${s.node?.textContent?.slice(0, 30)} ${s.previousRect.y} to ${s.currentRect.y}`))))"
            + ".observe({type: 'layout-shift', buffered: true})";

    private final List<String> complaints = new ArrayList<>();
    private final String base;
    final BrowserContext context;
    final Page page;

    Technician(RunningGewerk gewerk) {
        this(gewerk, "en-GB");
    }

    /** @param language that the browser asks for */
    Technician(RunningGewerk gewerk, String language) {
        this(gewerk.address("").toString(), Screen.BENCH, language, BROWSER.get());
    }

    /** @param base the address without a path; over TLS with a certificate that nobody knows, too */
    Technician(String base, Screen screen) {
        this(base, screen, "en-GB", BROWSER.get());
    }

    static Technician whoSeesBodies(RunningGewerk gewerk) {
        return new Technician(gewerk.address("").toString(), Screen.BENCH, "en-GB", BODIES.get());
    }

    /** What somebody has in hand. */
    enum Screen {
        BENCH(1280, 800, false),
        TABLET(820, 1180, true),
        TELEPHONE(390, 844, true);

        final int width;
        final int height;
        final boolean touch;

        Screen(int width, int height, boolean touch) {
            this.width = width;
            this.height = height;
            this.touch = touch;
        }
    }

    private Technician(String base, Screen screen, String language, Browser browser) {
        this.base = base;
        context = browser.newContext(new Browser.NewContextOptions()
                .setViewportSize(screen.width, screen.height)
                .setHasTouch(screen.touch)
                .setIsMobile(screen.touch)
                .setIgnoreHTTPSErrors(true)
                .setLocale(language)
                .setAcceptDownloads(true));
        context.setDefaultTimeout(PATIENCE_MS);
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MS);
        page = listened(context.newPage());
    }

    private static Browser launched(List<String> more) {
        // On a thread that keeps no program from ending, for those that listen to the driver are then of its kind.
        return CompletableFuture.supplyAsync(() -> Playwright.create(
                                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")))
                        .chromium()
                        .launch(new BrowserType.LaunchOptions()
                                .setExecutablePath(CHROMIUM)
                                .setArgs(Stream.concat(
                                                more.stream(),
                                                Stream.of(
                                                        "--disable-quic",
                                                        "--no-first-run",
                                                        "--disable-background-networking",
                                                        "--disable-component-update",
                                                        "--disable-sync",
                                                        "--ignore-certificate-errors"))
                                        .toList())))
                .join();
    }

    private Page listened(Page opened) {
        opened.onPageError(complaints::add);
        opened.onConsoleMessage(message -> {
            boolean refusal = message.text().startsWith("Failed to load resource");
            if (message.type().equals("error") && !refusal) {
                complaints.add(message.text());
            }
        });
        return opened;
    }

    /** What the browser complained of: script errors, styles or scripts blocked by the policy. */
    List<String> complaints() {
        return complaints;
    }

    /** From the next page that is opened. */
    void answersComeUnevenly() {
        page.addInitScript(UNEVENLY);
    }

    /** Until everything that was asked for to show this screen is there. */
    void waitForAnswers() {
        assertThat(page.locator("[aria-busy=true]")).hasCount(0);
    }

    void sawNothingMove() {
        Assertions.assertThat((List<?>) page.evaluate("moved"))
                .as("what moves from under the finger while answers come")
                .isEmpty();
    }

    Page anotherTab() {
        return listened(context.newPage());
    }

    void open(String path) {
        page.navigate(base + path);
    }

    /** From one screen to another, as by a link: without fetching and starting the page anew, which costs five times as much. */
    void go(String path) {
        page.evaluate(
                "path => { history.pushState(null, '', path); dispatchEvent(new PopStateEvent('popstate')) }", path);
    }

    void stepUp(String name) {
        open("/");
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        dialog.getByLabel("Another name").fill(name);
        dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Step up"))
                .click();
        dialog.waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.DETACHED));
    }

    /** Shows who they are, at a shop with accounts. */
    void signIn(String name, String password) {
        field("Name").fill(name);
        field("Password").fill(password);
        button("Come in").click();
        button("Come in").waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.DETACHED));
    }

    /** Takes one of the names offered, and waits until the bench knows. */
    void stepUpAs(String name) {
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        dialog.getByText(name).first().click();
        dialog.waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.DETACHED));
    }

    Locator button(String name) {
        return role(AriaRole.BUTTON, name);
    }

    Locator button(Pattern name) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
    }

    Locator role(AriaRole role, String name) {
        return page.getByRole(role, new Page.GetByRoleOptions().setName(name));
    }

    Locator field(String label) {
        return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    Locator role(AriaRole role, Pattern name) {
        return page.getByRole(role, new Page.GetByRoleOptions().setName(name));
    }

    Locator text(Pattern text) {
        return page.getByText(text);
    }

    Locator text(String text) {
        return page.getByText(text).first();
    }

    void press(String key) {
        page.keyboard().press(key);
    }

    void type(String text) {
        page.keyboard().type(text);
    }

    @Override
    public void close() {
        context.close();
    }
}
