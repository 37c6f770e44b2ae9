package orchard.action;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Span;
import orchard.parameter.Typed;
import orchard.shape.Curve;
import orchard.shape.Shape;

/**
 * Brings a parameter to a value in some time, along its own law. A hand on the parameter ends it, a release does not, panic does; another one begins from
 * where it is.
 *
 * @param seconds how long it takes, 0.05..{@value #LONGEST}, or 0 where it is in beats
 * @param beats how many beats it takes, or 0
 * @param curve how it goes there, or null for evenly
 */
public record Ramp(Ref.ToParameter parameter, Value value, double seconds, double beats, Curve curve)
        implements Action {

    /** An hour. */
    public static final double LONGEST = 3600;

    /** The curves that are offered; text can say any. */
    private static final List<Curve> USUAL = Stream.of(Curve.Form.EXPONENTIAL, Curve.Form.LOGARITHMIC, Curve.Form.S)
            .map(form -> new Curve(form, Curve.USUAL, List.of()))
            .toList();

    private static final String OWN = "own";

    public Ramp {
        Span span = Span.checked(seconds, beats, 0.05, LONGEST, "a ramp takes 0.05 s to an hour");
        seconds = span.seconds();
        beats = span.beats();
        boolean isDrawn = curve != null && curve.form() == Curve.Form.POINTS;
        if (isDrawn && (curve.forward().applyAsDouble(0) != 0 || curve.forward().applyAsDouble(1) != 1)) {
            throw new Mistake("curve", "a ramp's curve goes from 0 % to 100 %");
        }
    }

    /** In some seconds, evenly. */
    public Ramp(Ref.ToParameter parameter, Value value, double seconds) {
        this(parameter, value, seconds, 0, null);
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
        Map<String, String> curves = new LinkedHashMap<>();
        curves.put("", "evenly");
        USUAL.forEach(one -> curves.put(one.form().name(), one.words(Optional.empty())));
        if (isOwn()) {
            curves.put(OWN, curve.words(Optional.empty()));
        }
        String chosen = curve == null ? "" : isOwn() ? OWN : curve.form().name();
        fields.add(Field.choice("curve", "", chosen, curves));
        return fields;
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Ref.ToParameter chosen = Action.chosen(typed, names);
        Span span = Span.typed(typed, "seconds");
        String form = typed.text("curve");
        Curve along = form.equals(OWN)
                ? curve
                : USUAL.stream()
                        .filter(one -> one.form().name().equals(form))
                        .findFirst()
                        .orElse(null);
        return new Ramp(chosen, Value.filled(typed, chosen, names), span.seconds(), span.beats(), along);
    }

    /** Whether its curve is none of those that are offered. */
    private boolean isOwn() {
        return curve != null && !USUAL.contains(curve);
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
        return new Ramp(other, value, seconds, beats, curve);
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
                + span().words()
                + (curve == null ? "" : ", " + curve.words(Optional.empty()));
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
