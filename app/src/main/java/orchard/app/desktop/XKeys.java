package orchard.app.desktop;

import com.sun.jna.Pointer;
import com.sun.jna.ptr.IntByReference;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import orchard.signal.Stroke;

/** Which keys of an X11 keyboard write what, in the layout that is chosen now (X protocol, “Keyboards”). Not thread-safe. */
final class XKeys {

    private static final int SHIFT = 0xFFE1;
    private static final int LEVEL_3 = 0xFE03;

    /** Key symbols of what is held (X11/keysymdef.h). */
    private static final Map<Stroke.Modifier, Integer> MODIFIERS = Map.of(
            Stroke.Modifier.SHIFT, SHIFT,
            Stroke.Modifier.CTRL, 0xFFE3,
            Stroke.Modifier.ALT, 0xFFE9,
            Stroke.Modifier.SUPER, 0xFFEB);

    /** Key symbols of keys without a character. */
    private static final Map<String, Integer> NAMED = Map.ofEntries(
            Map.entry("enter", 0xFF0D),
            Map.entry("tab", 0xFF09),
            Map.entry("escape", 0xFF1B),
            Map.entry("backspace", 0xFF08),
            Map.entry("delete", 0xFFFF),
            Map.entry("insert", 0xFF63),
            Map.entry("home", 0xFF50),
            Map.entry("end", 0xFF57),
            Map.entry("page up", 0xFF55),
            Map.entry("page down", 0xFF56),
            Map.entry("left", 0xFF51),
            Map.entry("right", 0xFF53),
            Map.entry("up", 0xFF52),
            Map.entry("down", 0xFF54),
            Map.entry("menu", 0xFF67),
            Map.entry("print", 0xFF61),
            Map.entry("pause", 0xFF13));

    private static final int F1 = 0xFFBE;
    private static final int EURO = 0x20AC;

    /** In place of characters that have no symbol of their own. */
    private static final int UNICODE = 0x0100_0000;

    private static final long FRESH_NANOS = TimeUnit.SECONDS.toNanos(1);

    /** A key, and what has to be held for one of its symbols. */
    private record Key(int code, boolean shift, boolean level3) {}

    private final Xlib xlib;
    private final Pointer display;
    private Map<Long, Key> keys = Map.of();
    private int ofGroup = -1;
    private long read;

    XKeys(Xlib xlib, Pointer display) {
        this.xlib = xlib;
        this.display = display;
    }

    /**
     * The keys that are pressed for a stroke, in their order; none if this keyboard has none for it.
     *
     * @param group the layout that is chosen, from 0
     */
    List<Integer> codes(Stroke stroke, int group) {
        read(group);
        Key key = key(stroke);
        if (key == null) {
            return List.of();
        }
        List<Integer> codes = new ArrayList<>();
        for (Stroke.Modifier modifier : stroke.held().stream().sorted().toList()) {
            Key held = keys.get((long) MODIFIERS.get(modifier));
            if (held == null) {
                return List.of();
            }
            codes.add(held.code());
        }
        if (key.shift() && !stroke.held().contains(Stroke.Modifier.SHIFT)) {
            add(codes, SHIFT);
        }
        if (key.level3()) {
            add(codes, LEVEL_3);
        }
        codes.add(key.code());
        return codes;
    }

    private void add(List<Integer> codes, int symbol) {
        Key key = keys.get((long) symbol);
        if (key != null) {
            codes.add(key.code());
        }
    }

    private Key key(Stroke stroke) {
        int character = stroke.character();
        if (character == 0) {
            return keys.get((long)
                    (stroke.key().matches("f\\d+")
                            ? F1 + Integer.parseInt(stroke.key().substring(1)) - 1
                            : NAMED.get(stroke.key())));
        }
        boolean hasSymbol = character < 0x7F || character >= 0xA0 && character <= 0xFF || character == EURO;
        Key own = hasSymbol ? keys.get((long) character) : null;
        return own != null ? own : keys.get((long) (UNICODE + character));
    }

    /** Read anew once a second, and for another layout. */
    private void read(int group) {
        long now = System.nanoTime();
        if (group == ofGroup && now - read < FRESH_NANOS) {
            return;
        }
        IntByReference lowest = new IntByReference();
        IntByReference highest = new IntByReference();
        IntByReference each = new IntByReference();
        xlib.XDisplayKeycodes(display, lowest, highest);
        int count = highest.getValue() - lowest.getValue() + 1;
        Pointer symbols = xlib.XGetKeyboardMapping(display, (byte) lowest.getValue(), count, each);
        if (symbols == null) {
            return; // the display is gone, which whoever asks finds out
        }
        Map<Long, Key> found = new HashMap<>();
        // of a key: two symbols of the first layout, two of the second, then two more of the first that need the third
        // level
        int base = Math.min(group, 1) * 2;
        int[] columns = group == 0 ? new int[] {0, 1, 4, 5} : new int[] {base, base + 1};
        for (int level = 0; level < columns.length; level++) {
            for (int code = 0; code < count && columns[level] < each.getValue(); code++) {
                long symbol = symbols.getLong((code * (long) each.getValue() + columns[level]) * Long.BYTES);
                Key key = new Key(lowest.getValue() + code, level % 2 == 1, level >= 2);
                if (symbol != 0) {
                    found.putIfAbsent(symbol, key);
                    if (base > 0 || level > 0 || !Character.isLetter((int) Math.min(symbol, 0xFFFF))) {
                        continue;
                    }
                    // a key with one letter only writes the large one with shift
                    long large = Character.toUpperCase((int) Math.min(symbol, 0xFFFF));
                    boolean isAlone = each.getValue() < 2
                            || symbols.getLong((code * (long) each.getValue() + 1) * Long.BYTES) == 0;
                    if (isAlone && large != symbol) {
                        found.putIfAbsent(large, new Key(key.code(), true, false));
                    }
                }
            }
        }
        xlib.XFree(symbols);
        keys = found;
        ofGroup = group;
        read = now;
    }
}
