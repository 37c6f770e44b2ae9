package orchard.standin;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;
import orchard.standin.StandIn.PanelState;

/** What a front panel shows, and who watches it. Safe for several threads. */
public final class Panel {

    private final Map<String, PanelState> readings = new LinkedHashMap<>();
    private final List<Consumer<PanelState>> watchers = new CopyOnWriteArrayList<>();

    void watch(Consumer<PanelState> watcher) {
        watchers.add(watcher);
    }

    List<PanelState> readings() {
        synchronized (readings) {
            return new ArrayList<>(readings.values());
        }
    }

    /** Shows something; watchers are told only if it differs from before. */
    public void show(String part, double value, String text) {
        PanelState reading = new PanelState(part, value, text);
        synchronized (readings) {
            if (reading.equals(readings.put(part, reading))) {
                return;
            }
        }
        watchers.forEach(watcher -> watcher.accept(reading));
    }
}
