package orchard.signal;

import java.util.List;
import java.util.Optional;

/**
 * Windows on a screen, one of them in front, and a keyboard that types into it: of this machine, or a simulated one. Called from one thread at a time; may take some
 * milliseconds.
 *
 * <p>What it throws is a {@link Gone}: then it can do nothing any more.
 */
public interface Desktop extends AutoCloseable {

    /**
     * A window.
     *
     * @param id the same as long as it is open
     */
    record Window(long id, String title) {}

    /** It went away, or stopped answering. */
    final class Gone extends RuntimeException {
        private static final long serialVersionUID = 1L;

        /** @param why as a sentence without a full stop */
        public Gone(String why) {
            super(why);
        }
    }

    /** What it is called where ports are listed. */
    String name();

    /** The windows that are open, those in front first where that is known. */
    List<Window> windows();

    /** The window that keys go to now; empty if they go nowhere. */
    Optional<Window> front();

    /** Asks for a window to come to the front. It may take a moment, and may not happen. */
    void bringToFront(Window window);

    /** Why keys cannot be struck at this moment, as a sentence without a full stop: a person holds one down. Empty if they can. */
    Optional<String> occupied();

    /** Whether its keyboard can write this. */
    boolean has(Stroke stroke);

    /**
     * Presses a key and what is held with it, and lets all of it go again; if the window is in front at that very moment, and not otherwise.
     *
     * @return whether it was
     */
    boolean strike(Window window, Stroke stroke);

    /** Lets go of it. Nothing stays pressed. */
    @Override
    void close();
}
