package orchard.app.desktop;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import orchard.signal.Desktop;
import orchard.signal.Stroke;
import org.awaitility.Awaitility;
import org.springframework.util.FileSystemUtils;

/** A screen without a monitor, with a window manager, and terminals whose files tell what was typed into them. */
final class Screen implements AutoCloseable {

    private final List<Process> processes = new ArrayList<>();
    private final Path folder;
    private final String display;
    private final Process server;

    Screen() throws IOException {
        folder = Files.createTempDirectory("orchard-screen");
        server = new ProcessBuilder("Xvfb", "-displayfd", "1", "-screen", "0", "800x600x24", "-nolisten", "tcp")
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        processes.add(server);
        display = ":"
                + new BufferedReader(new InputStreamReader(server.getInputStream(), StandardCharsets.UTF_8)).readLine();
        start("openbox");
    }

    /** Where to find it. */
    Map<String, String> environment() {
        return Map.of("DISPLAY", display);
    }

    private Process start(String... command) throws IOException {
        ProcessBuilder builder = new ProcessBuilder(command)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD);
        builder.environment().put("DISPLAY", display);
        builder.environment().put("HOME", folder.toString());
        builder.environment().put("LC_ALL", "C.UTF-8");
        Process process = builder.start();
        processes.add(process);
        return process;
    }

    /** Opens a terminal, and waits until it is in front. Every byte that is typed into it stands in the file at once. */
    Path terminal(String title, Desktop desktop) throws IOException {
        Path file = Files.createTempFile(folder, "typed", ".bytes");
        start("xterm", "-T", title, "-e", "sh", "-c", "stty raw -echo; exec cat > " + file);
        Awaitility.await()
                .atMost(20, TimeUnit.SECONDS)
                .until(() -> desktop.front()
                        .filter(window -> window.title().equals(title))
                        .isPresent());
        Awaitility.await()
                .atMost(20, TimeUnit.SECONDS)
                .until(
                        () -> { // it takes keys once its shell has come so far
                            desktop.strike(desktop.front().orElseThrow(), Stroke.of("x"));
                            return Files.size(file) > 0;
                        });
        Awaitility.await().pollDelay(200, TimeUnit.MILLISECONDS).until(() -> true);
        Files.write(file, new byte[0], StandardOpenOption.TRUNCATE_EXISTING);
        return file;
    }

    /** A hand, or another program, does something: by a foreign tool. */
    void foreign(String... command) throws IOException, InterruptedException {
        start(command).waitFor(10, TimeUnit.SECONDS);
    }

    void dies() throws InterruptedException {
        server.destroyForcibly().waitFor(10, TimeUnit.SECONDS);
    }

    @Override
    public void close() throws IOException {
        for (int i = processes.size() - 1; i >= 0; i--) {
            processes.get(i).destroyForcibly();
        }
        FileSystemUtils.deleteRecursively(folder);
    }
}
