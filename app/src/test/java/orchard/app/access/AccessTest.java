package orchard.app.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import orchard.app.Shipped;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Whoever is not let in stays out. */
@ExtendWith(Orchard.class)
class AccessTest {

    private final HttpClient client = HttpClient.newHttpClient();

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/",
                "/connect",
                "/map",
                "/play/layout1",
                "/why/1",
                "/search?q=a",
                "/js/main.js",
                "/enter/wrong-key"
            })
    void withoutATicketThereIsOnlyAPlainPage(String path, TestOrchard orchard) throws Exception {
        HttpResponse<String> response = get(orchard, path, "");
        assertThat(response.statusCode()).isEqualTo(401);
        assertThat(response.body()).contains("You are not let in yet").doesNotContain("Exception", "orchard.app");
    }

    @Test
    void theKeyGivesATicketThatScriptsAndOtherSitesCannotUse(TestOrchard orchard) throws Exception {
        HttpResponse<String> response = get(orchard, "/enter/" + orchard.key(), "");
        assertThat(response.statusCode()).isEqualTo(302);
        String cookie = cookie(response);
        assertThat(cookie).contains("HttpOnly").contains("SameSite=Strict");
        assertThat(cookie).doesNotContain(orchard.key());
        assertThat(get(orchard, "/connect", ticket(orchard)).statusCode()).isEqualTo(200);
        assertThat(get(orchard, "/connect", "orchard=forged").statusCode()).isEqualTo(401);
    }

    @Test
    void pagesRunNoScriptButTheirOwn(TestOrchard orchard) throws Exception {
        HttpResponse<String> response = get(orchard, "/map", ticket(orchard));
        assertThat(response.headers().firstValue("Content-Security-Policy").orElseThrow())
                .contains("default-src 'none'")
                .contains("script-src 'self'")
                .doesNotContain("unsafe");
        assertThat(response.body()).doesNotContainPattern("<script(?![^>]*src)").doesNotContainPattern("\\son\\w+=");
        assertThat(response.headers().firstValue("Referrer-Policy")).contains("no-referrer");
        assertThat(response.headers().firstValue("X-Frame-Options")).contains("DENY");
    }

    /** What is another file has another address, so that nobody is ever asked again for one they have. */
    @Test
    void whatShipsIsKeptByBrowsersAndScriptsAreForThoseWhoAreLetIn(TestOrchard orchard) throws Exception {
        Shipped shipped = orchard.bean(Shipped.class);
        String ticket = ticket(orchard);
        for (String path : List.of("/css/tokens.css", "/fonts/atkinson-hyperlegible-next-latin-400-normal.woff2")) {
            assertThat(get(orchard, shipped.at(path), "").statusCode()).isEqualTo(200);
        }
        assertThat(get(orchard, shipped.at("/js/main.js"), "").statusCode()).isEqualTo(401);
        HttpResponse<String> script = get(orchard, shipped.at("/js/main.js"), ticket);
        assertThat(script.statusCode()).isEqualTo(200);
        assertThat(script.headers().firstValue("Cache-Control"))
                .hasValueSatisfying(kept -> assertThat(kept).contains("max-age=31536000", "private", "immutable"));
        assertThat(get(orchard, "/as-0123456789ab/js/main.js", ticket).statusCode())
                .isEqualTo(404);
        for (String page : List.of("/map", "/perform", "/play", "/play/layout1", "/nothing")) {
            assertThat(get(orchard, page, ticket).body())
                    .contains(shipped.at("/css/tokens.css"))
                    .doesNotContainPattern("(href|src)=\"/(js|css)/");
        }
        assertThat(get(orchard, "/connect", ticket).headers().firstValue("Cache-Control"))
                .hasValueSatisfying(kept -> assertThat(kept).contains("no-cache"));
    }

    @Test
    void changesNeedATokenOfTheirOwn(TestOrchard orchard) throws Exception {
        HttpRequest bare = request(orchard, "/undo", ticket(orchard))
                .POST(HttpRequest.BodyPublishers.noBody())
                .build();
        assertThat(client.send(bare, HttpResponse.BodyHandlers.ofString()).statusCode())
                .isEqualTo(403);
    }

    @Test
    void otherSitesAndOtherNamesAreRefused(TestOrchard orchard) throws Exception {
        assertThat(status(orchard, "GET /connect", "Host: orchard.example", "")).isEqualTo(403);
        assertThat(status(orchard, "GET /connect", "Host: 127.0.0.1:1", "")).isEqualTo(403);
        String own = "Host: 127.0.0.1:" + orchard.port();
        assertThat(status(orchard, "GET /connect", own, "Origin: http://elsewhere.example"))
                .isEqualTo(403);
        assertThat(status(orchard, "GET /connect", own, "Origin: http://127.0.0.1:" + orchard.port()))
                .isEqualTo(200);
    }

    @Test
    void theSocketAsksForTicketAndOriginToo(TestOrchard orchard) throws Exception {
        String host = "Host: 127.0.0.1:" + orchard.port();
        String upgrade = "Connection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Version: 13\r\n"
                + "Sec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\n";
        String origin = "Origin: http://127.0.0.1:" + orchard.port();
        assertThat(status(orchard, "GET /live", host, upgrade + origin)).isEqualTo(101);
        assertThat(status(orchard, "GET /live", host, upgrade + "X-Nothing: 1")).isEqualTo(403);
        assertThat(status(orchard, "GET /live", host, upgrade + "Origin: http://evil.example"))
                .isEqualTo(403);
        assertThat(raw(orchard, "GET /live", host, upgrade + origin, "orchard=forged"))
                .isEqualTo(401);
    }

    @Test
    void whatIsNotThereIsAPlainPageToo(TestOrchard orchard) throws Exception {
        for (String path : List.of("/nothing", "/play/nothing", "/../etc/passwd", "/connect?edit=%00")) {
            HttpResponse<String> response = get(orchard, path, ticket(orchard));
            assertThat(response.body()).doesNotContain("Exception").doesNotContain("at org.");
            assertThat(response.statusCode()).isIn(200, 400, 404);
        }
    }

    private String ticket(TestOrchard orchard) throws Exception {
        return cookie(get(orchard, "/enter/" + orchard.key(), "")).replaceAll(";.*", "");
    }

    private static String cookie(HttpResponse<String> response) {
        return response.headers().allValues("Set-Cookie").stream()
                .filter(value -> value.startsWith("orchard="))
                .findFirst()
                .orElseThrow();
    }

    private HttpResponse<String> get(TestOrchard orchard, String path, String cookie) throws Exception {
        return client.send(request(orchard, path, cookie).build(), HttpResponse.BodyHandlers.ofString());
    }

    private static HttpRequest.Builder request(TestOrchard orchard, String path, String cookie) {
        HttpRequest.Builder builder = HttpRequest.newBuilder(URI.create(orchard.url(path)));
        return cookie.isEmpty() ? builder : builder.header("Cookie", cookie);
    }

    private int status(TestOrchard orchard, String request, String host, String headers) throws Exception {
        return raw(orchard, request, host, headers, ticket(orchard));
    }

    /** A request with any host, which well-behaved clients would not send. */
    private static int raw(TestOrchard orchard, String request, String host, String headers, String cookie)
            throws IOException {
        try (Socket socket = new Socket("127.0.0.1", orchard.port())) {
            OutputStream out = socket.getOutputStream();
            out.write((request + " HTTP/1.1\r\n" + host + "\r\nCookie: " + cookie + "\r\n"
                            + (headers.isEmpty() ? "" : headers.strip() + "\r\n") + "\r\n")
                    .getBytes(StandardCharsets.US_ASCII));
            InputStream in = socket.getInputStream();
            byte[] start = in.readNBytes("HTTP/1.1 200".length());
            return Integer.parseInt(new String(start, StandardCharsets.US_ASCII).substring(9));
        }
    }
}
