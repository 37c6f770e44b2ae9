package orchard.app.live;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Preset;
import orchard.gear.Selector;
import orchard.signal.NoteName;
import org.springframework.stereotype.Component;

/** The rig in force, with the names its devices tell right now. Safe for several threads. */
@Component
public final class Names implements Directory {

    private final RigKeeper keeper;
    private final Map<String, String> told = new ConcurrentHashMap<>();
    private final AtomicLong version = new AtomicLong();

    Names(RigKeeper keeper) {
        this.keeper = keeper;
    }

    /** Takes a name a device told; true if it is news. */
    boolean told(String device, String group, String name) {
        boolean news = !name.equals(told.put(device + "/" + group, name));
        if (news) {
            version.incrementAndGet();
        }
        return news;
    }

    /** Counts what was told that is news: as long as it and the rig stay, so do all words made with these names. */
    public long version() {
        return version.get();
    }

    /** Forgets what a device told of its groups, because they stand elsewhere now; what the profile says holds until it tells them anew. */
    public void forget(String device) {
        told.keySet().removeIf(key -> key.startsWith(device + "/"));
        version.incrementAndGet();
    }

    /** The names a device tells right now, by the ids of its groups. */
    public Map<String, String> told(Device device) {
        Map<String, String> all = new HashMap<>();
        device.profile().groups().forEach(group -> {
            String name = told.get(device.id() + "/" + group.id());
            if (name != null) {
                all.put(group.id(), name);
            }
        });
        return all;
    }

    @Override
    public Optional<Device> device(String id) {
        return keeper.rig().device(id);
    }

    @Override
    public NoteName noteNames() {
        return keeper.rig().noteNames();
    }

    @Override
    public List<Preset> presets() {
        return keeper.rig().presets();
    }

    @Override
    public List<Selector.Place> songPlaces() {
        return keeper.rig().songPlaces();
    }

    @Override
    public List<Focus> foci() {
        return keeper.rig().foci();
    }

    @Override
    public Optional<Focus> focus(String id) {
        return keeper.rig().focus(id);
    }

    @Override
    public List<Layer> layers() {
        return keeper.rig().layers();
    }

    @Override
    public Optional<Layer> layer(String id) {
        return keeper.rig().layer(id);
    }

    @Override
    public String groupName(Device device, String group) {
        String name = told.get(device.id() + "/" + group);
        return name == null ? Directory.super.groupName(device, group) : name;
    }
}
