package orchard.standin;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;
import orchard.standin.StandIn.Reading;

/** What a front panel shows, and who watches it. Safe for several threads. */
public final class Panel {

    private final Map<String, Reading> readings = new LinkedHashMap<>();
    private final List<Consumer<Reading>> watchers = new CopyOnWriteArrayList<>();

    void watch(Consumer<Reading> watcher) {
        watchers.add(watcher);
    }

    List<Reading> readings() {
        synchronized (readings) {
            return new ArrayList<>(readings.values());
        }
    }

    /** Shows something; watchers are told only if it differs from before. */
    void show(String part, double value, String text) {
        Reading reading = new Reading(part, value, text);
        synchronized (readings) {
            if (reading.equals(readings.put(part, reading))) {
                return;
            }
        }
        watchers.forEach(watcher -> watcher.accept(reading));
    }
}
