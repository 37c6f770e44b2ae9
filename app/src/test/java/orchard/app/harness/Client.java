package orchard.app.harness;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.WebSocket;
import java.time.Duration;
import java.util.Queue;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.function.Consumer;
import org.awaitility.Awaitility;

/** A program that talks to Orchard by HTTP and over the live socket, with the ticket of a browser that was let in. */
public final class Client {

    private final HttpClient http = HttpClient.newHttpClient();
    private final TestOrchard orchard;
    private final String ticket;
    private String token = "";
    private String tokenCookie = "";

    /** Comes in with the key. */
    public Client(TestOrchard orchard) {
        this.orchard = orchard;
        HttpResponse<String> entered = send(request("/enter/" + orchard.key()).build());
        ticket = cookie(entered, "orchard") + "; " + cookie(entered, "orchard-browser");
        HttpResponse<String> page = get("/check");
        tokenCookie = cookie(page, "XSRF-TOKEN");
        token = page.body().replaceAll("(?s).*&quot;X-XSRF-TOKEN&quot;:&quot;([^&]+)&quot;.*", "$1");
    }

    private Client(Client other, String ticket) {
        orchard = other.orchard;
        token = other.token;
        tokenCookie = other.tokenCookie;
        this.ticket = ticket;
    }

    /** A tablet that comes in by its link, and knows everything else that this one knows. */
    public Client tablet(String link) {
        return new Client(this, cookie(send(request(link).build()), "orchard-tablet"));
    }

    private static String cookie(HttpResponse<String> response, String name) {
        return response.headers().allValues("Set-Cookie").stream()
                .filter(value -> value.startsWith(name + "="))
                .map(value -> value.replaceAll(";.*", ""))
                .findFirst()
                .orElse("");
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(orchard.url(path)));
    }

    private HttpResponse<String> send(HttpRequest request) {
        try {
            return http.send(request, HttpResponse.BodyHandlers.ofString());
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A page. */
    public HttpResponse<String> get(String path) {
        return send(request(path).header("Cookie", ticket).build());
    }

    /** What is answered to somebody who only asks whether a page is there. */
    public int head(String path) {
        return send(request(path)
                        .header("Cookie", ticket)
                        .method("HEAD", HttpRequest.BodyPublishers.noBody())
                        .build())
                .statusCode();
    }

    /** What a download holds. */
    public byte[] bytes(String path) {
        try {
            return http.send(request(path).header("Cookie", ticket).build(), HttpResponse.BodyHandlers.ofByteArray())
                    .body();
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A change. */
    public HttpResponse<String> post(String path, String body) {
        return send(request(path)
                .header("Cookie", ticket + "; " + tokenCookie)
                .header("X-XSRF-TOKEN", token)
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(body))
                .build());
    }

    /** An open live socket. */
    public Socket socket() {
        return socket(null);
    }

    /** A live socket that hears nothing and answers nothing, as that of a tablet does whose battery is empty. */
    public Socket deafSocket() {
        Socket socket = new Socket(null);
        socket.deaf = true;
        return open(socket);
    }

    /** An open live socket whose messages are taken as they come instead of being kept. */
    public Socket socket(Consumer<String> taker) {
        return open(new Socket(taker));
    }

    private Socket open(Socket socket) {
        socket.web = http.newWebSocketBuilder()
                .header("Cookie", ticket)
                .header("Origin", "http://127.0.0.1:" + orchard.port())
                .buildAsync(URI.create("ws://127.0.0.1:" + orchard.port() + "/live"), socket)
                .join();
        return socket;
    }

    /** One end of the live socket. */
    public static final class Socket implements WebSocket.Listener, AutoCloseable {
        private final Queue<String> heard = new ConcurrentLinkedQueue<>();
        private final StringBuilder part = new StringBuilder();
        private final Consumer<String> taker;
        private volatile WebSocket web;
        private boolean deaf;

        Socket(Consumer<String> taker) {
            this.taker = taker == null ? heard::add : taker;
        }

        @Override
        public void onOpen(WebSocket socket) {
            if (!deaf) {
                socket.request(1);
            }
        }

        @Override
        public CompletionStage<?> onText(WebSocket socket, CharSequence data, boolean last) {
            part.append(data);
            if (last) {
                taker.accept(part.toString());
                part.setLength(0);
            }
            socket.request(1);
            return null;
        }

        /** Says something. */
        public void say(String text) {
            web.sendText(text.replace('\'', '"'), true).join();
        }

        /** Waits for a message that contains some words. */
        public String hear(String words) {
            String wanted = words.replace('\'', '"');
            return Awaitility.await()
                    .atMost(Duration.ofSeconds(5))
                    .pollDelay(Duration.ZERO)
                    .pollInterval(Duration.ofMillis(5))
                    .until(
                            () -> {
                                for (String message; (message = heard.poll()) != null; ) {
                                    if (message.contains(wanted)) {
                                        return message;
                                    }
                                }
                                return null;
                            },
                            java.util.Objects::nonNull);
        }

        @Override
        public void close() {
            web.abort();
        }
    }
}
