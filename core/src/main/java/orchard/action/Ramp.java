package orchard.action;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Span;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Brings a parameter to a value in some time, evenly along its own law. A hand on the parameter ends it, a release does not, panic does; another one begins from
 * where it is.
 *
 * @param seconds how long it takes, 0.05..{@value #LONGEST}, or 0 where it is in beats
 * @param beats how many beats it takes, or 0
 */
public record Ramp(Ref.ToParameter parameter, Value value, double seconds, double beats) implements Action {

    /** An hour. */
    public static final double LONGEST = 3600;

    public Ramp {
        Span span = Span.checked(seconds, beats, 0.05, LONGEST, "a ramp takes 0.05 s to an hour");
        seconds = span.seconds();
        beats = span.beats();
    }

    /** In some seconds. */
    public Ramp(Ref.ToParameter parameter, Value value, double seconds) {
        this(parameter, value, seconds, 0);
    }

    /** How long it takes. */
    public Span span() {
        return new Span(seconds, beats);
    }

    @Override
    public Kind kind() {
        return Kind.RAMP;
    }

    @Override
    public List<Field> fields(Directory names) {
        List<Field> fields = new ArrayList<>(value.fields(parameter, names));
        fields.add(span().field("seconds", "over", "2.00 s"));
        return fields;
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Ref.ToParameter chosen = Action.chosen(typed, names);
        Span span = Span.typed(typed, "seconds");
        return new Ramp(chosen, Value.filled(typed, chosen, names), span.seconds(), span.beats());
    }

    @Override
    public Ref.ToParameter parameter() {
        return parameter;
    }

    @Override
    public Value value() {
        return value;
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return new Ramp(other, value, seconds, beats);
    }

    @Override
    public List<String> devices() {
        return value.devices(parameter);
    }

    @Override
    public boolean fitsRelease() {
        return true;
    }

    @Override
    public boolean hasDirection() {
        return false;
    }

    @Override
    public String words(Directory names) {
        return "bring " + names.words(parameter) + " to " + value.words(names.parameter(parameter), names) + " over "
                + span().words();
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return Optional.empty();
    }

    @Override
    public boolean isLit(Parameter parameter, double position) {
        return value.isLit(parameter, position);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.ramp(this);
    }
}
