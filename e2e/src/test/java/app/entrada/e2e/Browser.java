package app.entrada.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.logging.Level;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.WindowType;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.logging.LogEntry;
import org.openqa.selenium.logging.LogType;
import org.openqa.selenium.logging.LoggingPreferences;
import org.openqa.selenium.support.ui.Select;
import org.openqa.selenium.support.ui.WebDriverWait;

/** A real browser as a person uses it. Everything waits for what it needs to see; nothing sleeps. */
final class Browser implements AutoCloseable {
    private static final Duration PATIENCE = Duration.ofSeconds(40);
    private static final Duration BETWEEN_LOOKS = Duration.ofMillis(150);

    private final Path profile = Files.createTempDirectory("entrada-browser");
    private final ChromeDriver driver;

    Browser() throws IOException {
        System.setProperty("SE_OFFLINE", "true");
        System.setProperty("SE_AVOID_STATS", "true");
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(Path.of("/usr/bin/chromedriver").toFile())
                .build();
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-dev-shm-usage",
                "--disable-quic",
                "--no-first-run",
                "--no-default-browser-check",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--disable-extensions",
                "--hide-scrollbars",
                "--force-device-scale-factor=1",
                "--window-size=1280,800",
                "--lang=en-GB",
                "--user-data-dir=" + profile);
        LoggingPreferences logs = new LoggingPreferences();
        logs.enable(LogType.BROWSER, Level.ALL);
        options.setCapability("goog:loggingPrefs", logs);
        driver = new ChromeDriver(service, options);
        size(1280, 800);
    }

    void go(String address) {
        driver.get(address);
    }

    String address() {
        return driver.getCurrentUrl();
    }

    private WebDriverWait patience() {
        WebDriverWait wait = new WebDriverWait(driver, PATIENCE, BETWEEN_LOOKS);
        wait.ignoring(StaleElementReferenceException.class);
        return wait;
    }

    /** Waits until something of this CSS is seen. */
    WebElement see(String css) {
        return see(css, "");
    }

    /** Waits until the text stands within something of this CSS. */
    WebElement see(String css, String text) {
        return see(css, text, PATIENCE.toSeconds());
    }

    /** The same for work that takes longer. */
    WebElement see(String css, String text, long seconds) {
        return patience()
                .withTimeout(Duration.ofSeconds(seconds))
                .withMessage(() -> "to see “" + text + "” in " + css + "\n" + text("body"))
                .until(d -> seen(css, text));
    }

    /** Waits until the text stands nowhere within this CSS. */
    void seeNoLonger(String css, String text) {
        seeNoLonger(css, text, PATIENCE.toSeconds());
    }

    /** The same for work that takes longer. */
    void seeNoLonger(String css, String text, long seconds) {
        patience()
                .withTimeout(Duration.ofSeconds(seconds))
                .withMessage(() -> "to see no longer “" + text + "” in " + css)
                .until(d -> seen(css, text) == null);
    }

    /**
     * The first of this CSS that is seen and holds the text, null for none. One question for all of them: to ask the driver
     * about each takes a page of many rows more time than the page itself.
     */
    private @Nullable WebElement seen(String css, String text) {
        return (WebElement) script("""
                const [css, text] = arguments
                const sized = (box) => box.width > 0 && box.height > 0
                const seen = (each) => {
                    // an entry of a list that is not open is no box of its own
                    const box = each.closest('select') ?? each
                    return box.checkVisibility({ opacityProperty: true, visibilityProperty: true }) &&
                        [box, ...box.children].some((part) => sized(part.getBoundingClientRect()))
                }
                const words = (each) => (each.innerText ?? each.textContent).replace(/[\\t\\u00a0]/g, ' ').replace(/\\n+/g, '\\n')
                return [...document.querySelectorAll(css)].find((each) => seen(each) && (!text || words(each).includes(text)))
                """, css, text);
    }

    /** The text that is there now. */
    String text(String css) {
        List<WebElement> found = driver.findElements(By.cssSelector(css));
        return found.isEmpty() ? "" : found.get(0).getText();
    }

    int count(String css) {
        return driver.findElements(By.cssSelector(css)).size();
    }

    /** Waits until there are exactly so many of this CSS. */
    void seeCount(String css, int wanted) {
        patience()
                .withMessage(() -> "to see %d times %s, not %d".formatted(wanted, css, count(css)))
                .until(d -> count(css) == wanted);
    }

    void click(String css, String text) {
        patience().withMessage("to click “" + text + "”").until(d -> {
            WebElement element = see(css, text);
            if (!element.isEnabled()) return null;
            element.click();
            return true;
        });
    }

    void click(String css) {
        click(css, "");
    }

    void type(String css, String text) {
        // a dialog that is still opening may take the focus away from a field
        patience().withMessage(() -> "to type into " + css).until(d -> {
            WebElement field = see(css);
            field.clear();
            field.sendKeys(text);
            return text.equals(field.getDomProperty("value"));
        });
    }

    /** Chooses an entry of a list by what it says. */
    void choose(String css, String text) {
        patience().withMessage(() -> "to choose “" + text + "” in " + css).until(d -> {
            Select list = new Select(see(css));
            if (list.getOptions().stream().noneMatch(each -> each.getText().equals(text))) return null;
            list.selectByVisibleText(text);
            return true;
        });
    }

    /** Opens a window of its own, and looks at it. */
    String window(String address) {
        driver.switchTo().newWindow(WindowType.WINDOW);
        driver.get(address);
        return driver.getWindowHandle();
    }

    /** Makes the window that is looked at so large. */
    void size(int width, int height) {
        driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", false));
    }

    String window() {
        return driver.getWindowHandle();
    }

    /** Brings a window to the front, as somebody does who works with two. */
    void look(String window) {
        driver.switchTo().window(window);
        driver.executeCdpCommand("Page.bringToFront", Map.of());
    }

    /** Keys wherever the focus is. */
    void press(CharSequence... keys) {
        new Actions(driver).sendKeys(keys).perform();
    }

    /** A key with another held. */
    void chord(Keys held, CharSequence key) {
        new Actions(driver).keyDown(held).sendKeys(key).keyUp(held).perform();
    }

    /** A key with two others held. */
    void chord(Keys held, Keys also, CharSequence key) {
        new Actions(driver)
                .keyDown(held)
                .keyDown(also)
                .sendKeys(key)
                .keyUp(also)
                .keyUp(held)
                .perform();
    }

    /** Types into a cell of the sheet as a person does: click, type over, Enter; then waits until it is saved. */
    void cell(String cell, String text) {
        click("[data-cell='" + cell + "']");
        see("[data-cell='" + cell + "'].here");
        press(Keys.F2);
        WebElement input = see("[data-cell='" + cell + "'] input, [data-cell='" + cell + "'] textarea");
        input.sendKeys(Keys.chord(Keys.CONTROL, "a"), text, Keys.ENTER);
    }

    /** Drops files onto something, through the browser's own input. */
    void drop(String css, Path... files) {
        WebElement target = see(css);
        var at = target.getRect();
        double x = at.x + at.width / 2.0;
        double y = at.y + at.height / 2.0;
        Map<String, Object> data = Map.of(
                "items",
                List.of(),
                "files",
                java.util.Arrays.stream(files).map(Path::toString).toList(),
                "dragOperationsMask",
                1);
        for (String type : List.of("dragEnter", "dragOver", "drop"))
            driver.executeCdpCommand("Input.dispatchDragEvent", Map.of("type", type, "x", x, "y", y, "data", data));
    }

    /** Picks files, as through the dialog that a button opens. */
    void pick(String css, Path... files) {
        patience()
                .until(d ->
                        d.findElements(By.cssSelector(css)).stream().findFirst().orElse(null))
                .sendKeys(java.util.Arrays.stream(files)
                        .map(Path::toString)
                        .collect(java.util.stream.Collectors.joining("\n")));
    }

    Object script(String script, Object... arguments) {
        return ((JavascriptExecutor) driver).executeScript(script, arguments);
    }

    Object scriptLater(String script) {
        driver.manage().timeouts().scriptTimeout(PATIENCE);
        return driver.executeAsyncScript(script);
    }

    void picture(Path png) throws IOException {
        Files.write(png, driver.getScreenshotAs(OutputType.BYTES));
    }

    /** Where a link leads, below the server's address. */
    String link(String css) {
        return see(css).getAttribute("href");
    }

    /** Fetches what a link leads to, as the signed-in person. */
    byte[] fetch(String address) throws IOException, InterruptedException {
        String cookies = driver.manage().getCookies().stream()
                .map(cookie -> cookie.getName() + "=" + cookie.getValue())
                .collect(java.util.stream.Collectors.joining("; "));
        var request = java.net.http.HttpRequest.newBuilder(java.net.URI.create(address))
                .header("Cookie", cookies)
                .build();
        return java.net.http.HttpClient.newHttpClient()
                .send(request, java.net.http.HttpResponse.BodyHandlers.ofByteArray())
                .body();
    }

    /** Calls the API from within the page, as the signed-in person; the answer's text. */
    String call(String method, String path) {
        return (String) scriptLater("""
                const done = arguments[arguments.length - 1];
                const token = document.cookie.match(/XSRF-TOKEN=([^;]+)/)[1];
                fetch('%s', {method: '%s', headers: {'X-XSRF-TOKEN': token}}).then((r) => r.text()).then(done)""".formatted(path, method));
    }

    /** Waits until every picture of the page has been loaded. */
    void seePictures() {
        patience()
                .until(d -> Boolean.TRUE.equals(
                        script("return [...document.images].every(each => each.complete && each.naturalWidth > 0)")));
    }

    /** Waits until every outline of a sound is drawn; there is at least one. */
    void seeOutlines() {
        patience().until(d -> Boolean.TRUE.equals(script("""
                const all = [...document.querySelectorAll('canvas')]
                return all.length > 0 && all.every(each =>
                    each.getContext('2d').getImageData(0, 0, each.width, each.height).data.some(part => part > 0))""")));
    }

    /** What the page complained of since the last question; failed calls that a test provokes are not complaints. */
    List<String> complaints() {
        return driver.manage().logs().get(LogType.BROWSER).getAll().stream()
                .filter(entry -> entry.getLevel().intValue() >= Level.SEVERE.intValue())
                .map(LogEntry::getMessage)
                .filter(message -> !message.contains("Failed to load resource"))
                .toList();
    }

    @Override
    public void close() {
        driver.quit();
        try (Stream<Path> all = Files.walk(profile)) {
            all.sorted(Comparator.reverseOrder()).forEach(each -> each.toFile().delete());
        } catch (IOException | UncheckedIOException slowToGo) {
            // what a browser still writes while it ends is left to the system's own clearing
        }
    }
}
