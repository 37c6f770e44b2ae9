package orchard.app;

import orchard.app.access.Key;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Prints the one line that says where Orchard is, once pages are served. */
@Component
class ReadyLine {

    private final Key key;
    private final ServletWebServerApplicationContext context;
    private final boolean lan;

    ReadyLine(Key key, ServletWebServerApplicationContext context, OrchardSettings settings) {
        this.key = key;
        this.context = context;
        this.lan = settings.lan();
    }

    @EventListener(ApplicationReadyEvent.class)
    void ready() {
        System.out.println("Orchard is ready: " + (lan ? "https" : "http") + "://127.0.0.1:"
                + context.getWebServer().getPort() + "/enter/" + key.text());
    }
}
