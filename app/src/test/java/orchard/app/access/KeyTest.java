package orchard.app.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import orchard.app.OrchardSettings;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class KeyTest {

    @Test
    void isMadeOnceAndKeptForItsOwnerOnly(@TempDir Path folder) throws IOException {
        Path home = folder.resolve("deep/home");
        Key first = key(home);
        Path file = home.resolve("key");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
        assertThat(Files.readString(file).strip()).isEqualTo(first.text()).hasSizeGreaterThan(20);
        Key second = key(home);
        assertThat(second.text()).isEqualTo(first.text());
        assertThat(second.ticket()).isEqualTo(first.ticket());
    }

    @Test
    void opensOnlyToItselfAndAdmitsOnlyItsTicket(@TempDir Path home) {
        Key key = key(home);
        assertThat(key.opens(key.text())).isTrue();
        assertThat(key.admits(key.ticket())).isTrue();
        assertThat(key.opens(key.ticket())).isFalse();
        assertThat(key.admits(key.text())).isFalse();
        assertThat(key.opens("")).isFalse();
        assertThat(key.opens(key.text() + "x")).isFalse();
    }

    @Test
    void aFileThatWasCutShortIsMadeAnew(@TempDir Path home) throws IOException {
        Files.writeString(home.resolve("key"), "x");
        assertThat(key(home).text()).hasSizeGreaterThan(20);
    }

    private static Key key(Path home) {
        return new Key(new OrchardSettings(home, 0, 0, 0, 0, false, false));
    }
}
