package orchard.rig;

import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Preset;
import orchard.layout.Layout;
import orchard.mapping.Mapping;
import orchard.mapping.Route;

/** One thing in a rig that is created, changed and deleted as a whole. Ids are unique over all kinds. */
public sealed interface Part {

    /** The id of what is inside. */
    String id();

    /**
     * Somebody who has to know of every kind of part.
     *
     * @param <R> what comes of it
     */
    interface Visitor<R> {
        R device(Device device);

        R mapping(Mapping mapping);

        R focus(Focus focus);

        R layer(Layer layer);

        R layout(Layout layout);

        R preset(Preset preset);

        R route(Route route);

        R settings(Settings settings);

        R song(Song song);
    }

    /** Leads to the visitor's method for what is inside. */
    <R> R accept(Visitor<R> visitor);

    /** A device. */
    record OfDevice(Device device) implements Part {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.device(device());
        }

        @Override
        public String id() {
            return device.id();
        }
    }

    /** A mapping. */
    record OfMapping(Mapping mapping) implements Part {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.mapping(mapping());
        }

        @Override
        public String id() {
            return mapping.id();
        }
    }

    /** A focus. */
    record OfFocus(Focus focus) implements Part {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.focus(focus());
        }

        @Override
        public String id() {
            return focus.id();
        }
    }

    /** A layer. */
    record OfLayer(Layer layer) implements Part {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.layer(layer());
        }

        @Override
        public String id() {
            return layer.id();
        }
    }

    /** A touch layout. */
    record OfLayout(Layout layout) implements Part {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.layout(layout());
        }

        @Override
        public String id() {
            return layout.id();
        }
    }

    /** A preset of a device. */
    record OfPreset(Preset preset) implements Part {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.preset(preset());
        }

        @Override
        public String id() {
            return preset.id();
        }
    }

    /** A route. */
    record OfRoute(Route route) implements Part {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.route(route());
        }

        @Override
        public String id() {
            return route.id();
        }
    }

    /** What holds for the rig as a whole. */
    record OfSettings(Settings settings) implements Part {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.settings(settings());
        }

        @Override
        public String id() {
            return Settings.ID;
        }
    }

    /** An entry of the set list. */
    record OfSong(Song song) implements Part {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.song(song());
        }

        @Override
        public String id() {
            return song.id();
        }
    }
}
