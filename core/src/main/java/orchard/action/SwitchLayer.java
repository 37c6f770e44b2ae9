package orchard.action;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Layer;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Switches a layer.
 *
 * @param layer its id
 */
public record SwitchLayer(String layer, Way way) implements Action {

    /** How a layer is switched. */
    public enum Way {
        /** On as long as the control is held. */
        HELD("while this is held"),
        /** On, and off the next time. */
        TURN("on, or off again"),
        /** On, until something switches it off. */
        ON("on"),
        /** Off. */
        OFF("off"),
        /** On for the next press of anything else, or until the same is pressed once more. */
        ONCE("on for the next press");

        private final String words;

        Way(String words) {
            this.words = words;
        }

        /** How it reads behind the layer's name. */
        public String words() {
            return words;
        }
    }

    @Override
    public Kind kind() {
        return Kind.LAYER;
    }

    @Override
    public List<Field> fields(Directory names) {
        Map<String, String> layers = new LinkedHashMap<>();
        layers.put("", "choose a layer");
        names.layers().stream().filter(Layer::switched).forEach(one -> layers.put(one.id(), one.name()));
        Map<String, String> ways = new LinkedHashMap<>();
        for (Way one : Way.values()) {
            ways.put(one.name(), one.words());
        }
        return List.of(
                Field.choice("layer", "layer", layer, layers), Field.choice("way", "switched", way.name(), ways));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Layer chosen = names.layer(typed.text("layer")).orElseThrow(() -> new Mistake("layer", "choose a layer"));
        if (!chosen.switched()) {
            throw new Mistake("layer", "“" + chosen.name() + "” comes by itself and cannot be switched");
        }
        return new SwitchLayer(chosen.id(), typed.oneOf("way", Way.class));
    }

    @Override
    public List<String> layers(Directory names) {
        return List.of(layer);
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        return List.of();
    }

    @Override
    public boolean fitsRelease() {
        return way == Way.ON || way == Way.OFF || way == Way.TURN;
    }

    @Override
    public boolean hasDirection() {
        return false;
    }

    @Override
    public String words(Directory names) {
        String name = names.layerName(layer);
        return switch (way) {
            case HELD -> "hold layer " + name + " on";
            case TURN -> "turn layer " + name + " on or off";
            case ON -> "turn layer " + name + " on";
            case OFF -> "turn layer " + name + " off";
            case ONCE -> "turn layer " + name + " on for the next press";
        };
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return names.layer(layer).isEmpty()
                ? Optional.of("It switches a layer that is not there (" + layer + ").")
                : names.layer(layer)
                        .filter(one -> !one.switched())
                        .map(one -> "It switches layer " + one.name() + ", which comes and goes by itself.");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.switchLayer(this);
    }
}
