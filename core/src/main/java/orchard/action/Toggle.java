package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/** Sets a parameter to {@code on}, or to {@code off} if it stands nearer to {@code on}; both in its unit. */
public record Toggle(Ref.ToParameter parameter, double off, double on) implements Action {

    public Toggle {
        if (off == on) {
            throw new Mistake("the two values of a toggle are the same");
        }
    }

    @Override
    public Kind kind() {
        return Kind.TOGGLE;
    }

    @Override
    public List<Field> fields(Directory names) {
        Optional<Parameter> of = names.parameter(parameter);
        return List.of(
                Action.parameterField(parameter),
                Field.text("off", "off", Display.real(off, of), ""),
                Field.text("on", "on", Display.real(on, of), ""));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Ref.ToParameter chosen = Action.chosen(typed, names);
        Parameter of = names.parameter(chosen).orElseThrow();
        double typedOff = typed.real("off", of);
        double typedOn = typed.real("on", of);
        if (typedOff == typedOn) {
            throw new Mistake("on", "the two values are the same");
        }
        return new Toggle(chosen, typedOff, typedOn);
    }

    /** Between the ends of its parameter. */
    static Action fresh(Ref.ToParameter parameter, String device, Directory names) {
        Optional<Parameter> of = names.parameter(parameter);
        return new Toggle(
                parameter,
                of.map(p -> p.range().low()).orElse(0.0),
                of.map(p -> p.range().high()).orElse(1.0));
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return new Toggle(other, off, on);
    }

    @Override
    public List<String> devices() {
        return List.of(parameter.device());
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
        Optional<Parameter> of = names.parameter(parameter);
        return "switch " + names.words(parameter) + " between " + Display.real(off, of) + " and "
                + Display.real(on, of);
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return Optional.empty();
    }

    @Override
    public boolean isLit(Parameter parameter, double position) {
        double toOn = Math.abs(position - parameter.position(on));
        return toOn < Math.abs(position - parameter.position(off));
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.toggle(this);
    }
}
