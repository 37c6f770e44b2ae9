package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import orchard.signal.KeysHeard.Pressed;
import orchard.signal.Stroke.Modifier;
import org.junit.jupiter.api.Test;

class KeysHeardTest {

    private static Pressed key(long millis, String key, Modifier... held) {
        return new Pressed(millis, Set.of(held), key);
    }

    @Test
    void whatWasTypedOnceIsTypedAgain() {
        List<Pressed> pressed = List.of(
                key(0, "Control", Modifier.CTRL),
                key(50, "T", Modifier.CTRL, Modifier.SHIFT),
                key(1_400, "S"),
                key(1_500, "u"),
                key(1_600, " "),
                key(1_700, ","),
                key(1_800, "ArrowDown"),
                key(1_900, "ArrowDown"),
                key(2_000, "Dead"),
                key(2_100, "F5"),
                key(2_200, "+", Modifier.CTRL),
                key(2_300, "Enter"));
        String text = KeysHeard.text("window “Tracks”,", pressed);
        assertThat(text)
                .isEqualTo("window “Tracks”, ctrl+shift+t, wait 1.4 s, “Su ,”, down 2 times, f5, ctrl+plus, enter");
        assertThat(Keystrokes.of(text).text()).isEqualTo(text);
    }

    @Test
    void nothingIsNothing() {
        assertThat(KeysHeard.text("", List.of())).isEmpty();
        assertThat(KeysHeard.text("window “A”", List.of(key(0, "Shift", Modifier.SHIFT))))
                .isEqualTo("window “A”");
    }
}
