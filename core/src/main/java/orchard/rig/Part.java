package orchard.rig;

import orchard.gear.Device;
import orchard.gear.Preset;
import orchard.layout.Layout;
import orchard.mapping.Mapping;

/** One thing in a rig that is created, changed and deleted as a whole. Ids are unique over all kinds. */
public sealed interface Part {

    /** The id of what is inside. */
    String id();

    /** A device. */
    record OfDevice(Device device) implements Part {
        @Override
        public String id() {
            return device.id();
        }
    }

    /** A mapping. */
    record OfMapping(Mapping mapping) implements Part {
        @Override
        public String id() {
            return mapping.id();
        }
    }

    /** A touch layout. */
    record OfLayout(Layout layout) implements Part {
        @Override
        public String id() {
            return layout.id();
        }
    }

    /** A preset of a device. */
    record OfPreset(Preset preset) implements Part {
        @Override
        public String id() {
            return preset.id();
        }
    }

    /** What holds for the rig as a whole. */
    record OfSettings(Settings settings) implements Part {
        @Override
        public String id() {
            return Settings.ID;
        }
    }

    /** An entry of the set list. */
    record OfSong(Song song) implements Part {
        @Override
        public String id() {
            return song.id();
        }
    }
}
