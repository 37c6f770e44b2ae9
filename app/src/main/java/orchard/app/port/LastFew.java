package orchard.app.port;

import java.util.LinkedHashMap;
import java.util.Map;

/** A map of so many things at most: what was used longest ago is forgotten. Not thread-safe. */
final class LastFew<V> extends LinkedHashMap<String, V> {

    private static final long serialVersionUID = 1;

    private final int most;

    LastFew(int most) {
        super(16, 0.75f, true);
        this.most = most;
    }

    @Override
    protected boolean removeEldestEntry(Map.Entry<String, V> eldest) {
        return size() > most;
    }
}
