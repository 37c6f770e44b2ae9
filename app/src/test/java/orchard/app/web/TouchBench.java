package orchard.app.web;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.app.harness.BareRelay;
import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.rig.Edit;
import orchard.rig.Part;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.json.JsonMapper;

/**
 * Ten fingers at 60 Hz on a layout of 200 faders: how long until another browser has painted a move, how many messages that takes, and whether anything is lost; and what a page
 * costs on which 100 of 200 elements move 30 times a second. Each beside a bare page with a bare socket between, in the same run. Not a test: {@code ./orchard bench} runs it.
 */
@Tag("bench")
@ExtendWith(Orchard.class)
class TouchBench {

    private static final String ID = "layout77";
    private static final int ELEMENTS = 200;
    private static final int SECONDS = 6;

    /** Fingers that no screen knows cannot be captured; where they are is said with each move anyway. */
    private static final String FINGERS = """
            const done = arguments[arguments.length - 1], at = new Map(), origin = performance.timeOrigin;
            Element.prototype.setPointerCapture = () => {};
            const fingers = [...Array(10).keys()].map((i) => {
              const element = document.querySelector(`[data-element=e${i * 20 + 3}]`);
              const box = (element.querySelector(".slot") ?? element).getBoundingClientRect();
              return { element, id: element.dataset.element, x: box.left + box.width / 2, from: box.bottom - 2, y: box.bottom - 2, h: box.height };
            });
            const say = (type, finger, i) => finger.element.dispatchEvent(new PointerEvent(type, { bubbles: true, cancelable: true,
              pointerId: 1000 + i, pointerType: "touch", width: 8, height: 8, clientX: finger.x, clientY: finger.y, isPrimary: i === 0 }));
            fingers.forEach((finger, i) => say("pointerdown", finger, i));
            const begun = performance.now(); let n = 0;
            const timer = setInterval(() => {
              const now = performance.now(); n++;
              fingers.forEach((finger, i) => {
                finger.y = finger.from - finger.h * (0.5 + 0.4 * Math.sin(n / 23 + i));
                say("pointermove", finger, i);
                at.set(finger.id + finger.element.dataset.at, origin + now);
              });
              if (now - begun < %d) return;
              clearInterval(timer);
              const last = fingers.map((finger) => finger.id + finger.element.dataset.at);
              setTimeout(() => { fingers.forEach((finger, i) => say("pointerup", finger, i)); done([n, last, [...at]]); }, 200);
            }, 1000 / 60);
            """.formatted(SECONDS * 1000);

    private static final String LOOK = """
            const at = window.seenAt = new Map(), origin = performance.timeOrigin, told = new Map(); window.frames2 = 0; window.longest = 0;
            const all = [...document.querySelectorAll(".element")]; let before = performance.now();
            (function look() {
              const now = performance.now(); window.frames2++; window.longest = Math.max(window.longest, now - before); before = now;
              for (const element of all) {
                const value = element.dataset.at;
                if (told.get(element) === value) continue;
                told.set(element, value); at.set(element.dataset.element + value, origin + now);
              }
              requestAnimationFrame(look);
            })();
            """;

    @Test
    void touches(TestOrchard orchard, Browser browser) throws Exception {
        List<Element> elements = IntStream.range(0, ELEMENTS)
                .mapToObj(i -> new Element(
                        "e" + (i + 1), "F" + (i + 1), new Box(i % 32, 2 * (i / 32), 1, 2), Kind.FADER.plain()))
                .toList();
        orchard.keeper().commit(rig -> Edit.add("draw", new Part.OfLayout(new Layout(ID, "Many", elements))));
        Map<String, Object> figures = new LinkedHashMap<>();
        try (BareRelay bare = new BareRelay();
                Client.Socket hand = new Client(orchard).socket()) {
            String there = "http://127.0.0.1:" + bare.port() + "/";
            String here = orchard.url("/play/" + ID);
            browser.go("/play/" + ID); // both are warm before they count
            fingers(browser, there);
            fingers(browser, here);
            figures.put("bare: touch to paint on another browser", fingers(browser, there));
            figures.put("Orchard: touch to paint on another browser", fingers(browser, here));
            figures.put("bare again", fingers(browser, there));
            figures.put("Orchard again", fingers(browser, here));
            HttpClient http = HttpClient.newHttpClient();
            WebSocket other = http.newWebSocketBuilder()
                    .buildAsync(URI.create("ws://127.0.0.1:" + bare.port() + "/live"), new WebSocket.Listener() {})
                    .join();
            figures.put(
                    "bare: 100 of 200 boxes move 30 times a second",
                    moving(
                            browser,
                            there,
                            i -> other.sendText(
                                            IntStream.range(0, 100)
                                                    .mapToObj(e -> "\"e" + (2 * e + 1) + "\":" + place(i, e))
                                                    .collect(Collectors.joining(",", "{", "}")),
                                            true)
                                    .join()));
            hand.say("{'type':'hello','page':'play','layout':'" + ID + "'}");
            figures.put(
                    "Orchard: 100 of 200 elements move 30 times a second",
                    moving(
                            browser,
                            here,
                            i -> hand.say(IntStream.range(0, 100)
                                    .mapToObj(e -> "['e" + (2 * e + 1) + "'," + place(i, e) + "]")
                                    .collect(Collectors.joining(
                                            ",", "{'type':'touch','layout':'" + ID + "','moves':[", "]}")))));
        }
        Path file = Path.of("..", "bench", "target", "results", "touch.json");
        Files.createDirectories(file.getParent());
        Files.writeString(
                file,
                JsonMapper.builder().build().writerWithDefaultPrettyPrinter().writeValueAsString(figures));
    }

    private static String place(int turn, int element) {
        return String.valueOf(Math.round(10_000 * (0.5 + 0.4 * Math.sin(turn / 9.0 + element))) / 10_000.0);
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> fingers(Browser browser, String page) {
        browser.open(page);
        String first = browser.here();
        browser.anotherAt(page);
        String second = browser.here();
        browser.ask(LOOK);
        browser.to(first);
        List<Object> said = (List<Object>) browser.askLater(FINGERS);
        browser.to(second);
        Map<String, Double> seen =
                times((List<List<Object>>) browser.ask("return [...window.seenAt].map(([key, at]) => [key, at])"));
        Map<String, Double> done = times((List<List<Object>>) said.get(2));
        List<String> last = (List<String>) said.get(1);
        double[] millis = done.entrySet().stream()
                .filter(entry -> seen.containsKey(entry.getKey()))
                .mapToDouble(entry -> seen.get(entry.getKey()) - entry.getValue())
                .filter(way -> way > 0 && way < 1_000) // a place where it was before is another visit
                .toArray();
        browser.closeAndGoTo(first);
        Map<String, Object> figures = percentiles(millis);
        figures.put("moves", done.size());
        figures.put("of them painted on the other", millis.length);
        figures.put(
                "fingers whose last place the other shows",
                last.stream().filter(seen::containsKey).count());
        return figures;
    }

    private static Map<String, Double> times(List<List<Object>> pairs) {
        Map<String, Double> times = new LinkedHashMap<>();
        pairs.forEach(pair -> times.put((String) pair.get(0), ((Number) pair.get(1)).doubleValue()));
        return times;
    }

    private static Map<String, Object> moving(Browser browser, String page, Consumer<Integer> move) {
        browser.open(page);
        browser.ask(LOOK);
        double busy = browser.metric("TaskDuration");
        double frames = ((Number) browser.ask("return window.frames2")).doubleValue();
        long begun = System.nanoTime();
        for (int i = 0; i < 30 * SECONDS; i++) {
            move.accept(i);
            LockSupport.parkNanos(begun + (i + 1) * 1_000_000_000L / 30 - System.nanoTime());
        }
        double shown = ((Number) browser.ask("return window.frames2")).doubleValue() - frames;
        Map<String, Object> figures = new LinkedHashMap<>();
        figures.put("frames a second", round(shown / SECONDS));
        figures.put("main thread, ms a frame", round(1000 * (browser.metric("TaskDuration") - busy) / shown));
        figures.put("longest frame, ms", round(((Number) browser.ask("return window.longest")).doubleValue()));
        return figures;
    }

    private static Map<String, Object> percentiles(double[] millis) {
        Arrays.sort(millis);
        Map<String, Object> figures = new LinkedHashMap<>();
        for (int of : new int[] {50, 95, 100}) {
            figures.put(
                    "p" + of + " ms",
                    millis.length == 0 ? -1 : round(millis[Math.min(millis.length - 1, millis.length * of / 100)]));
        }
        return figures;
    }

    private static double round(double number) {
        return Math.round(number * 10) / 10.0;
    }
}
