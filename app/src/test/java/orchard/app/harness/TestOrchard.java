package orchard.app.harness;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.locks.LockSupport;
import orchard.app.OrchardApplication;
import orchard.app.demo.StandInHouse;
import orchard.app.live.EngineRoom;
import orchard.app.port.PortRoom;
import orchard.app.store.RigKeeper;
import orchard.gear.Ref;
import orchard.standin.StandIn;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;

/** The real application with the demo rig and the stand-ins, on free ports, in this process. */
public final class TestOrchard implements AutoCloseable {

    /** So long a test waits at most for gear that the one before it left. */
    private static final long CALM_NANOS = 2_000_000_000L;

    private final ServletWebServerApplicationContext context;
    private final Path home;

    TestOrchard(String jdbc, boolean demo) {
        try {
            home = Files.createTempDirectory("orchard-home");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        context = (ServletWebServerApplicationContext) SpringApplication.run(
                OrchardApplication.class,
                "--server.port=0",
                "--orchard.home=" + home,
                "--orchard.osc-port=0",
                "--orchard.session-port=0",
                "--orchard.wherry-port=0",
                "--orchard.loft-port=0",
                "--orchard.demo=" + demo,
                "--spring.datasource.url=" + jdbc,
                "--spring.jmx.enabled=false");
    }

    /** Another one beside the one that all tests share, on what a schema holds already, without stand-ins. */
    public static TestOrchard on(String jdbc) {
        return new TestOrchard(jdbc, false);
    }

    /** One of the application's parts. */
    public <T> T bean(Class<T> kind) {
        return context.getBean(kind);
    }

    /** The keeper of the rig. */
    public RigKeeper keeper() {
        return bean(RigKeeper.class);
    }

    /** A stand-in. */
    public StandIn standIn(String id) {
        return bean(StandInHouse.class).standIns().get(id);
    }

    /** What a part of a stand-in's own panel shows. */
    public String shows(String standIn, String part) {
        return standIn(standIn).readings().stream()
                .filter(reading -> reading.part().equals(part))
                .findFirst()
                .orElseThrow()
                .text();
    }

    /** TCP port of the pages. */
    public int port() {
        return context.getWebServer().getPort();
    }

    /** Address of a page. */
    public String url(String path) {
        return "http://127.0.0.1:" + port() + path;
    }

    /** The key, read from where the launcher's user would find it. */
    public String key() {
        try {
            return Files.readString(home.resolve("key")).strip();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** UDP port on which OSC gear is heard. */
    public int oscPort() {
        return bean(PortRoom.class).oscPort();
    }

    /** UDP port of the music software. */
    public int wherryPort() {
        return bean(StandInHouse.class).wherryPort();
    }

    /** Takes back every edit, so that the demo rig is as it was loaded. */
    public void reset() {
        while (keeper().undo().isPresent()) {
            // until nothing is left
        }
        // software that is asked anew because of that tells all it has, and a test that began before would find its own
        // signals among that
        long until = System.nanoTime() + CALM_NANOS;
        while (!bean(PortRoom.class).unsure(keeper().rig().devices()).isEmpty() && System.nanoTime() < until) {
            LockSupport.parkNanos(10_000_000);
        }
    }

    /** Puts parameters of software back to their defaults, as a test found them. */
    public void putBack(String device, String... parameters) {
        for (String parameter : parameters) {
            keeper().rig()
                    .parameter(new Ref.ToParameter(device, parameter))
                    .ifPresent(one -> bean(EngineRoom.class).set(device, parameter, one.position(one.standard())));
        }
    }

    @Override
    public void close() {
        context.close();
    }
}
