package orchard.standin;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.signal.Desktop;
import orchard.signal.Stroke;
import orchard.signal.Stroke.Modifier;

/**
 * A desktop with a program that hears nothing but its keyboard: three windows, <i>Tracks</i>, <i>Mixer</i> and <i>Notes</i>, one of them in front.
 *
 * <p>In <i>Tracks</i>, ctrl+t opens the dialog <i>New track</i>: a name, then enter or escape; alt+t opens a menu: n for a new one, r to remove the last. In
 * <i>Mixer</i>, tab goes from field to field, what is typed stands in it, enter takes it. <i>Notes</i> takes text.
 *
 * <p>Gestures: {@code windowN hit} brings one to the front, as a hand with a mouse does; {@code stays set 0|1}: the one in front gives way to no program;
 * {@code shift set 0|1}: somebody holds the shift key.
 *
 * <p>Habits: keys go to whichever window is in front; a window takes a moment to come, and a dialog a longer one; keys that mean nothing where they go are lost, and
 * counted.
 */
public final class ScriptWindow implements StandIn, Desktop {

    /** As it is listed among the ports. */
    public static final String NAME = "Script window";

    private static final long TRACKS = 1;
    private static final long MIXER = 2;
    private static final long NOTES = 3;
    private static final int RAISING_MILLIS = 60;
    private static final int OPENING_MILLIS = 250;
    private static final int MOST_TEXT = 400;
    private static final int SHOWN_TRACKS = 12;
    /** The fields of its mixer. */
    public static final List<String> FIELDS = List.of("volume", "pan", "tempo");

    private final Panel panel = new Panel();
    private final Map<Long, Window> open = new LinkedHashMap<>();
    private final List<String> tracks = new ArrayList<>(List.of("Surf", "Harp", "Gulls"));
    private final List<StringBuilder> fields = new ArrayList<>();
    private final StringBuilder notes = new StringBuilder();
    private final StringBuilder name = new StringBuilder();
    private final ScheduledExecutorService later = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "script-window");
        thread.setDaemon(true);
        return thread;
    });
    private long front = NOTES;
    private long last = NOTES;
    private long dialog;
    private boolean isMenuOpen;
    private boolean stays;
    private boolean isShiftHeld;
    private int field;
    private int astray;
    /** How often the program was started anew: what was about to open then does not. */
    private int starts;

    private boolean isClosed;

    /** Starts the program. */
    public ScriptWindow() {
        open.put(TRACKS, new Window(TRACKS, "Tracks – Script"));
        open.put(MIXER, new Window(MIXER, "Mixer – Script"));
        open.put(NOTES, new Window(NOTES, "Notes – Script"));
        FIELDS.forEach(each -> fields.add(new StringBuilder("0")));
        show();
    }

    @Override
    public String id() {
        return "script";
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Panel panel() {
        return panel;
    }

    /** The names of its tracks. */
    public synchronized List<String> tracks() {
        return List.copyOf(tracks);
    }

    /** What stands in its notes. */
    public synchronized String notes() {
        return notes.toString();
    }

    /** What stands in a field of its mixer: volume, pan or tempo. */
    public synchronized String field(String of) {
        return fields.get(FIELDS.indexOf(of)).toString();
    }

    /** How many keys meant nothing where they went. */
    public synchronized int astray() {
        return astray;
    }

    @Override
    public synchronized void play(String part, String gesture, double amount) {
        switch (part + " " + gesture) {
            case "window1 hit", "window2 hit", "window3 hit" -> raise(part.charAt("window".length()) - '0');
            case "stays set" -> stays = amount >= 0.5;
            case "shift set" -> isShiftHeld = amount >= 0.5;
            case "program reset" -> {
                tracks.clear();
                tracks.addAll(List.of("Surf", "Harp", "Gulls"));
                notes.setLength(0);
                fields.forEach(each -> each.replace(0, each.length(), "0"));
                starts++;
                closeDialog();
                isMenuOpen = false;
                stays = false;
                isShiftHeld = false;
                astray = 0;
                raise(NOTES);
            }
            default -> throw new IllegalArgumentException(id() + " has no " + part + " that can be " + gesture);
        }
        show();
    }

    private void raise(long window) {
        if (open.containsKey(window)) {
            front = window;
            show();
        }
    }

    @Override
    public synchronized List<Window> windows() {
        present();
        return List.copyOf(open.values());
    }

    @Override
    public synchronized Optional<Window> front() {
        present();
        return Optional.ofNullable(open.get(front));
    }

    @Override
    public synchronized void bringToFront(Window window) {
        present();
        later.schedule(
                () -> {
                    synchronized (this) {
                        if (!stays) {
                            raise(window.id());
                        }
                    }
                },
                RAISING_MILLIS,
                TimeUnit.MILLISECONDS);
    }

    @Override
    public synchronized Optional<String> occupied() {
        return isShiftHeld ? Optional.of("shift is held down") : Optional.empty();
    }

    @Override
    public boolean has(Stroke stroke) {
        return true;
    }

    @Override
    public synchronized boolean strike(Window window, Stroke stroke) {
        present();
        if (window.id() != front || !open.containsKey(front)) {
            return false;
        }
        boolean meant = front == TRACKS
                ? inTracks(stroke)
                : front == MIXER ? inMixer(stroke) : front == NOTES ? inNotes(stroke) : inDialog(stroke);
        astray += meant ? 0 : 1;
        show();
        return true;
    }

    private boolean inTracks(Stroke stroke) {
        if (isMenuOpen) {
            isMenuOpen = false;
            switch (stroke.words()) {
                case "n" -> openDialog();
                case "r" -> {
                    if (!tracks.isEmpty()) {
                        tracks.remove(tracks.size() - 1);
                    }
                }
                case "escape" -> {
                    // it is closed
                }
                default -> {
                    return false;
                }
            }
            return true;
        }
        switch (stroke.words()) {
            case "ctrl+t" -> openDialog();
            case "alt+t" -> isMenuOpen = true;
            default -> {
                return false;
            }
        }
        return true;
    }

    private void openDialog() {
        int begun = starts;
        later.schedule(
                () -> {
                    synchronized (this) {
                        if (dialog == 0 && begun == starts) {
                            dialog = ++last;
                            open.put(dialog, new Window(dialog, "New track – Script"));
                            name.setLength(0);
                            raise(dialog);
                        }
                    }
                },
                OPENING_MILLIS,
                TimeUnit.MILLISECONDS);
    }

    private void closeDialog() {
        if (dialog != 0) {
            open.remove(dialog);
            if (front == dialog) {
                front = TRACKS;
            }
            dialog = 0;
        }
    }

    private boolean inDialog(Stroke stroke) {
        if (stroke.words().equals("enter")) {
            tracks.add(name.isEmpty() ? "Track " + (tracks.size() + 1) : name.toString());
            closeDialog();
            return true;
        } else if (stroke.words().equals("escape")) {
            closeDialog();
            return true;
        }
        return write(stroke, name);
    }

    private boolean inMixer(Stroke stroke) {
        if (stroke.words().equals("tab")) {
            field = (field + 1) % FIELDS.size();
            fields.get(field).setLength(0); // what stood there is marked, and gives way
            return true;
        }
        return stroke.words().equals("enter") || write(stroke, fields.get(field));
    }

    private boolean inNotes(Stroke stroke) {
        if (stroke.words().equals("enter")) {
            notes.append('\n');
            return true;
        }
        return write(stroke, notes);
    }

    private static boolean write(Stroke stroke, StringBuilder text) {
        if (stroke.key().equals("backspace") && stroke.held().isEmpty()) {
            text.setLength(Math.max(0, text.length() - 1));
            return true;
        }
        int character = stroke.character();
        if (character == 0 || !Set.of(Modifier.SHIFT).containsAll(stroke.held()) || text.length() >= MOST_TEXT) {
            return false;
        }
        text.appendCodePoint(stroke.held().isEmpty() ? character : Character.toUpperCase(character));
        return true;
    }

    private void show() {
        panel.show("front", 0, front == dialog && dialog != 0 ? "dialog" : String.valueOf(front));
        panel.show(
                "title",
                0,
                Optional.ofNullable(open.get(front)).map(Window::title).orElse("none"));
        int hidden = Math.max(0, tracks.size() - SHOWN_TRACKS);
        panel.show(
                "tracks",
                0,
                (hidden == 0 ? "" : hidden + " more, ") + String.join(", ", tracks.subList(hidden, tracks.size())));
        panel.show("count", 0, String.valueOf(tracks.size()));
        panel.show("menu", isMenuOpen ? 1 : 0, isMenuOpen ? "Track: n new, r remove" : "");
        panel.show("dialog", dialog == 0 ? 0 : 1, dialog == 0 ? "" : name.isEmpty() ? "…" : name.toString());
        for (int i = 0; i < FIELDS.size(); i++) {
            panel.show(FIELDS.get(i), i == field ? 1 : 0, fields.get(i).toString());
        }
        panel.show("notes", 0, notes.toString());
        panel.show("stays", stays ? 1 : 0, "");
        panel.show("shift", isShiftHeld ? 1 : 0, "");
        panel.show("astray", Math.min(1, astray), String.valueOf(astray));
    }

    private void present() {
        if (isClosed) {
            throw new Gone("the Script window was switched off");
        }
    }

    @Override
    public synchronized void close() {
        isClosed = true;
        later.shutdownNow();
    }
}
