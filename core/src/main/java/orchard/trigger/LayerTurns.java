package orchard.trigger;

import java.util.List;
import java.util.Optional;
import orchard.condition.Condition;
import orchard.gear.Directory;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** A layer comes on, or goes off. */
public record LayerTurns(String layer, boolean comes) implements Trigger {

    @Override
    public Kind kind() {
        return Kind.LAYER;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(
                Condition.placeField(
                        "layer",
                        "layer",
                        layer,
                        names.layers().stream().map(one -> new Selector.Place(one.id(), one.name()))),
                Trigger.comesField(comes));
    }

    @Override
    public Trigger filled(Typed typed, Directory names) {
        String chosen = typed.text("layer");
        if (new LayerTurns(chosen, true).fault(names).isPresent()) {
            throw new Mistake("layer", "choose a layer");
        }
        return new LayerTurns(chosen, typed.check("comes"));
    }

    @Override
    public List<String> layers() {
        return List.of(layer);
    }

    @Override
    public String words(Directory names) {
        return "layer " + names.layerName(layer) + (comes ? " comes" : " goes");
    }

    @Override
    public Optional<String> fault(Directory names) {
        return names.layer(layer).isPresent()
                ? Optional.empty()
                : Optional.of("It waits for a layer that is not there (" + layer + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.layerTurns(this);
    }
}
