package orchard.app.harness;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.results.Rule;
import com.deque.html.axecore.selenium.AxeBuilder;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.logging.Level;
import org.awaitility.Awaitility;
import org.awaitility.core.ConditionFactory;
import org.awaitility.core.ConditionTimeoutException;
import org.openqa.selenium.By;
import org.openqa.selenium.Cookie;
import org.openqa.selenium.Dimension;
import org.openqa.selenium.Keys;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.WindowType;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.logging.LogType;
import org.openqa.selenium.logging.LoggingPreferences;

/** Headless Chromium, doing what a person does and telling what a person sees. */
public final class Browser implements AutoCloseable {

    private static final Duration PATIENCE = Duration.ofSeconds(Long.getLong("patience", 40));

    private final ChromeDriver driver;
    private String origin = "";
    private final List<Fingers> hands = new ArrayList<>();

    Browser() {
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--force-prefers-reduced-motion=0",
                "--user-data-dir=" + temporary());
        LoggingPreferences logs = new LoggingPreferences();
        logs.enable(LogType.BROWSER, Level.ALL);
        options.setCapability(ChromeOptions.LOGGING_PREFS, logs);
        driver = new ChromeDriver(
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(new File("/usr/bin/chromedriver"))
                        .withSilent(true)
                        .build(),
                options);
        size(1280, 800);
    }

    private static String temporary() {
        try {
            return Files.createTempDirectory("orchard-browser").toString();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Makes what the page has to fit into this large. */
    public void size(int width, int height) {
        driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", false));
        driver.manage().window().setSize(new Dimension(width, height + 140));
    }

    /** Comes in by an address with the key. */
    public void enter(String address) {
        driver.get(address);
        origin = address.replaceAll("(https?://[^/]+).*", "$1");
    }

    /** Cuts the browser off, or lets it back. */
    public void offline(boolean offline) {
        driver.executeCdpCommand("Network.enable", Map.of());
        driver.executeCdpCommand(
                "Network.emulateNetworkConditions",
                Map.of("offline", offline, "latency", 0, "downloadThroughput", -1, "uploadThroughput", -1));
    }

    /** Fingers on the screen of the window one is in, once it draws what is there: what it sees much too late it does not play. */
    public Fingers fingers() {
        driver.executeAsyncScript(
                "const done = arguments[0]; requestAnimationFrame(() => requestAnimationFrame(() => done()))");
        Fingers fingers = new Fingers(this);
        hands.add(fingers);
        return fingers;
    }

    /** Says something in the browser's own protocol. */
    Map<String, Object> tell(String command, Map<String, Object> what) {
        return driver.executeCdpCommand(command, what);
    }

    /** Runs a script at the beginning of every page from now on, before the page's own; gives how to stop that. */
    public Runnable beforeEveryPage(String script) {
        Object id = driver.executeCdpCommand("Page.addScriptToEvaluateOnNewDocument", Map.of("source", script))
                .get("identifier");
        return () -> driver.executeCdpCommand("Page.removeScriptToEvaluateOnNewDocument", Map.of("identifier", id));
    }

    /** Goes to a page and waits until it is live. */
    public Browser go(String path) {
        hands.forEach(Fingers::cancel);
        hands.clear();
        load(path);
        return this;
    }

    /** Goes to a page in this window, whatever fingers are on the screen of another. */
    public void again(String path) {
        load(path);
    }

    private void load(String path) {
        open(origin + path);
    }

    /** Chooses the light of every page. */
    public void light(String light) {
        for (String name : List.of("light-desk", "light-stage")) {
            driver.manage().deleteCookieNamed(name);
            driver.manage().addCookie(new Cookie(name, light));
        }
    }

    /** Loses a cookie; gives what was in it. */
    public String forget(String cookie) {
        String value = driver.manage().getCookieNamed(cookie).getValue();
        driver.manage().deleteCookieNamed(cookie);
        return value;
    }

    /** Has a cookie again. */
    public void remember(String cookie, String value) {
        driver.manage().addCookie(new Cookie(cookie, value));
    }

    /** Opens a page in another window of its own, as another tablet would; gives what {@link #to} takes. */
    public String another(String path) {
        driver.switchTo().newWindow(WindowType.WINDOW);
        size(1280, 800);
        load(path);
        return driver.getWindowHandle();
    }

    /** Goes to any address, and waits until what is there is live. */
    public void open(String url) {
        driver.get(url);
        until(() -> driver.findElement(By.tagName("html")).getAttribute("data-ready") != null);
    }

    /** The same in another window of its own. */
    public void anotherAt(String url) {
        driver.switchTo().newWindow(WindowType.WINDOW);
        size(1280, 800);
        open(url);
    }

    /** One of the figures a page keeps of itself (Chrome DevTools Protocol, Performance.getMetrics). */
    public double metric(String name) {
        driver.executeCdpCommand("Performance.enable", Map.of());
        @SuppressWarnings("unchecked")
        List<Map<String, Object>> all = (List<Map<String, Object>>)
                driver.executeCdpCommand("Performance.getMetrics", Map.of()).get("metrics");
        return all.stream()
                .filter(one -> one.get("name").equals(name))
                .mapToDouble(one -> ((Number) one.get("value")).doubleValue())
                .findFirst()
                .orElseThrow();
    }

    /** Holds the device otherwise (Chrome DevTools Protocol, DeviceOrientation.setDeviceOrientationOverride); in degrees. */
    public void hold(double alpha, double beta, double gamma) {
        driver.executeCdpCommand(
                "DeviceOrientation.setDeviceOrientationOverride", Map.of("alpha", alpha, "beta", beta, "gamma", gamma));
    }

    /** Address of the page that is there. */
    public String url() {
        return driver.getCurrentUrl();
    }

    /** The window one is in. */
    public String here() {
        return driver.getWindowHandle();
    }

    /** Goes to another window. */
    public void to(String window) {
        driver.switchTo().window(window);
    }

    /** Closes the window one is in and goes to another. */
    public void closeAndGoTo(String window) {
        driver.close();
        to(window);
    }

    /** The element of a CSS selector, as soon as it is there. */
    public WebElement find(String css) {
        List<WebElement> found = new ArrayList<>();
        until(() -> found.addAll(driver.findElements(By.cssSelector(css)))); // once, for the page may be drawn anew
        return found.get(0);
    }

    /** All elements of a CSS selector, as they are now. */
    public List<WebElement> all(String css) {
        return driver.findElements(By.cssSelector(css));
    }

    /** What an element says, or "" if it is not there. */
    public String text(String css) {
        try {
            List<WebElement> found = all(css);
            return found.isEmpty() ? "" : found.get(0).getText().strip();
        } catch (StaleElementReferenceException e) {
            return "";
        }
    }

    /** An attribute of an element, or "" if it is not there. */
    public String attribute(String css, String name) {
        try {
            List<WebElement> found = all(css);
            String value = found.isEmpty() ? null : found.get(0).getAttribute(name);
            return value == null ? "" : value;
        } catch (StaleElementReferenceException e) {
            return "";
        }
    }

    /** Clicks something a person would find; the page may be drawn anew meanwhile. */
    public void click(String css) {
        until(() -> {
            find(css).click();
            return true;
        });
    }

    /** Types into a field in place of what stands there; the page may be drawn anew before that. */
    public void type(String css, String text) {
        until(() -> {
            WebElement field = find(css);
            field.clear();
            field.sendKeys(text);
            return true;
        });
    }

    /** Presses keys wherever the focus is. */
    public void press(CharSequence... keys) {
        new Actions(driver).sendKeys(keys).perform();
    }

    /** Presses a key while another is held. */
    public void chord(Keys held, CharSequence key) {
        new Actions(driver).keyDown(held).sendKeys(key).keyUp(held).perform();
    }

    /** Puts the focus on an element and presses keys there. */
    public void pressOn(String css, CharSequence... keys) {
        focus(css);
        press(keys);
    }

    /** Puts the focus on an element and presses a key there while another is held. */
    public void chordOn(String css, Keys held, CharSequence key) {
        focus(css);
        chord(held, key);
    }

    /** The page may be drawn anew meanwhile. */
    private void focus(String css) {
        until(() -> {
            driver.executeScript("arguments[0].focus()", find(css));
            return true;
        });
    }

    /** Clicks while a key is held. */
    public void clickWith(Keys held, String css) {
        new Actions(driver).keyDown(held).click(find(css)).keyUp(held).perform();
    }

    /** Drags from a place of an element, given from its top left, by some pixels. */
    public void dragFrom(String css, int left, int top, int x, int y) {
        WebElement element = find(css);
        Dimension size = element.getSize();
        new Actions(driver)
                .moveToElement(element, left - size.width / 2, top - size.height / 2)
                .clickAndHold()
                .moveByOffset(x / 2, y / 2)
                .moveByOffset(x - x / 2, y - y / 2)
                .release()
                .perform();
    }

    /** Drags an element by some pixels; the page may be drawn anew before that. */
    public void drag(String css, int x, int y) {
        until(() -> {
            new Actions(driver)
                    .moveToElement(find(css))
                    .clickAndHold()
                    .moveByOffset(x / 2, y / 2)
                    .moveByOffset(x - x / 2, y - y / 2)
                    .release()
                    .perform();
            return true;
        });
    }

    /** Waits until something is so. */
    public void until(Callable<Boolean> condition) {
        patiently(() -> patience().ignoreExceptions().until(condition));
    }

    /** Does something, as a person would do it again when nothing comes of it: a page that is drawn anew may swallow a click. */
    public void untilItTakes(Runnable doing, Callable<Boolean> taken) {
        until(() -> {
            doing.run();
            try {
                Awaitility.await()
                        .atMost(Duration.ofSeconds(8))
                        .pollInterval(Duration.ofMillis(25))
                        .ignoreExceptions()
                        .until(taken);
                return true;
            } catch (ConditionTimeoutException e) {
                return false;
            }
        });
    }

    /** Waits until an element says something. */
    public void see(String css, String words) {
        patiently(() -> patience().untilAsserted(() -> assertThat(text(css)).contains(words)));
    }

    private static ConditionFactory patience() {
        return Awaitility.await().atMost(PATIENCE).pollInterval(Duration.ofMillis(25));
    }

    /** What never came leaves a picture of what was there instead, in {@code target}. */
    private void patiently(Runnable waiting) {
        try {
            waiting.run();
        } catch (ConditionTimeoutException e) {
            picture(Path.of("target", "never-came-" + System.currentTimeMillis() + ".png"));
            throw e;
        }
    }

    /** What is wrong with the page for people who cannot see or cannot point, by the rules of WCAG 2.2 AA. */
    public List<String> barriers() {
        return words(axe().withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice")));
    }

    /** What is too faint to read in another light; nothing else depends on the light. */
    public List<String> barriersIn(String light) {
        driver.executeScript(
                "const root = document.documentElement; root.dataset.light = arguments[0];"
                        + "root.dataset.bsTheme = arguments[0] === 'lamplight' ? 'dark' : 'light';",
                light);
        return words(axe().withRules(List.of("color-contrast", "link-in-text-block")));
    }

    /** In one window, as no page has frames of its own; of long tables the rows that look like those before them are left out. */
    private static AxeBuilder axe() {
        AxeRunOptions options = new AxeRunOptions();
        options.setResultTypes(List.of("violations"));
        return new AxeBuilder().withOptions(options).setLegacyMode().exclude("tbody > tr:nth-child(n + 40)");
    }

    private List<String> words(AxeBuilder axe) {
        List<Rule> violations = axe.analyze(driver).getViolations();
        return violations.stream()
                .map(rule -> rule.getId() + ": " + rule.getHelp() + " "
                        + rule.getNodes().stream()
                                .map(node -> node.getTarget() + " " + node.getHtml())
                                .limit(4)
                                .toList())
                .toList();
    }

    /** What the page complained about since this was last asked; a refused edit is no complaint. */
    public List<String> complaints() {
        return driver.manage().logs().get(LogType.BROWSER).getAll().stream()
                .filter(entry -> entry.getLevel().intValue() >= Level.WARNING.intValue())
                .map(Object::toString)
                .filter(entry -> !entry.contains("status of 422"))
                .toList();
    }

    /** Whether the whole page can be seen without scrolling it. */
    public boolean fits() {
        return (Boolean) driver.executeScript("const d = document.documentElement;"
                + "return d.scrollHeight <= innerHeight && d.scrollWidth <= innerWidth");
    }

    /** Runs a script in the page; for looking, not for doing. */
    public Object ask(String script) {
        return driver.executeScript(script);
    }

    /** Where a module of the page's own scripts is: imported from anywhere else it would be another one. */
    public String module(String name) {
        return find("script[type=module]").getAttribute("src").replaceFirst("[^/]*$", name);
    }

    /** Runs a script that calls its last argument when it is done; for measuring. */
    public Object askLater(String script) {
        return driver.executeAsyncScript(script);
    }

    /** Waits until the page has been left alone for a moment, with its fonts there and its dialogs open. */
    public void rest() {
        driver.executeAsyncScript("const done = arguments[0]; document.fonts.ready.then(() => setTimeout(done, 700))");
    }

    /** Takes a picture. */
    public void picture(Path file) {
        try {
            Files.write(file, driver.getScreenshotAs(OutputType.BYTES));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        driver.quit();
    }
}
