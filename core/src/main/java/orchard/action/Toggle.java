package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Display;
import orchard.parameter.Parameter;
import orchard.shape.Shape;

/** Sets a parameter to {@code on}, or to {@code off} if it stands nearer to {@code on}; both in its unit. */
public record Toggle(Ref.ToParameter parameter, double off, double on) implements Action {

    public Toggle {
        if (off == on) {
            throw new IllegalArgumentException("the two values of a toggle are the same");
        }
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
