package orchard.standin;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import orchard.signal.Message;

/** What a device was told that it cannot bear: counted, and kept in words. Safe for several threads. */
final class Limits {

    /** A light that is told more often within a second flickers. */
    static final int FLICKER = 40;

    private static final long SECOND = 1_000_000_000L;
    private static final int KEPT = 50;

    private final List<String> broken = new ArrayList<>();
    private final Map<String, Deque<Long>> told = new HashMap<>();
    private final Map<String, Message> shown = new HashMap<>();
    private final Panel panel;
    private int count;

    /** @param panel shows the last of it, as its part {@code limits} */
    Limits(Panel panel) {
        this.panel = panel;
    }

    /** Something it cannot bear. */
    synchronized void broke(String what) {
        count++;
        if (broken.size() < KEPT) {
            broken.add(what);
        }
        panel.show("limits", 1, count + " × more than it bears: " + what);
    }

    /** Whether a light shows what this message told, and nothing that came after it. */
    synchronized boolean shows(Message message) {
        return shown.containsValue(message);
    }

    /** All lights went dark. */
    synchronized void dark() {
        shown.clear();
    }

    /** A light was told something. */
    synchronized void told(String light, Message message) {
        shown.put(light, message);
        long now = System.nanoTime();
        Deque<Long> times = told.computeIfAbsent(light, l -> new ArrayDeque<>());
        times.add(now);
        while (times.peekFirst() < now - SECOND) {
            times.removeFirst();
        }
        if (times.size() > FLICKER) {
            broke(light + " flickers: it was told " + times.size() + " times within a second");
            times.clear();
        }
    }

    /** Everything, in words, the first ones first. */
    synchronized List<String> broken() {
        return List.copyOf(broken);
    }

    /** Begins to count anew. */
    synchronized void forget() {
        broken.clear();
        told.clear();
        count = 0;
        panel.show("limits", 0, "");
    }
}
