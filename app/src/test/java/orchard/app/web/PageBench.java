package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import orchard.action.SetParameter;
import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.condition.Always;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.json.JsonMapper;

/**
 * The demo rig with 1,000 mappings in many layers, some of them through foci: how long its pages take as a client on the same machine sees it, beside a small file that is only handed
 * out; how long an edit takes; how long lists take to narrow as one types. Not a test: {@code ./orchard bench} runs it.
 */
@Tag("bench")
@ExtendWith(Orchard.class)
class PageBench {

    private static final int MAPPINGS = 1_000;
    private static final int TIMES = 200;
    private static final int WARM = 60;
    private static final int LAYERS = 20;
    private static final int FOCI = 10;
    private static final List<String> PAGES = List.of(
            "/map?mapping=m2",
            "/map/find",
            "/map/table?device=wherry",
            "/map/pages?device=peat",
            "/map/presets?at=preset1",
            "/map/pairs",
            "/map/routes",
            "/map/many",
            "/map/layers",
            "/map/foci",
            "/map/text",
            "/connect",
            "/check",
            "/perform");

    @Test
    void pages(TestOrchard orchard, Browser browser) throws IOException {
        orchard.keeper().commit(PageBench::many);
        assertThat(orchard.keeper().rig().mappings()).hasSize(MAPPINGS);
        Client client = new Client(orchard);
        Map<String, Object> figures = new LinkedHashMap<>();
        figures.put("a small file, as the reference", times(() -> client.get("/favicon.svg")));
        for (String page : PAGES) {
            figures.put(page, times(() -> client.get(page)));
        }
        figures.put(
                "an edit, until it is answered",
                times(() ->
                        client.post("/map/m2/invert", "seen=" + orchard.keeper().revision("m2"))));
        figures.put("finder narrows", narrowing(browser, "/map/find", "#find"));
        figures.put("Map narrows", narrowing(browser, "/map?mapping=m2", "#filter"));
        figures.put("several narrow", narrowing(browser, "/map/many", "#find"));
        Path file = Path.of("..", "bench", "target", "results", "pages.json");
        Files.createDirectories(file.getParent());
        Files.writeString(
                file,
                JsonMapper.builder().build().writerWithDefaultPrettyPrinter().writeValueAsString(figures));
    }

    private static Map<String, Object> times(Supplier<HttpResponse<String>> request) {
        double[] millis = new double[TIMES];
        for (int i = -WARM; i < TIMES; i++) {
            long begun = System.nanoTime();
            HttpResponse<String> response = request.get();
            if (i >= 0) {
                millis[i] = (System.nanoTime() - begun) / 1e6;
            }
            assertThat(response.statusCode()).isBetween(200, 204);
        }
        return percentiles(millis);
    }

    private static Map<String, Object> percentiles(double[] millis) {
        Arrays.sort(millis);
        Map<String, Object> figures = new LinkedHashMap<>();
        figures.put("p50 ms", Math.round(millis[millis.length / 2] * 10) / 10.0);
        figures.put("p95 ms", Math.round(millis[millis.length * 95 / 100] * 10) / 10.0);
        return figures;
    }

    /** From a letter to the list that is laid out anew. */
    private static Map<String, Object> narrowing(Browser browser, String page, String field) {
        browser.go(page);
        String script = """
                const field = document.querySelector('%s'), all = [];
                const words = ['', 'v', 'vo', 'vol', 'volume', 'p', 'pan', 'lamp', 'c', 'cobble', 'knob 3', 'hz', 'zzz'];
                for (let i = 0; i < 130; i++) {
                  const begun = performance.now();
                  field.value = words[i %% words.length];
                  field.dispatchEvent(new Event('input', { bubbles: true }));
                  document.body.offsetHeight;
                  all.push(performance.now() - begun);
                }
                return all.join(' ');""".formatted(field);
        double[] millis = Arrays.stream(((String) browser.ask(script)).split(" "))
                .mapToDouble(Double::parseDouble)
                .toArray();
        return percentiles(millis);
    }

    /** Every control over and over, onto every parameter in turn, every fifth through a focus, nearly all in one of many layers. */
    private static Edit many(Rig rig) {
        List<Ref.ToControl> controls = new ArrayList<>();
        List<Ref.ToParameter> parameters = new ArrayList<>();
        rig.devices().forEach(device -> {
            device.profile().controls().forEach(control -> controls.add(Pickers.main(device, control)));
            device.profile().parameters().stream()
                    .filter(p -> p.settable())
                    .forEach(p -> parameters.add(new Ref.ToParameter(device.id(), p.id())));
        });
        List<Edit.Change> changes = new ArrayList<>();
        List<String> tracks =
                IntStream.rangeClosed(1, 24).mapToObj(i -> "track" + i).toList();
        for (int i = 0; i < LAYERS; i++) {
            Layer layer = new Layer("bench" + i, "Layer " + i, Layer.Sign.values()[i % Layer.Sign.values().length]);
            changes.add(new Edit.Change(null, new Part.OfLayer(layer)));
        }
        for (int i = 0; i < FOCI; i++) {
            Focus focus =
                    new Focus("over" + i, "Focus " + i, "track", "wherry", tracks, 8, Focus.Ends.STOP, null, null, "");
            changes.add(new Edit.Change(null, new Part.OfFocus(focus)));
        }
        for (int i = rig.mappings().size(); i < MAPPINGS; i++) {
            Ref.ToParameter target = i % 5 == 0
                    ? new Ref.ToParameter("over" + i % FOCI, 1 + i % 8 + ":Volume")
                    : parameters.get(i * 7 % parameters.size());
            Mapping mapping = new Mapping(
                    "m" + (i + 1),
                    new When(List.of(controls.get(i % controls.size()))),
                    new Always(),
                    Shape.WHOLE,
                    new Actions(List.of(new SetParameter(target))),
                    new Show(List.of()));
            mapping = i % 21 == 0 ? mapping : mapping.in(List.of("bench" + i % LAYERS));
            changes.add(new Edit.Change(null, new Part.OfMapping(mapping)));
        }
        return new Edit("A thousand mappings", changes);
    }
}
