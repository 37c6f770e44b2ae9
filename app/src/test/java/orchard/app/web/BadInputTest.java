package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.lang.reflect.Method;
import java.net.URLEncoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Every request that changes something is sent without fields, with rubbish in all of them, and for things that are not there. */
@ExtendWith(Orchard.class)
class BadInputTest {

    /** What asks for nothing, or for no more than a name, which can be anything. */
    private static final Set<String> WITHOUT_FIELDS = Set.of(
            "/panic",
            "/undo",
            "/redo",
            "/monitor/clear",
            "/learn/pick",
            "/connect/sessions/leave",
            "/check/free",
            "/songs",
            "/map/layers",
            "/silence",
            "/layouts",
            "/map/routes/{id}/again",
            "/rehearse/{id}/on",
            "/rehearse/{id}/off");

    private static final Map<String, String> THERE = new TreeMap<>(Map.ofEntries(
            Map.entry("/map/presets", "preset1"),
            Map.entry("/map/table", "peat"),
            Map.entry("/map/pages", "peat"),
            Map.entry("/map/find", "wherry"),
            Map.entry("/map", "m2"),
            Map.entry("/layouts", "layout1"),
            Map.entry("/songs", "song1"),
            Map.entry("/connect", "gull"),
            Map.entry("/describe", "cobble"),
            Map.entry("/rehearse", "peat"),
            Map.entry("/map/layers", "layer1"),
            Map.entry("/map/foci", "focus1"),
            Map.entry("/map/routes", "route1"),
            Map.entry("/layers", "layer1"),
            Map.entry("/foci", "focus1")));

    private record Request(String path, List<String> fields) {}

    private static List<Request> requests(TestOrchard orchard, RequestMethod by) {
        List<Request> all = new ArrayList<>();
        for (Map.Entry<RequestMappingInfo, HandlerMethod> entry : orchard.bean(RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .entrySet()) {
            if (entry.getKey().getMethodsCondition().getMethods().contains(by)) {
                entry.getKey()
                        .getPatternValues()
                        .forEach(path -> all.add(
                                new Request(path, fields(entry.getValue().getMethod()))));
            }
        }
        all.removeIf(request -> WITHOUT_FIELDS.contains(request.path()));
        return all;
    }

    private static List<String> fields(Method method) {
        return Arrays.stream(method.getParameters())
                .filter(parameter -> parameter.isAnnotationPresent(RequestParam.class))
                .filter(parameter -> !Map.class.isAssignableFrom(parameter.getType()))
                .map(parameter -> parameter.getName())
                .toList();
    }

    /** The path with things of the demo in it, or with things that are not there. */
    private static String filled(String path, boolean there) {
        String first = THERE.keySet().stream()
                .filter(path::startsWith)
                .reduce((a, b) -> a.length() > b.length() ? a : b)
                .orElse("");
        String id = there && !first.isEmpty() ? THERE.get(first) : "nothing";
        return path.replaceFirst("\\{[^/]*}", id)
                .replace("{page}", there ? "page1" : "nothing")
                .replace("{place}", there ? "0" : "99")
                .replace("{control}", there ? "knob1" : "nothing")
                .replace("{dimension}", there ? "turn" : "nothing")
                .replaceAll("\\{[^/]*}", "nothing");
    }

    private static void isRefused(Client client, TestOrchard orchard, String path, String body, List<String> wrong) {
        long revision = orchard.keeper().revision();
        HttpResponse<String> response = client.post(path, body);
        String said = response.body().replaceAll("<[^>]*>", " ").strip();
        boolean isSentence = said.matches("(?s).*\\p{L}+ .*\\p{L}+ .*\\p{L}+.*") && said.length() < 2_000;
        boolean refused = response.statusCode() >= 400 && response.statusCode() < 500;
        boolean unchanged = orchard.keeper().revision() == revision;
        boolean bare = said.contains("Exception") || said.contains("java.") || said.contains("Orchard stumbled");
        if (!unchanged || refused && (!isSentence || bare) || response.statusCode() >= 500) {
            wrong.add(response.statusCode() + " " + path + " [" + body + "]: " + said);
        }
    }

    @Test
    void everyRequestBearsRubbishAndSaysWhatItExpects(TestOrchard orchard) {
        Client client = new Client(orchard);
        List<String> wrong = new ArrayList<>();
        int asked = 0;
        for (Request request : requests(orchard, RequestMethod.POST)) {
            String path = filled(request.path(), true);
            String gone = filled(request.path(), false);
            for (String rubbish :
                    List.of("nothing at all", "-1", "1e999", "∞", "<script>", "a\tb\u0000", "x".repeat(500))) {
                StringBuilder body = new StringBuilder();
                request.fields()
                        .forEach(field -> body.append(field)
                                .append('=')
                                .append(URLEncoder.encode(rubbish, StandardCharsets.UTF_8))
                                .append('&'));
                isRefused(client, orchard, path, body.toString(), wrong);
                isRefused(client, orchard, gone, body.toString(), wrong);
                asked += 2;
            }
            if (request.fields().contains("seen")) {
                isRefused(client, orchard, path, "", wrong);
                isRefused(client, orchard, gone, "seen=1", wrong);
                asked += 2;
            }
        }
        System.out.printf("Bad requests: %d, of which %d were not answered as they should be%n", asked, wrong.size());
        assertThat(wrong).isEmpty();
        assertThat(asked).isGreaterThan(150);
    }

    @Test
    void everyPageBearsRubbish(TestOrchard orchard) {
        Client client = new Client(orchard);
        List<String> wrong = new ArrayList<>();
        for (Request request : requests(orchard, RequestMethod.GET)) {
            for (boolean there : new boolean[] {true, false}) {
                for (String rubbish : List.of("nothing at all", "-1", "1e999", "∞", "<script>alert(1)</script>")) {
                    StringBuilder path = new StringBuilder(filled(request.path(), there)).append('?');
                    request.fields()
                            .forEach(field -> path.append(field)
                                    .append('=')
                                    .append(URLEncoder.encode(rubbish, StandardCharsets.UTF_8))
                                    .append('&'));
                    HttpResponse<String> response = client.get(path.toString());
                    if (response.statusCode() >= 500 || response.body().contains("<script>alert")) {
                        wrong.add(response.statusCode() + " " + path);
                    }
                }
            }
        }
        assertThat(wrong).isEmpty();
    }
}
