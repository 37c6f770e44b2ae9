package orchard.app.harness;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.websocket.OnClose;
import jakarta.websocket.OnMessage;
import jakarta.websocket.OnOpen;
import jakarta.websocket.Session;
import jakarta.websocket.server.ServerEndpoint;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.catalina.Context;
import org.apache.catalina.LifecycleException;
import org.apache.catalina.startup.Tomcat;
import org.apache.tomcat.websocket.server.WsSci;

/** The least that can be between two browsers, as a reference: a page of boxes that are dragged, and a socket that hands every text to all others. */
public final class BareRelay implements AutoCloseable {

    private static final String PAGE = """
            <!doctype html><html data-ready="yes"><style>
            main { position: relative; width: 1280px; height: 740px }
            .element { position: absolute; background: #ccc; touch-action: none }
            .thumb { position: absolute; inset: 0; transform: translateY(calc((1 - var(--at, 0)) * (100% - 6px))) }
            .thumb::before { content: ""; position: absolute; left: 0; right: 0; top: 0; height: 6px; background: #000 }
            </style><main></main><script>
            const main = document.querySelector("main"), socket = new WebSocket("ws://" + location.host + "/live");
            const boxes = new Map(), down = new Map(); let moves = {}, planned = false;
            const put = (box, at) => box.style.setProperty("--at", (box.dataset.at = at.toFixed(4)));
            for (let i = 0; i < 200; i++) {
              const box = document.createElement("div"), id = "e" + (i + 1);
              box.className = "element"; box.dataset.element = id; box.innerHTML = '<div class="thumb"></div>';
              Object.assign(box.style, { left: (i % 20) * 5 + "%", top: Math.floor(i / 20) * 10 + "%", width: "4%", height: "9%" });
              main.append(box); boxes.set(id, box); put(box, 0);
              box.addEventListener("pointerdown", (event) => down.set(event.pointerId, { y: event.clientY, at: 0 }));
              box.addEventListener("pointermove", (event) => {
                const finger = down.get(event.pointerId);
                finger.at = Math.max(0, Math.min(1, finger.at - (event.clientY - finger.y) / box.clientHeight));
                finger.y = event.clientY; put(box, finger.at); moves[id] = finger.at;
                if (!planned) requestAnimationFrame(() => { planned = false; socket.send(JSON.stringify(moves)); moves = {}; });
                planned = true;
              });
            }
            socket.onmessage = ({ data }) => Object.entries(JSON.parse(data)).forEach(([id, at]) => put(boxes.get(id), at));
            </script></html>
            """;

    /** Hands every text to all others. */
    @ServerEndpoint("/live")
    public static class Relay {
        private static final Set<Session> ALL = ConcurrentHashMap.newKeySet();

        /** Somebody comes. */
        @OnOpen
        public void comes(Session session) {
            ALL.add(session);
        }

        /** Somebody goes. */
        @OnClose
        public void goes(Session session) {
            ALL.remove(session);
        }

        /** Somebody says something. */
        @OnMessage
        public void says(Session from, String text) throws IOException {
            for (Session session : ALL) {
                if (session != from) {
                    synchronized (session) {
                        session.getBasicRemote().sendText(text);
                    }
                }
            }
        }
    }

    private final Tomcat tomcat = new Tomcat();

    /** On a free port. */
    public BareRelay() throws IOException, LifecycleException {
        tomcat.setBaseDir(Files.createTempDirectory("bare").toString());
        tomcat.setPort(0);
        Context context = tomcat.addContext("", null);
        context.addServletContainerInitializer(new WsSci(), Set.of(Relay.class));
        Tomcat.addServlet(context, "page", new HttpServlet() {
            @Override
            protected void doGet(HttpServletRequest request, HttpServletResponse response) throws IOException {
                response.setContentType("text/html;charset=UTF-8");
                response.getWriter().print(PAGE);
            }
        });
        context.addServletMappingDecoded("/", "page");
        tomcat.getConnector();
        tomcat.start();
    }

    /** TCP port of the page. */
    public int port() {
        return tomcat.getConnector().getLocalPort();
    }

    @Override
    public void close() throws LifecycleException {
        tomcat.stop();
        tomcat.destroy();
    }
}
