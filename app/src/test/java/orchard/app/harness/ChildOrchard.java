package orchard.app.harness;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import orchard.app.OrchardApplication;

/** The application in a process of its own, so that it can be killed. */
public final class ChildOrchard implements AutoCloseable {

    private final Path home;
    private final String jdbc;
    private final boolean demo;
    private Process process;
    private String ready;

    /** Starts it on a schema, with the demo rig. */
    public ChildOrchard(String jdbc) {
        this(jdbc, true);
    }

    /** Starts it on a schema, with the demo rig or with nothing. */
    public ChildOrchard(String jdbc, boolean demo) {
        this.jdbc = jdbc;
        this.demo = demo;
        try {
            home = Files.createTempDirectory("orchard-child");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        start();
    }

    private void start() {
        try {
            process = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-cp",
                            System.getProperty("java.class.path"),
                            OrchardApplication.class.getName(),
                            "--server.port=0",
                            "--orchard.home=" + home,
                            "--orchard.osc-port=0",
                            "--orchard.wherry-port=0",
                            "--orchard.loft-port=0",
                            "--orchard.session-port=0",
                            "--orchard.demo=" + demo,
                            "--spring.datasource.url=" + jdbc)
                    .redirectErrorStream(true)
                    .start();
            BufferedReader out =
                    new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
            for (String line; (line = out.readLine()) != null; ) {
                if (line.startsWith("Orchard is ready: ")) {
                    ready = line.substring("Orchard is ready: ".length());
                    return;
                }
            }
            throw new IllegalStateException("it never got ready; see " + home);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The address in its ready line. */
    public String ready() {
        return ready;
    }

    /** Kills it (signal 9) and starts it anew on what it kept. */
    public void killAndStartAgain() {
        close();
        start();
    }

    @Override
    public void close() {
        process.destroyForcibly();
        try {
            process.waitFor();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
