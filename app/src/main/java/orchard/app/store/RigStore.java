package orchard.app.store;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.app.store.RevisionTable.Made;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Preset;
import orchard.layout.Layout;
import orchard.mapping.Mapping;
import orchard.mapping.Route;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Settings;
import orchard.rig.Song;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Reads the rig whole and writes it edit by edit, each in one transaction. */
@Component
class RigStore {

    /** What kind of revision an edit is kept as. */
    enum Kind {
        EDIT,
        UNDO,
        REDO,
        /** A rig that was loaded whole; undo stops there. */
        LOAD
    }

    /**
     * Everything there is.
     *
     * @param revisions the revision that last changed each part, by id
     * @param last number of the newest revision
     */
    record Kept(Rig rig, Map<String, Long> revisions, long last) {}

    /** The database holds newer revisions than this application knows of. */
    static final class Newer extends RuntimeException {
        private static final long serialVersionUID = 1;
    }

    private final DeviceTable devices;
    private final MappingTable mappings;
    private final PresetTable presets;
    private final FocusTable foci;
    private final PerformanceTable performance;
    private final LayerTable layers;
    private final LayoutTable layouts;
    private final RouteTable routes;
    private final SongTable songs;
    private final SettingsTable settings;
    private final RevisionTable revisions;

    RigStore(
            DeviceTable devices,
            MappingTable mappings,
            PresetTable presets,
            FocusTable foci,
            PerformanceTable performance,
            LayerTable layers,
            LayoutTable layouts,
            RouteTable routes,
            SongTable songs,
            SettingsTable settings,
            RevisionTable revisions) {
        this.devices = devices;
        this.mappings = mappings;
        this.presets = presets;
        this.foci = foci;
        this.performance = performance;
        this.layers = layers;
        this.layouts = layouts;
        this.routes = routes;
        this.songs = songs;
        this.settings = settings;
        this.revisions = revisions;
    }

    @Transactional(readOnly = true)
    public Kept read() {
        List<Part> parts = new ArrayList<>();
        Map<String, Long> versions = new HashMap<>();
        devices.all().forEach(v -> add(parts, versions, new Part.OfDevice(v.value()), v.revision()));
        mappings.all().forEach(v -> add(parts, versions, new Part.OfMapping(v.value()), v.revision()));
        presets.all().forEach(v -> add(parts, versions, new Part.OfPreset(v.value()), v.revision()));
        foci.all().forEach(v -> add(parts, versions, new Part.OfFocus(v.value()), v.revision()));
        layers.all().forEach(v -> add(parts, versions, new Part.OfLayer(v.value()), v.revision()));
        layouts.all().forEach(v -> add(parts, versions, new Part.OfLayout(v.value()), v.revision()));
        routes.all().forEach(v -> add(parts, versions, new Part.OfRoute(v.value()), v.revision()));
        songs.all().forEach(v -> add(parts, versions, new Part.OfSong(v.value()), v.revision()));
        settings.all().forEach(v -> add(parts, versions, new Part.OfSettings(v.value()), v.revision()));
        return new Kept(Rig.of(parts), versions, revisions.last());
    }

    private static void add(List<Part> parts, Map<String, Long> versions, Part part, long revision) {
        parts.add(part);
        versions.put(part.id(), revision);
    }

    /**
     * Keeps an edit.
     *
     * @param last the newest revision the caller knows
     * @param made for undo and redo: what is taken back or done again
     * @return number of the new revision
     * @throws Newer if the database holds a newer one
     */
    @Transactional
    public long write(Kind kind, Edit edit, Made made, long last) {
        if (revisions.last() != last) {
            throw new Newer();
        }
        long revision = last + 1;
        switch (kind) {
            case EDIT -> revisions.insertEdit(revision, edit);
            case UNDO -> revisions.insertUndo(revision, made);
            case REDO -> revisions.insertRedo(revision, made);
            case LOAD -> revisions.insertLoad(revision, edit);
        }
        for (Edit.Change change : edit.changes()) {
            if (change.before() != null) {
                change.before().accept(new Deleting());
            }
            if (change.after() != null) {
                change.after().accept(new Inserting(revision));
            }
        }
        return revision;
    }

    @Transactional(readOnly = true)
    public Optional<Made> undoable(String maker) {
        return revisions.undoable(maker);
    }

    @Transactional(readOnly = true)
    public Optional<Made> redoable(String maker) {
        return revisions.redoable(maker);
    }

    @Transactional(readOnly = true)
    public Optional<Made> revision(long number) {
        return revisions.revision(number);
    }

    /** Ids of the layers that stayed on, the lowest first. */
    @Transactional(readOnly = true)
    public List<String> latched() {
        return performance.latched();
    }

    @Transactional
    public void latched(List<String> layers) {
        performance.latched(layers);
    }

    /** Where the foci stood. */
    @Transactional(readOnly = true)
    public Map<String, FocusStand> foci() {
        return performance.foci();
    }

    @Transactional
    public void foci(Map<String, FocusStand> stands) {
        performance.foci(stands);
    }

    /** Where variables stood that outlive a restart, in their units, by their keys. */
    @Transactional(readOnly = true)
    public Map<String, Double> variables() {
        return performance.variables();
    }

    @Transactional
    public void variables(Map<String, Double> reals) {
        performance.variables(reals);
    }

    @Transactional(readOnly = true)
    public Optional<String> currentSong() {
        return performance.current();
    }

    @Transactional
    public void currentSong(String song) {
        performance.current(song);
    }

    /** Takes parts out of their tables. */
    private final class Deleting implements Part.Visitor<Void> {

        @Override
        public Void device(Device device) {
            devices.delete(device.id());
            return null;
        }

        @Override
        public Void mapping(Mapping mapping) {
            mappings.delete(mapping.id());
            return null;
        }

        @Override
        public Void focus(Focus focus) {
            foci.delete(focus.id());
            return null;
        }

        @Override
        public Void layer(Layer layer) {
            layers.delete(layer.id());
            return null;
        }

        @Override
        public Void layout(Layout layout) {
            layouts.delete(layout.id());
            return null;
        }

        @Override
        public Void preset(Preset preset) {
            presets.delete(preset.id());
            return null;
        }

        @Override
        public Void route(Route route) {
            routes.delete(route.id());
            return null;
        }

        @Override
        public Void settings(Settings settings) {
            RigStore.this.settings.delete();
            return null;
        }

        @Override
        public Void song(Song song) {
            songs.delete(song.id());
            return null;
        }
    }

    /** Puts parts into their tables. */
    private final class Inserting implements Part.Visitor<Void> {

        private final long revision;

        Inserting(long revision) {
            this.revision = revision;
        }

        @Override
        public Void device(Device device) {
            devices.insert(device, revision);
            return null;
        }

        @Override
        public Void mapping(Mapping mapping) {
            mappings.insert(mapping, revision);
            return null;
        }

        @Override
        public Void focus(Focus focus) {
            foci.insert(focus, revision);
            return null;
        }

        @Override
        public Void layer(Layer layer) {
            layers.insert(layer, revision);
            return null;
        }

        @Override
        public Void layout(Layout layout) {
            layouts.insert(layout, revision);
            return null;
        }

        @Override
        public Void preset(Preset preset) {
            presets.insert(preset, revision);
            return null;
        }

        @Override
        public Void route(Route route) {
            routes.insert(route, revision);
            return null;
        }

        @Override
        public Void settings(Settings settings) {
            RigStore.this.settings.insert(settings, revision);
            return null;
        }

        @Override
        public Void song(Song song) {
            songs.insert(song, revision);
            return null;
        }
    }
}
