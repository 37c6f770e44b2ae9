package orchard.mapping;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.gear.Dimension;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mistake.Mistake;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;

/**
 * One sentence: when something is moved, while a condition holds, shape the value, do something with it, show the answer.
 *
 * @param layers ids of the layers it lives in; none if it lives below them all
 * @param takeover what an absolute control does that stands elsewhere; null for what the rig says
 */
public record Mapping(
        String id,
        When when,
        List<String> layers,
        While during,
        Shape shape,
        @JsonProperty("then") Actions actions,
        Show show,
        Takeover takeover,
        Marks marks) {

    /** The most layers a mapping lives in. */
    public static final int MOST_LAYERS = 16;

    public Mapping {
        layers = layers == null ? List.of() : List.copyOf(layers);
        marks = marks == null ? Marks.NONE : marks;
        if (layers.size() > MOST_LAYERS || layers.stream().distinct().count() < layers.size()) {
            throw new Mistake("layers", "a mapping lives in at most " + MOST_LAYERS + " layers, each named once");
        }
    }

    /** A mapping that takes over as the rig says, and is not marked. */
    public Mapping(String id, When when, While during, Shape shape, Actions actions, Show show) {
        this(id, when, List.of(), during, shape, actions, show, null, Marks.NONE);
    }

    /** The first control that sets it off. */
    public Ref.ToControl trigger() {
        return when.triggers().get(0);
    }

    /** The parameters it is about, each once, in order. */
    public List<Ref.ToParameter> targets() {
        return Stream.concat(actions.onPress().stream(), actions.onRelease().stream())
                .map(Action::parameter)
                .filter(parameter -> parameter != null)
                .distinct()
                .toList();
    }

    /** The first parameter it is about. */
    public Optional<Ref.ToParameter> target() {
        return targets().stream().findFirst();
    }

    /**
     * What its stages, and then those of one of its actions, do on a parameter.
     *
     * @throws orchard.mistake.Mistake if a stage does not fit the parameter
     */
    public ShapeFunction function(Shape own, Parameter parameter, Directory directory) {
        Shape whole = shape.then(own);
        return isEndless(directory) ? ShapeFunction.endless(whole, parameter) : ShapeFunction.of(whole, parameter);
    }

    /** Whether its control has no ends. */
    public boolean isEndless(Directory directory) {
        return when.gesture().kind() == Gesture.Kind.CIRCLE
                || directory.dimension(trigger()).filter(Dimension::relative).isPresent();
    }

    /** Whether its control is put where its parameter stands, by a motor, a ring or on a layout, so that nothing jumps when it is touched. */
    public boolean putsControl(Directory directory) {
        return show.answers().stream()
                .map(Show.Answer::light)
                .anyMatch(light -> directory
                        .device(light.device())
                        .flatMap(device -> device.profile().light(light.light()))
                        .filter(l -> l.kind().putsControl())
                        .isPresent());
    }

    /** The same mapping with another trigger. */
    public Mapping with(When other) {
        return new Mapping(id, other, layers, during, shape, actions, show, takeover, marks);
    }

    /** The same mapping in other layers; none for below them all. */
    public Mapping in(List<String> others) {
        return new Mapping(id, when, others, during, shape, actions, show, takeover, marks);
    }

    /** The same mapping with another shape. */
    public Mapping with(Shape other) {
        return new Mapping(id, when, layers, during, other, actions, show, takeover, marks);
    }

    /** The same mapping that does something else. */
    public Mapping with(Actions other) {
        return new Mapping(id, when, layers, during, shape, other, show, takeover, marks);
    }

    /** The same mapping that answers in another way. */
    public Mapping with(Show other) {
        return new Mapping(id, when, layers, during, shape, actions, other, takeover, marks);
    }

    /** The same mapping that takes over in another way. */
    public Mapping with(Takeover other) {
        return new Mapping(id, when, layers, during, shape, actions, show, other, marks);
    }

    /** The same mapping with other marks. */
    public Mapping with(Marks other) {
        return new Mapping(id, when, layers, during, shape, actions, show, takeover, other);
    }

    /** The same mapping under another id. */
    public Mapping as(String other) {
        return new Mapping(other, when, layers, during, shape, actions, show, takeover, marks);
    }
}
