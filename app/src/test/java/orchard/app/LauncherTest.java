package orchard.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The launcher's answers to what cannot be: one clear line, a status other than 0, nothing half started. */
class LauncherTest {

    private record Answer(int status, String out) {}

    @ParameterizedTest
    @CsvSource({
        "jump, 'unknown command jump'",
        "demo --louder, 'unknown option --louder'",
        "demo --port, '--port needs a value'",
        "demo --port http, '--port takes a port number from 0 to 65535, not “http”'",
        "demo --osc-port 70000, '--osc-port takes a port number'",
        "start --wherry-port http, '--wherry-port takes a port number'",
        "test quickly, 'unknown option quickly'"
    })
    void saysWhatItDoesNotKnow(String arguments, String words) throws Exception {
        Answer answer = launch(arguments.split(" "));
        assertThat(answer.status()).isNotZero();
        assertThat(answer.out()).startsWith("orchard: ").contains(words);
        assertThat(answer.out().lines()).hasSize(1);
    }

    @Test
    void helpNamesEveryCommand() throws Exception {
        Answer answer = launch("help");
        assertThat(answer.status()).isZero();
        assertThat(answer.out())
                .contains("orchard demo", "orchard start", "orchard test", "orchard shots", "--osc-port");
    }

    @Test
    void busyPortsAreNamed(@TempDir Path home) throws Exception {
        try (ServerSocket tcp = new ServerSocket(0, 1, InetAddress.getLoopbackAddress());
                DatagramSocket udp = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            String at = home.resolve("new").toString();
            Answer page = launch("demo", "--home", at, "--port", "" + tcp.getLocalPort());
            assertThat(page.status()).isNotZero();
            assertThat(page.out())
                    .contains("port " + tcp.getLocalPort() + " is in use")
                    .contains("--port");
            Answer osc = launch("demo", "--home", at, "--port", "0", "--osc-port", "" + udp.getLocalPort());
            assertThat(osc.out())
                    .contains("UDP port " + udp.getLocalPort() + " is in use")
                    .contains("--osc-port");
            assertThat(home.resolve("new")).as("nothing half started").doesNotExist();
        }
    }

    @Test
    void aPortThatNobodyAskedForIsLeftToWhoHasIt(@TempDir Path home) throws Exception {
        Path noFolder = Files.createFile(home.resolve("no folder"));
        boolean isFree = true;
        try (ServerSocket tcp = new ServerSocket(8080, 1, InetAddress.getLoopbackAddress())) {
            isFree = tcp.isBound();
        } catch (IOException e) {
            isFree = false; // somebody else has it, which is as good
        }
        try (ServerSocket tcp = isFree ? new ServerSocket(8080, 1, InetAddress.getLoopbackAddress()) : null) {
            Answer answer = launch("start", "--home", noFolder.toString());
            assertThat(answer.status()).isNotZero();
            assertThat(answer.out())
                    .contains("port 8080 is in use by another program: 80")
                    .contains("is taken instead (--port)");
        }
    }

    @Test
    void aHomeIsForOneOrchardOnly(@TempDir Path home) throws Exception {
        Path lock = Files.createFile(home.resolve("lock"));
        Process holder = new ProcessBuilder("flock", lock.toString(), "sleep", "30").start();
        try {
            Awaitility.await()
                    .until(() -> new ProcessBuilder("flock", "-n", lock.toString(), "true")
                                    .start()
                                    .waitFor()
                            != 0);
            Answer answer = launch("start", "--home", home.toString(), "--port", "0", "--osc-port", "0");
            assertThat(answer.status()).isNotZero();
            assertThat(answer.out()).contains(home + " is in use by another Orchard");
            assertThat(home.resolve("db")).doesNotExist();
        } finally {
            holder.descendants().forEach(ProcessHandle::destroy);
            holder.destroy();
        }
    }

    @Test
    void anOldJavaAndAFullDiskAreNamed(@TempDir Path folder) throws Exception {
        Path tools = Files.createDirectory(folder.resolve("tools"));
        String[] start = {"start", "--home", folder.resolve("home").toString(), "--port", "0", "--osc-port", "0"};
        pretend(tools.resolve("java"), "echo 'openjdk version \"11.0.2\" 2019-01-15' >&2");
        Answer old = launch(tools, start);
        assertThat(old.status()).isNotZero();
        assertThat(old.out()).isEqualTo("orchard: Java 17 or newer is needed, and java is version 11\n");
        pretend(tools.resolve("df"), "printf 'Filesystem x x x\\n/dev/x 100 93 7 93%% /\\n'");
        Answer full = launch(tools, start);
        assertThat(full.status()).isNotZero();
        assertThat(full.out()).contains("only 7 MB are free").contains("300 are needed");
        assertThat(folder.resolve("home/db")).doesNotExist();
    }

    private static void pretend(Path tool, String script) throws IOException {
        Files.writeString(tool, "#!/bin/sh\n" + script + "\n");
        Files.setPosixFilePermissions(tool, PosixFilePermissions.fromString("rwxr-xr-x"));
    }

    private static Answer launch(String... arguments) throws IOException, InterruptedException {
        return launch(null, arguments);
    }

    /** @param tools a folder whose programs come before the machine's own, or null */
    private static Answer launch(Path tools, String... arguments) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("../orchard"));
        command.addAll(List.of(arguments));
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
        if (tools != null) {
            builder.environment().merge("PATH", tools.toString(), (path, first) -> first + ":" + path);
        }
        Process process = builder.start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        return new Answer(process.exitValue(), out);
    }
}
