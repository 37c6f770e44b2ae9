package orchard.app.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.jna.Native;
import com.sun.jna.Pointer;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import orchard.signal.Desktop;
import orchard.signal.Keystrokes;
import orchard.signal.Stroke;
import orchard.signal.Typing;
import orchard.signal.TypingEnded;
import orchard.typing.Typist;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Types on a real X server, into terminals of another maker. What they wrote down is the judge. */
class XDesktopTest {

    private static final String ALPHABET = "abcdefghijklmnopqrstuvwxyz";

    private static Screen screen;
    private static Desktop desktop;
    private static Path tracks;
    private static Path mail;

    @BeforeAll
    static void open() throws Exception {
        screen = new Screen();
        desktop = MachineDesktop.open("the screen", screen.environment());
        Awaitility.await()
                .atMost(20, TimeUnit.SECONDS)
                .until(() -> desktop.windows().isEmpty());
        tracks = screen.terminal("Tracks – the show", desktop);
        mail = screen.terminal("Mail", desktop);
    }

    @AfterAll
    static void close() throws IOException {
        desktop.close();
        screen.close();
    }

    @AfterEach
    void nothingStaysDown() throws IOException {
        assertThat(desktop.occupied()).isEmpty();
        Files.write(tracks, new byte[0]);
        Files.write(mail, new byte[0]);
    }

    private static TypingEnded type(String keys, boolean back) {
        Typist typist = new Typist(desktop, new Typist.Clock() {
            @Override
            public long millis() {
                return System.nanoTime() / 1_000_000;
            }

            @Override
            public void pause(long millis) throws InterruptedException {
                Thread.sleep(millis);
            }
        });
        return typist.type(new Typing("m1", 1, Keystrokes.of(keys), 1, 2, back), Optional::empty);
    }

    private static void wrote(Path file, String text) {
        Awaitility.await().untilAsserted(() -> assertThat(typed(file)).isEqualTo(text));
    }

    private static String typed(Path file) throws IOException {
        return Files.readString(file, StandardCharsets.UTF_8).replace("\0", "");
    }

    private static boolean isInFront(String title) {
        return desktop.front().map(window -> window.title().startsWith(title)).orElse(false);
    }

    private static void front(String title) throws Exception {
        screen.foreign("xdotool", "search", "--name", title, "windowactivate", "--sync");
        Awaitility.await().until(() -> isInFront(title));
    }

    @Test
    void theRightWindowComesToTheFrontAndHearsWhatIsMeant() throws Exception {
        front("Mail");
        TypingEnded ended = type(
                "window “Tracks”, “Surf & Gulls, 10 % (new!) {a} ~/\"\\\\”, ctrl+t, tab, enter, up, escape, backspace 2 times",
                true);
        assertThat(ended.whole()).as(ended.outcome()).isTrue();
        wrote(tracks, "Surf & Gulls, 10 % (new!) {a} ~/\"\\\u0014\t\r\u001b[A\u001b\u007f\u007f");
        wrote(mail, "");
        Awaitility.await().until(() -> isInFront("Mail"));
    }

    @Test
    void aWindowThatPushesItselfBeforeItHearsNothing() throws Exception {
        Random random = new Random(7);
        int cut = 0;
        for (int run = 0; run < 12; run++) {
            front("Tracks");
            Files.write(tracks, new byte[0]);
            Thread.sleep(100);
            Files.write(tracks, new byte[0]);
            CompletableFuture<TypingEnded> typing =
                    CompletableFuture.supplyAsync(() -> type("window “Tracks”, “" + ALPHABET.repeat(4) + "”", false));
            Thread.sleep(random.nextInt(300));
            screen.foreign("xdotool", "search", "--name", "Mail", "windowactivate");
            TypingEnded ended = typing.get(20, TimeUnit.SECONDS);
            cut += ended.whole() ? 0 : 1;
            Awaitility.await()
                    .untilAsserted(() -> assertThat(typed(tracks))
                            .isEqualTo(ALPHABET.repeat(4).substring(0, struck(ended))));
            assertThat(typed(mail)).isEmpty();
        }
        assertThat(cut).as("cut short").isPositive();
    }

    private static int struck(TypingEnded ended) {
        return ended.whole()
                ? 104
                : ended.outcome().startsWith("nothing")
                        ? 0
                        : Integer.parseInt(ended.outcome().replaceAll("^\\D*(\\d+) keys?:.*", "$1"));
    }

    @Test
    void aTitleOfTwoWindowsIsRefusedAndAnUnknownOneNamed() throws Exception {
        assertThat(type("window “a”, “x”", false).outcome()).contains("is the title of more than one window");
        assertThat(type("window “Lights”, “x”", false).outcome())
                .startsWith("nothing was typed: no window is called “Lights”; open are ")
                .contains("“Mail”", "“Tracks – the show”");
        wrote(tracks, "");
        wrote(mail, "");
    }

    @Test
    void aKeyThatAHandHoldsIsInTheWay() throws Exception {
        screen.foreign("xdotool", "keydown", "Control_L");
        assertThat(type("window “Tracks”, “x”", false).outcome()).isEqualTo("nothing was typed: ctrl is held down");
        screen.foreign("xdotool", "keyup", "Control_L");
        wrote(tracks, "");
    }

    @Test
    void whereAnotherProgramTakesAllKeysNothingIsTyped() throws Exception {
        front("Tracks");
        Xlib xlib = Native.load("X11", Xlib.class);
        Pointer locker = xlib.XOpenDisplay(screen.environment().get("DISPLAY"));
        xlib.XGrabKeyboard(
                locker,
                xlib.XDefaultRootWindow(locker),
                false,
                Xlib.GRAB_MODE_ASYNC,
                Xlib.GRAB_MODE_ASYNC,
                Xlib.CURRENT_TIME);
        xlib.XSync(locker, false);
        assertThat(type("window “Tracks”, “x”", false).outcome())
                .isEqualTo("nothing was typed: “Tracks – the show” did not come to the front");
        xlib.XCloseDisplay(locker);
        wrote(tracks, "");
    }

    @Test
    void whatItsKeyboardLacksIsSaid() {
        assertThat(type("window “Tracks”, “a語”", false).outcome())
                .isEqualTo("nothing was typed: the keyboard of the screen has no “語”");
        assertThat(desktop.has(Stroke.of("f12"))).isTrue();
    }

    @Test
    void aScreenThatDiesTakesNobodyWithIt() throws Exception {
        try (Screen other = new Screen();
                Desktop dying = MachineDesktop.open("the other", other.environment())) {
            assertThat(dying.front()).isEmpty();
            other.dies();
            assertThatThrownBy(() -> {
                        dying.windows();
                        dying.windows();
                    })
                    .isInstanceOf(Desktop.Gone.class);
            assertThatThrownBy(() -> MachineDesktop.open("again", other.environment()))
                    .isInstanceOf(MachineDesktop.Refusal.class)
                    .hasMessageContaining("does not let Orchard in");
        }
        assertThat(desktop.windows()).hasSize(2);
    }

    @Test
    void whereItCannotBeDoneASentenceSaysWhy() {
        assertThatThrownBy(() -> MachineDesktop.open("it", Map.of("WAYLAND_DISPLAY", "wayland-0", "DISPLAY", ":0")))
                .hasMessageContaining("runs on Wayland");
        assertThatThrownBy(() -> MachineDesktop.open("it", Map.of())).hasMessageContaining("DISPLAY is not set");
        assertThatThrownBy(() -> MachineDesktop.open("it", Map.of("DISPLAY", ":0"), false))
                .hasMessageContaining("Linux machines of 64 bits");
    }
}
