package orchard.app.store;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.app.store.RevisionTable.Made;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
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
    record Kept(Rig rig, Map<String, Long> revisions, long last, Optional<Made> undoable, Optional<Made> redoable) {}

    /** The database holds newer revisions than this application knows of. */
    static final class Newer extends RuntimeException {
        private static final long serialVersionUID = 1;
    }

    private final DeviceTable devices;
    private final MappingTable mappings;
    private final PresetTable presets;
    private final LayoutTable layouts;
    private final SongTable songs;
    private final SettingsTable settings;
    private final RevisionTable revisions;

    RigStore(
            DeviceTable devices,
            MappingTable mappings,
            PresetTable presets,
            LayoutTable layouts,
            SongTable songs,
            SettingsTable settings,
            RevisionTable revisions) {
        this.devices = devices;
        this.mappings = mappings;
        this.presets = presets;
        this.layouts = layouts;
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
        layouts.all().forEach(v -> add(parts, versions, new Part.OfLayout(v.value()), v.revision()));
        songs.all().forEach(v -> add(parts, versions, new Part.OfSong(v.value()), v.revision()));
        settings.all().forEach(v -> add(parts, versions, new Part.OfSettings(v.value()), v.revision()));
        return new Kept(Rig.of(parts), versions, revisions.last(), revisions.undoable(), revisions.redoable());
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
                delete(change.before());
            }
            if (change.after() != null) {
                insert(change.after(), revision);
            }
        }
        return revision;
    }

    @Transactional(readOnly = true)
    public Optional<Made> undoable() {
        return revisions.undoable();
    }

    @Transactional(readOnly = true)
    public Optional<Made> redoable() {
        return revisions.redoable();
    }

    @Transactional(readOnly = true)
    public Optional<String> currentSong() {
        return songs.current();
    }

    @Transactional
    public void currentSong(String song) {
        songs.current(song);
    }

    private void delete(Part part) {
        if (part instanceof Part.OfDevice) {
            devices.delete(part.id());
        } else if (part instanceof Part.OfMapping) {
            mappings.delete(part.id());
        } else if (part instanceof Part.OfPreset) {
            presets.delete(part.id());
        } else if (part instanceof Part.OfLayout) {
            layouts.delete(part.id());
        } else if (part instanceof Part.OfSettings) {
            settings.delete();
        } else {
            songs.delete(part.id());
        }
    }

    private void insert(Part part, long revision) {
        if (part instanceof Part.OfDevice of) {
            devices.insert(of.device(), revision);
        } else if (part instanceof Part.OfMapping of) {
            mappings.insert(of.mapping(), revision);
        } else if (part instanceof Part.OfPreset of) {
            presets.insert(of.preset(), revision);
        } else if (part instanceof Part.OfLayout of) {
            layouts.insert(of.layout(), revision);
        } else if (part instanceof Part.OfSettings of) {
            settings.insert(of.settings(), revision);
        } else if (part instanceof Part.OfSong of) {
            songs.insert(of.song(), revision);
        }
    }
}
