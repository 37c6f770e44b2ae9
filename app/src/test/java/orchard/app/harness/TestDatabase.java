package orchard.app.harness;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.awaitility.Awaitility;

/** A private MariaDB server for the tests, which can be stopped and started again on the same port. */
public final class TestDatabase implements AutoCloseable {

    private final Path folder;
    private final int port;
    private Process server;

    TestDatabase() {
        try {
            folder = Files.createTempDirectory("orchard-db");
            try (ServerSocket free = new ServerSocket(0)) {
                port = free.getLocalPort();
            }
            List<String> install = new ArrayList<>(List.of(
                    "mariadb-install-db",
                    "--no-defaults",
                    "--datadir=" + folder.resolve("data"),
                    "--auth-root-authentication-method=normal",
                    "--skip-test-db",
                    "--force"));
            Process made = new ProcessBuilder(asRoot(install))
                    .redirectErrorStream(true)
                    .start();
            String said = new String(made.getInputStream().readAllBytes());
            if (waitFor(made) != 0) {
                throw new IllegalStateException(said);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        start();
    }

    private static List<String> asRoot(List<String> command) {
        List<String> all = new ArrayList<>(command);
        if (System.getProperty("user.name").equals("root")) {
            all.add("--user=root");
        }
        return all;
    }

    private static int waitFor(Process process) {
        try {
            return process.waitFor();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Starts the server and waits until it answers. */
    public void start() {
        List<String> command = asRoot(List.of(
                Files.exists(Path.of("/usr/sbin/mariadbd")) ? "/usr/sbin/mariadbd" : "mariadbd",
                "--no-defaults",
                "--datadir=" + folder.resolve("data"),
                "--socket=" + folder.resolve("s"),
                "--pid-file=" + folder.resolve("pid"),
                "--port=" + port,
                "--bind-address=127.0.0.1"));
        try {
            server = new ProcessBuilder(command)
                    .redirectErrorStream(true)
                    .redirectOutput(folder.resolve("log").toFile())
                    .start();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Awaitility.await().atMost(Duration.ofSeconds(30)).ignoreExceptions().until(() -> {
            connect("mysql").close();
            return true;
        });
    }

    /** Stops the server, as if it had been pulled from under the application. */
    public void stop() {
        server.destroy();
        try {
            if (!server.waitFor(20, TimeUnit.SECONDS)) {
                server.destroyForcibly();
            }
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** An empty schema of that name; the address for JDBC. */
    public String schema(String name) {
        try (Connection connection = connect("mysql")) {
            connection.createStatement().execute("create or replace database " + name + " character set utf8mb4");
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
        return "jdbc:mariadb://127.0.0.1:" + port + "/" + name + "?user=root&connectTimeout=1000&socketTimeout=10000";
    }

    /** A schema of that name with what a dump holds; the address for JDBC. */
    public String schema(String name, Path dump) throws IOException {
        String jdbc = schema(name);
        Process loading = new ProcessBuilder(
                        "mariadb",
                        "--no-defaults",
                        "--default-character-set=utf8mb4",
                        "--init-command=set foreign_key_checks = 0",
                        "--host=127.0.0.1",
                        "--port=" + port,
                        "--user=root",
                        name)
                .redirectInput(dump.toFile())
                .redirectErrorStream(true)
                .start();
        String said = new String(loading.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (waitFor(loading) != 0) {
            throw new IllegalStateException(said);
        }
        return jdbc;
    }

    private Connection connect(String schema) throws SQLException {
        return DriverManager.getConnection("jdbc:mariadb://127.0.0.1:" + port + "/" + schema + "?user=root");
    }

    @Override
    public void close() {
        stop();
    }
}
