package orchard.app.desktop;

import com.sun.jna.Library;
import com.sun.jna.Memory;
import com.sun.jna.Native;
import com.sun.jna.Pointer;
import com.sun.jna.ptr.IntByReference;
import com.sun.jna.ptr.LongByReference;
import com.sun.jna.ptr.PointerByReference;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import orchard.signal.Desktop;
import orchard.signal.Stroke;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * An X11 display: its windows as its window manager tells them (Extended Window Manager Hints, freedesktop.org), its keys through XTest.
 *
 * <p>While a key is struck the server listens to nobody else, so that no other window can come to the front between the look and the key.
 */
final class XDesktop implements Desktop {

    private static final Logger LOG = LoggerFactory.getLogger(XDesktop.class);

    /** What a list of windows may have. */
    private static final int MOST_ITEMS = 1 << 16;

    private static final int EVENT_BYTES = 192;
    private static final int STATE_BYTES = 32;
    private static final int TEXT_BYTES = 32;

    /** XkbStateRec: the group comes first, the modifiers that hold now at byte 6. */
    private static final int STATE_GROUP = 0;

    private static final int STATE_MODIFIERS = 6;

    /** Bits of modifiers, and what they are called; NumLock (16) is in nobody's way. */
    private static final Map<Integer, String> HOLDS = Map.of(
            1, "shift is held down",
            2, "caps lock is on",
            4, "ctrl is held down",
            8, "alt is held down",
            64, "super is held down",
            128, "alt gr is held down");

    /** Displays whose connection is lost. Xlib calls back with nothing but the display. */
    private static final Set<Pointer> LOST = ConcurrentHashMap.newKeySet();

    private static final Xlib.ErrorHandler PASSED_OVER = (display, event) -> 0;
    private static final Xlib.LostHandler NOTED = display -> {
        LOST.add(display);
        return 0;
    };
    private static final Xlib.ExitHandler STAYS = (display, data) -> LOST.add(display);

    private final String name;
    private final Xlib xlib;
    private final Xlib.Xtst xtst;
    private final Pointer display;
    private final long root;
    private final Map<String, Long> atoms = new HashMap<>();
    private final XKeys keys;
    private boolean isClosed;

    private XDesktop(String name, Xlib xlib, Xlib.Xtst xtst, Pointer display) {
        this.name = name;
        this.xlib = xlib;
        this.xtst = xtst;
        this.display = display;
        this.root = xlib.XDefaultRootWindow(display);
        this.keys = new XKeys(xlib, display);
    }

    static XDesktop open(String name, String displayName) throws MachineDesktop.Refusal {
        Xlib xlib = library("X11", Xlib.class, "libx11-6");
        Xlib.Xtst xtst = library("Xtst", Xlib.Xtst.class, "libxtst6");
        synchronized (XDesktop.class) {
            // without these, Xlib ends the whole program where a window or the display goes away
            xlib.XSetErrorHandler(PASSED_OVER);
            xlib.XSetIOErrorHandler(NOTED);
            Pointer display = xlib.XOpenDisplay(displayName);
            if (display == null) {
                throw new MachineDesktop.Refusal("The desktop " + displayName
                        + " does not let Orchard in: start Orchard in a terminal on that desktop, as the same user.");
            }
            LOST.remove(display); // the address may have been that of one before
            try {
                xlib.XSetIOErrorExitHandler(display, STAYS, null);
            } catch (UnsatisfiedLinkError e) {
                xlib.XCloseDisplay(display);
                throw new MachineDesktop.Refusal("The X11 library of this machine is too old; 1.7 or newer is needed.");
            }
            IntByReference any = new IntByReference();
            if (!xtst.XTestQueryExtension(display, any, any, any, any)) {
                xlib.XCloseDisplay(display);
                throw new MachineDesktop.Refusal(
                        "The desktop " + displayName + " has no XTest extension, without which nothing can be typed.");
            }
            return new XDesktop(name, xlib, xtst, display);
        }
    }

    private static <T extends Library> T library(String library, Class<T> type, String debianPackage)
            throws MachineDesktop.Refusal {
        try {
            return Native.load(library, type);
        } catch (UnsatisfiedLinkError e) {
            LOG.info("lib{} is not there: {}", library, e.getMessage());
            throw new MachineDesktop.Refusal("This machine lacks a library for typing keys. On Debian and its kin: "
                    + "apt-get install " + debianPackage);
        }
    }

    @Override
    public String name() {
        return name;
    }

    @Override
    public synchronized List<Window> windows() {
        present();
        List<Window> windows = new ArrayList<>();
        for (long id : clients()) {
            windows.add(new Window(id, title(id)));
        }
        Collections.reverse(windows);
        return windows;
    }

    /** From the lowest to the one on top. */
    private long[] clients() {
        long[] stacked = numbers(root, "_NET_CLIENT_LIST_STACKING");
        return stacked.length > 0 ? stacked : numbers(root, "_NET_CLIENT_LIST");
    }

    @Override
    public synchronized Optional<Window> front() {
        present();
        long id = focused();
        if (id == 0 || isGrabbed()) {
            return Optional.empty();
        }
        return Optional.of(new Window(id, title(id)));
    }

    /** The window of the list in which the one with the focus lies, or 0. Keys go by the focus, whatever else is said to be active. */
    private long focused() {
        LongByReference focus = new LongByReference();
        xlib.XGetInputFocus(display, focus, new IntByReference());
        long[] clients = clients();
        long window = focus.getValue();
        while (window > 1 && window != root) { // 0 is nobody, 1 whatever lies under the pointer
            for (long client : clients) {
                if (client == window) {
                    return window;
                }
            }
            window = parent(window);
        }
        return 0;
    }

    private long parent(long window) {
        LongByReference parent = new LongByReference();
        PointerByReference children = new PointerByReference();
        int found = xlib.XQueryTree(display, window, new LongByReference(), parent, children, new IntByReference());
        free(children.getValue());
        return found == 0 ? 0 : parent.getValue();
    }

    /** Whether a program takes all keys, whichever window is in front: a locked screen, an open menu. */
    private boolean isGrabbed() {
        int grab =
                xlib.XGrabKeyboard(display, root, false, Xlib.GRAB_MODE_ASYNC, Xlib.GRAB_MODE_ASYNC, Xlib.CURRENT_TIME);
        if (grab == Xlib.GRAB_SUCCESS) {
            xlib.XUngrabKeyboard(display, Xlib.CURRENT_TIME);
            xlib.XSync(display, false);
        }
        return grab != Xlib.GRAB_SUCCESS;
    }

    /** _NET_ACTIVE_WINDOW, as from a pager (EWMH, “Root Window Properties”): from any other program a window manager may refuse it. */
    @Override
    public synchronized void bringToFront(Window window) {
        present();
        Memory event = new Memory(EVENT_BYTES);
        event.clear();
        event.setInt(0, Xlib.CLIENT_MESSAGE);
        event.setPointer(24, display);
        event.setLong(32, window.id());
        event.setLong(40, atom("_NET_ACTIVE_WINDOW"));
        event.setInt(48, 32);
        event.setLong(56, 2); // a pager
        event.setLong(64, Xlib.CURRENT_TIME);
        xlib.XSendEvent(display, root, false, Xlib.SUBSTRUCTURE_REDIRECT_MASK | Xlib.SUBSTRUCTURE_NOTIFY_MASK, event);
        xlib.XSync(display, false);
    }

    @Override
    public synchronized Optional<String> occupied() {
        present();
        int held = state(STATE_MODIFIERS);
        return HOLDS.keySet().stream()
                .sorted()
                .filter(bit -> (held & bit) != 0)
                .map(HOLDS::get)
                .findFirst();
    }

    private int state(int field) {
        Memory state = new Memory(STATE_BYTES);
        state.clear();
        xlib.XkbGetState(display, Xlib.XKB_USE_CORE_KEYBOARD, state);
        return state.getByte(field) & 0xFF;
    }

    @Override
    public synchronized boolean has(Stroke stroke) {
        return !codes(stroke).isEmpty();
    }

    private List<Integer> codes(Stroke stroke) {
        present();
        List<Integer> codes = keys.codes(stroke, state(STATE_GROUP));
        present();
        return codes;
    }

    @Override
    public synchronized boolean strike(Window window, Stroke stroke) {
        List<Integer> codes = codes(stroke);
        if (codes.isEmpty()) {
            return false;
        }
        Deque<Integer> down = new ArrayDeque<>();
        xlib.XGrabServer(display);
        try {
            if (focused() != window.id()) {
                return false;
            }
            for (int code : codes) {
                down.push(code);
                xtst.XTestFakeKeyEvent(display, code, true, Xlib.CURRENT_TIME);
            }
            return true;
        } finally {
            while (!down.isEmpty()) {
                xtst.XTestFakeKeyEvent(display, down.pop(), false, Xlib.CURRENT_TIME);
            }
            xlib.XUngrabServer(display);
            xlib.XSync(display, false);
            present();
        }
    }

    private String title(long window) {
        byte[] name = bytes(window, "_NET_WM_NAME");
        if (name.length > 0) {
            return new String(name, StandardCharsets.UTF_8);
        }
        // an older program says it in one of the older encodings (ICCCM, “Text Properties”)
        Memory text = new Memory(TEXT_BYTES);
        text.clear();
        if (xlib.XGetWMName(display, window, text) == 0 || text.getPointer(0) == null) {
            return "";
        }
        PointerByReference list = new PointerByReference();
        IntByReference count = new IntByReference();
        xlib.Xutf8TextPropertyToTextList(display, text, list, count);
        String title = "";
        if (list.getValue() != null && count.getValue() > 0) {
            title = list.getValue().getPointer(0).getString(0, StandardCharsets.UTF_8.name());
            xlib.XFreeStringList(list.getValue());
        }
        free(text.getPointer(0));
        return title;
    }

    private long[] numbers(long window, String property) {
        try (Property found = property(window, property)) {
            return found.format == 32 ? found.value.getLongArray(0, found.items) : new long[0];
        }
    }

    private byte[] bytes(long window, String property) {
        try (Property found = property(window, property)) {
            return found.format == 8 ? found.value.getByteArray(0, found.items) : new byte[0];
        }
    }

    /** What a window has under a name. */
    private final class Property implements AutoCloseable {
        private final Pointer value;
        private final int format;
        private final int items;

        Property(Pointer value, int format, int items) {
            this.value = value;
            this.format = value == null ? 0 : format;
            this.items = items;
        }

        @Override
        public void close() {
            free(value);
        }
    }

    private Property property(long window, String property) {
        PointerByReference value = new PointerByReference();
        IntByReference format = new IntByReference();
        LongByReference items = new LongByReference();
        xlib.XGetWindowProperty(
                display,
                window,
                atom(property),
                0,
                MOST_ITEMS,
                false,
                Xlib.ANY_PROPERTY_TYPE,
                new LongByReference(),
                format,
                items,
                new LongByReference(),
                value);
        return new Property(value.getValue(), format.getValue(), (int) items.getValue());
    }

    private long atom(String atom) {
        return atoms.computeIfAbsent(atom, missing -> xlib.XInternAtom(display, missing, false));
    }

    private void free(Pointer data) {
        if (data != null) {
            xlib.XFree(data);
        }
    }

    /** What follows needs it. */
    private void present() {
        if (isClosed || LOST.contains(display)) {
            throw new Gone("the desktop of this machine is gone");
        }
    }

    @Override
    public synchronized void close() {
        if (!isClosed && !LOST.contains(display)) {
            xlib.XCloseDisplay(display);
        }
        isClosed = true;
    }
}
