package orchard.typing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import orchard.signal.Desktop;
import orchard.signal.Keystrokes;
import orchard.signal.Stroke;
import orchard.signal.Typing;
import orchard.signal.TypingEnded;
import org.junit.jupiter.api.Test;

class TypistTest {

    /** Windows without a screen. What happens to them happens at its time. */
    private static final class Windows implements Desktop, Typist.Clock {
        final Map<Long, Window> open = new LinkedHashMap<>();
        final Map<Long, StringBuilder> heard = new LinkedHashMap<>();
        final Map<Long, List<Runnable>> later = new TreeMap<>();
        long front;
        long now;
        long slowness = 30;
        boolean obeys = true;
        String held = "";

        Windows(String... titles) {
            for (String title : titles) {
                open(title);
            }
            front = 1;
        }

        long open(String title) {
            long id = heard.size() + 1;
            open.put(id, new Window(id, title));
            heard.put(id, new StringBuilder());
            return id;
        }

        void at(long millis, Runnable happens) {
            later.computeIfAbsent(millis, at -> new ArrayList<>()).add(happens);
        }

        String heard(int window) {
            return heard.get((long) window).toString();
        }

        TypingEnded type(String keys, int times, boolean back) {
            return new Typist(this, this)
                    .type(new Typing("m1", 1, Keystrokes.of(keys), times, 2, back), Optional::empty);
        }

        @Override
        public long millis() {
            return now;
        }

        @Override
        public void pause(long millis) {
            long end = now + millis;
            while (!later.isEmpty() && later.keySet().iterator().next() <= end) {
                now = Math.max(now, later.keySet().iterator().next());
                later.remove(later.keySet().iterator().next()).forEach(Runnable::run);
            }
            now = end;
        }

        @Override
        public String name() {
            return "the test";
        }

        @Override
        public List<Window> windows() {
            return List.copyOf(open.values());
        }

        @Override
        public Optional<Window> front() {
            return Optional.ofNullable(open.get(front));
        }

        @Override
        public void bringToFront(Window window) {
            if (obeys) {
                at(now + slowness, () -> front = open.containsKey(window.id()) ? window.id() : front);
            }
        }

        @Override
        public Optional<String> occupied() {
            return held.isEmpty() ? Optional.empty() : Optional.of(held);
        }

        @Override
        public boolean has(Stroke stroke) {
            return stroke.character() < 0x100;
        }

        @Override
        public boolean strike(Window window, Stroke stroke) {
            if (front != window.id() || !open.containsKey(front)) {
                return false;
            }
            heard.get(front).append(stroke.words().length() == 1 ? stroke.words() : "<" + stroke.words() + ">");
            return true;
        }

        @Override
        public void close() {}
    }

    private final Windows windows = new Windows("Mail", "Tracks – Script", "Mixer – Script");

    @Test
    void theWindowComesFirstAndThenTheKeys() {
        TypingEnded ended = windows.type("window “tracks”, ctrl+t, “ab”, enter", 2, false);
        assertThat(ended).isEqualTo(new TypingEnded("m1", true, "typed 8 keys into “Tracks – Script”"));
        assertThat(windows.heard(2)).isEqualTo("<ctrl+t>ab<enter><ctrl+t>ab<enter>");
        assertThat(windows.heard(1)).isEmpty();
        assertThat(windows.front).isEqualTo(2);
    }

    @Test
    void theWindowThatWasInFrontComesBack() {
        windows.type("window “Tracks”, “ab”", 1, true);
        windows.pause(100);
        assertThat(windows.front).isEqualTo(1);
    }

    @Test
    void theWindowComesBackFromADialogThatClosedItself() {
        windows.at(300, () -> windows.front = windows.open("New track"));
        windows.at(400, () -> {
            windows.open.remove(4L);
            windows.front = 2;
        });
        windows.type("window “Tracks”, ctrl+t, window “New track”, enter, wait 1 s", 1, true);
        windows.pause(100);
        assertThat(windows.front).isEqualTo(1);
    }

    @Test
    void whereAPersonTurnedToAnotherWindowThatOneStays() {
        windows.at(500, () -> windows.front = 3);
        windows.type("window “Tracks”, “a”, wait 1 s", 1, true);
        windows.pause(100);
        assertThat(windows.front).isEqualTo(3);
    }

    @Test
    void aDialogIsWaitedFor() {
        windows.at(300, () -> windows.front = windows.open("New track"));
        TypingEnded ended = windows.type("window “Tracks”, ctrl+t, window “New track”, “Surf”, enter", 1, false);
        assertThat(ended.outcome()).isEqualTo("typed 6 keys into “Tracks – Script” and “New track”");
        assertThat(windows.heard(4)).isEqualTo("Surf<enter>");
        assertThat(windows.heard(2)).isEqualTo("<ctrl+t>");
    }

    @Test
    void aWindowThatDoesNotComeGetsNothingAndNeitherDoesAnother() {
        windows.obeys = false;
        assertThat(windows.type("window “Tracks”, “ab”", 1, false).outcome())
                .isEqualTo("nothing was typed: “Tracks – Script” did not come to the front; “Mail” is in front");
        assertThat(windows.type("window “Lights”, “ab”", 1, false).outcome())
                .isEqualTo("nothing was typed: no window is called “Lights”; open are “Mail”, “Tracks – Script”, "
                        + "“Mixer – Script”");
        assertThat(String.join("", windows.heard.values())).isEmpty();
    }

    @Test
    void aTitleOfTwoWindowsIsRefused() {
        assertThat(windows.type("window “Script”, “ab”", 1, false).outcome())
                .isEqualTo(
                        "nothing was typed: “Script” is the title of more than one window: “Tracks – Script”, “Mixer – Script”");
        assertThat(windows.type("window exactly “Script” or “Mixer – Script”, “ab”", 1, false)
                        .whole())
                .isTrue();
    }

    @Test
    void whereAnotherWindowComesToTheFrontTheRestIsLeft() {
        windows.at(60, () -> windows.front = 1);
        TypingEnded ended = windows.type("window “Tracks”, “abcdefghijklmnopqrstuvwxyz”", 1, true);
        assertThat(ended.outcome()).startsWith("stopped after ").endsWith(" keys: “Mail” came to the front");
        assertThat(windows.heard(2)).isNotEmpty();
        assertThat("abcdefghijklmnopqrstuvwxyz").startsWith(windows.heard(2));
        assertThat(windows.heard(1)).isEmpty();
    }

    @Test
    void aWindowThatIsClosedEndsIt() {
        windows.at(60, () -> windows.open.remove(2L));
        assertThat(windows.type("window “Tracks”, “abcdefghijklmnopqrstuvwxyz”", 1, true)
                        .outcome())
                .endsWith("“Tracks – Script” is not in front any more");
    }

    @Test
    void whatTheKeyboardLacksIsSaidBeforeTheFirstKey() {
        assertThat(windows.type("window “Tracks”, “ab語”", 1, false).outcome())
                .isEqualTo("nothing was typed: the keyboard of the test has no “語”");
        assertThat(windows.heard(2)).isEmpty();
    }

    @Test
    void aKeyThatAPersonHoldsIsInTheWay() {
        windows.held = "shift is held down";
        assertThat(windows.type("window “Tracks”, “ab”", 1, false).outcome())
                .isEqualTo("nothing was typed: shift is held down");
    }

    @Test
    void itStopsWithinAWait() {
        TypingEnded ended = new Typist(windows, windows)
                .type(
                        new Typing("m1", 1, Keystrokes.of("window “Tracks”, “a”, wait 30 s, “b”"), 1, 2, false),
                        () -> windows.now > 500 ? Optional.of("everything was stopped") : Optional.empty());
        assertThat(ended.outcome()).isEqualTo("stopped after 1 key: everything was stopped");
        assertThat(windows.now).isBetween(500L, 520L);
    }

    /** Windows come, go and push to the front at any moment: no key ever goes astray, and what is said of it is true. */
    @Property(tries = 2_000)
    void noKeyGoesAstray(@ForAll long seed) {
        Random random = new Random(seed);
        Windows busy = new Windows("Mail", "Tracks", "Mixer", "News");
        busy.slowness = random.nextInt(200);
        busy.obeys = random.nextInt(10) > 0;
        for (int i = random.nextInt(4); i > 0; i--) {
            long window = 1 + random.nextInt(4);
            boolean closes = random.nextInt(4) == 0;
            busy.at(random.nextInt(600), () -> {
                if (closes) {
                    busy.open.remove(window);
                } else {
                    busy.front = window;
                }
            });
        }
        TypingEnded ended =
                busy.type("window “Tracks”, “abcde”, window “Mixer”, “fgh”, wait 0.05 s", 3, random.nextBoolean());
        assertThat(busy.heard(1) + busy.heard(4)).isEmpty();
        assertThat("abcde".repeat(3)).startsWith(busy.heard(2));
        assertThat("fgh".repeat(3)).startsWith(busy.heard(3));
        int heard = busy.heard(2).length() + busy.heard(3).length();
        assertThat(ended.whole()).isEqualTo(heard == 24);
        assertThat(ended.outcome())
                .startsWith(
                        heard == 24
                                ? "typed 24 keys into “Tracks” and “Mixer”"
                                : heard == 0
                                        ? "nothing was typed: "
                                        : "stopped after " + heard + (heard == 1 ? " key: " : " keys: "));
    }
}
