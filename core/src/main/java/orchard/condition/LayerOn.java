package orchard.condition;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.gear.Directory;
import orchard.gear.Layer;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** A layer is on, wherever in the stack it lies. */
public record LayerOn(String layer) implements Condition {

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.LAYER);
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Condition.placeField(
                "layer", "layer", layer, names.layers().stream().map(one -> new Selector.Place(one.id(), one.name()))));
    }

    @Override
    public Condition filled(Typed typed, Directory names) {
        return new LayerOn(names.layer(typed.text("layer"))
                .map(Layer::id)
                .orElseThrow(() -> new Mistake("layer", "choose a layer")));
    }

    @Override
    public Stream<String> layers() {
        return Stream.of(layer);
    }

    @Override
    public String words(Directory names) {
        return "layer " + names.layerName(layer) + " is on";
    }

    @Override
    public String opposite(Directory names) {
        return "layer " + names.layerName(layer) + " is off";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return names.layer(layer).isPresent()
                ? Optional.empty()
                : Optional.of("It waits for a layer that is not there (" + layer + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.layerOn(this);
    }
}
