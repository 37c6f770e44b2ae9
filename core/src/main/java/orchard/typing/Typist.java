package orchard.typing;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.signal.Desktop;
import orchard.signal.Desktop.Window;
import orchard.signal.Keystrokes;
import orchard.signal.Stroke;
import orchard.signal.Typing;
import orchard.signal.TypingEnded;

/**
 * Types on a desktop what it is told. Every key goes to the window that is meant, or is not struck: where another one comes to the front, the rest is left. For one
 * thread.
 */
public final class Typist {

    /** Between two keys, so that a program keeps up and a stop comes between. */
    static final long STROKE_MILLIS = 5;

    /** So often is looked whether a window came. */
    static final long LOOK_MILLIS = 10;

    /** A window that was asked to come to the front, and did not, is asked again. */
    static final long ASK_AGAIN_MILLIS = 500;

    private static final int SHOWN_TITLES = 5;

    /** What time it is, and how to let some pass. */
    public interface Clock {
        /** In milliseconds, from any beginning. */
        long millis();

        /**
         * Lets some time pass.
         *
         * @throws InterruptedException if that is not wanted any more
         */
        void pause(long millis) throws InterruptedException;
    }

    /** It goes no further. */
    private static final class Left extends Exception {
        private static final long serialVersionUID = 1L;

        Left(String why) {
            super(why, null, false, false);
        }
    }

    private final Desktop desktop;
    private final Clock clock;

    /** Types on a desktop. */
    public Typist(Desktop desktop, Clock clock) {
        this.desktop = desktop;
        this.clock = clock;
    }

    /**
     * Types, and says what came of it.
     *
     * @param stopped why it has to stop, as soon as it has; may be set by any thread
     */
    public TypingEnded type(Typing typing, Supplier<Optional<String>> stopped) {
        Work work = new Work(typing, stopped);
        try {
            work.run();
            return ended(typing, true, "typed " + keys(work.struck) + " into " + work.into());
        } catch (Left left) {
            return ended(typing, false, work.soFar() + ": " + left.getMessage());
        } catch (Desktop.Gone gone) {
            return ended(typing, false, work.soFar() + ": " + gone.getMessage());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return ended(typing, false, work.soFar() + ": Orchard stops");
        }
    }

    private static TypingEnded ended(Typing typing, boolean whole, String outcome) {
        return new TypingEnded(typing.sequence(), whole, outcome);
    }

    private static String keys(int number) {
        return number == 1 ? "1 key" : number + " keys";
    }

    private static String quoted(String title) {
        return "“" + title + "”";
    }

    private static String quoted(Stream<Window> windows) {
        List<String> titles = windows.map(window -> quoted(window.title())).toList();
        return titles.stream().limit(SHOWN_TITLES).collect(Collectors.joining(", "))
                + (titles.size() > SHOWN_TITLES ? " and " + (titles.size() - SHOWN_TITLES) + " more" : "");
    }

    /** One sequence, being typed. */
    private final class Work {
        private final Typing typing;
        private final Supplier<Optional<String>> stopped;
        private Window window;
        /** Those that were in front for it, by id. */
        private final Map<Long, Window> ours = new LinkedHashMap<>();

        private int struck;

        Work(Typing typing, Supplier<Optional<String>> stopped) {
            this.typing = typing;
            this.stopped = stopped;
        }

        String soFar() {
            return struck == 0 ? "nothing was typed" : "stopped after " + keys(struck);
        }

        String into() {
            List<String> titles = ours.values().stream()
                    .map(one -> quoted(one.title()))
                    .distinct()
                    .toList();
            return titles.stream().limit(SHOWN_TITLES).collect(Collectors.joining(" and "))
                    + (titles.size() > SHOWN_TITLES ? " and others" : "");
        }

        void run() throws Left, InterruptedException {
            for (Keystrokes.Step step : typing.keys().steps()) {
                for (Stroke stroke : Keystrokes.strokes(step)) {
                    if (!desktop.has(stroke)) {
                        throw new Left("the keyboard of " + desktop.name() + " has no “" + stroke.words() + "”");
                    }
                }
            }
            Optional<Window> before = desktop.front();
            for (int time = 0; time < typing.times(); time++) {
                for (Keystrokes.Step step : typing.keys().steps()) {
                    step(step);
                }
            }
            if (typing.back() && before.isPresent()) {
                putBack(before.get());
            }
        }

        /** Only what was typed into gives way: where somebody turned to another window meanwhile, that one stays. */
        private void putBack(Window before) {
            boolean isOurs =
                    desktop.front().map(front -> ours.containsKey(front.id())).orElse(true);
            boolean isThere = desktop.windows().stream().anyMatch(one -> one.id() == before.id());
            if (isOurs && isThere && !isInFront(before)) {
                desktop.bringToFront(before);
            }
        }

        private boolean isInFront(Window one) {
            return desktop.front().map(front -> front.id() == one.id()).orElse(false);
        }

        private void step(Keystrokes.Step step) throws Left, InterruptedException {
            if (step instanceof Keystrokes.Front front) {
                window = brought(front);
                ours.put(window.id(), window);
            } else if (step instanceof Keystrokes.Pause pause) {
                waits(Math.round(pause.seconds() * 1_000));
            }
            for (Stroke stroke : Keystrokes.strokes(step)) {
                goesOn();
                Optional<String> occupied = desktop.occupied();
                if (occupied.isPresent()) {
                    throw new Left(occupied.get());
                }
                if (!desktop.strike(window, stroke)) {
                    throw new Left(desktop.front()
                            .filter(front -> front.id() != window.id())
                            .map(front -> quoted(front.title()) + " came to the front")
                            .orElse(quoted(window.title()) + " is not in front any more"));
                }
                struck++;
                clock.pause(STROKE_MILLIS);
            }
        }

        private void goesOn() throws Left {
            Optional<String> why = stopped.get();
            if (why.isPresent()) {
                throw new Left(why.get());
            }
        }

        private void waits(long millis) throws Left, InterruptedException {
            long end = clock.millis() + millis;
            goesOn();
            for (long rest = millis; rest > 0; rest = end - clock.millis()) {
                clock.pause(Math.min(rest, LOOK_MILLIS));
                goesOn();
            }
        }

        /** Finds the window, has it come to the front, and sees it there. */
        private Window brought(Keystrokes.Front wanted) throws Left, InterruptedException {
            long begun = clock.millis();
            long asked = Long.MIN_VALUE;
            while (true) {
                goesOn();
                Optional<Window> found = found(wanted);
                Optional<Window> front = desktop.front();
                if (found.isPresent()
                        && front.isPresent()
                        && front.get().id() == found.get().id()) {
                    return found.get();
                }
                long now = clock.millis();
                if (now - begun > typing.within() * 1_000) {
                    throw new Left(
                            found.isEmpty()
                                    ? missing(wanted)
                                    : quoted(found.get().title()) + " did not come to the front"
                                            + front.map(other -> "; " + quoted(other.title()) + " is in front")
                                                    .orElse(""));
                }
                if (found.isPresent() && (asked == Long.MIN_VALUE || now - asked >= ASK_AGAIN_MILLIS)) {
                    desktop.bringToFront(found.get());
                    asked = now;
                }
                clock.pause(LOOK_MILLIS);
            }
        }

        private String missing(Keystrokes.Front wanted) {
            List<Window> windows = desktop.windows();
            return "no window is called " + wanted.named()
                    + (windows.isEmpty() ? "; none is open" : "; open are " + quoted(windows.stream()));
        }

        private Optional<Window> found(Keystrokes.Front wanted) throws Left {
            List<Window> windows = desktop.windows();
            for (String title : wanted.titles()) {
                List<Window> such = windows.stream()
                        .filter(one -> wanted.means(title, one.title()))
                        .toList();
                if (such.size() > 1) {
                    throw new Left(quoted(title) + " is the title of more than one window: " + quoted(such.stream()));
                }
                if (such.size() == 1) {
                    return Optional.of(such.get(0));
                }
            }
            return Optional.empty();
        }
    }
}
