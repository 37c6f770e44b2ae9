package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import orchard.signal.Keystrokes;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.Typing;
import orchard.signal.TypingEnded;
import orchard.standin.ScriptWindow;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class KeysPortTest {

    private final ScriptWindow script = new ScriptWindow();
    private final List<Message> heard = new CopyOnWriteArrayList<>();
    private final List<Port> gone = new CopyOnWriteArrayList<>();
    private final KeysPort port = new KeysPort(script, (from, message) -> heard.add(message), gone::add);

    @AfterEach
    void close() {
        port.close();
    }

    private void type(String sequence, long run, String keys, int times) {
        port.send(new Typing(sequence, run, Keystrokes.of(keys), times, 2, false), null);
    }

    private TypingEnded ended(int number) {
        Awaitility.await().until(() -> heard.size() > number);
        return (TypingEnded) heard.get(number);
    }

    @Test
    void sequencesNeverMix() {
        type("a", 1, "window “Notes”, “aaaa”", 5);
        type("b", 1, "window “Notes”, “bbbb”", 5);
        type("c", 1, "window “Mixer”, tab, “99”", 1);
        assertThat(ended(2).whole()).isTrue();
        assertThat(script.notes()).isEqualTo("a".repeat(20) + "b".repeat(20));
        assertThat(script.field("pan")).isEqualTo("99");
        assertThat(script.astray()).isZero();
    }

    @Test
    void anotherPressStopsWhatIsTypedAndWhatWaitsOfIt() {
        type("a", 1, "window “Notes”, “aaaa”, wait 0.1 s", 200);
        type("a", 1, "window “Notes”, “never”", 1);
        type("b", 1, "window “Notes”, “bb”", 1);
        Awaitility.await().until(() -> script.notes().length() > 4);
        type("a", 2, "window “Notes”, “aaaa”", 200);
        assertThat(ended(0).outcome()).startsWith("stopped after ").endsWith(": it was pressed again");
        assertThat(ended(1).outcome()).isEqualTo("typed 2 keys into “Notes – Script”");
        assertThat(script.notes()).matches("a+bb");
        type("a", 3, "window “Notes”, “!”", 1);
        assertThat(ended(2).whole()).as("the third press types again").isTrue();
    }

    @Test
    void aPanicStopsEverythingWithinAMomentAndLeavesNothingBehind() {
        type("a", 1, "window “Notes”, “aaaa”, wait 30 s", 10);
        type("b", 1, "window “Notes”, “bb”", 1);
        Awaitility.await().until(() -> script.notes().length() == 4);
        port.clear();
        assertThat(ended(0).outcome()).isEqualTo("stopped after 4 keys: everything was stopped");
        Awaitility.await().until(() -> !port.isBusy());
        assertThat(script.notes()).isEqualTo("aaaa");
        assertThat(heard).hasSize(1);
    }

    @Test
    void whatDoesNotFitIsSaid() {
        type("a", 1, "window “Notes”, wait 30 s", 1);
        Awaitility.await().until(port::isBusy);
        for (int i = 0; i <= KeysPort.MOST_WAITING; i++) {
            type("s" + i, 1, "window “Notes”, “b”", 1);
        }
        assertThat(port.traffic().counts().error()).contains("more than 16 sequences of keys wait already");
        port.send(new MidiMessage.NoteOn(1, 60, 1), null);
        assertThat(port.traffic().counts().error()).contains("a keyboard types keys");
    }

    @Test
    void aDesktopThatGoesAwayIsTold() {
        script.close();
        type("a", 1, "window “Notes”, “a”", 1);
        assertThat(ended(0).outcome()).isEqualTo("nothing was typed: the Script window was switched off");
        Awaitility.await().until(() -> gone.contains(port));
    }

    @Test
    void whoClosesItWaitsForTheLastKey() {
        type("a", 1, "window “Notes”, “aaaa”, wait 0.1 s", 200);
        Awaitility.await().until(() -> script.notes().length() > 4);
        port.close();
        int length = script.notes().length();
        type("a", 2, "window “Notes”, “x”", 1);
        assertThat(port.isBusy()).isFalse();
        assertThat(script.notes()).hasSize(length);
    }
}
