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

/**
 * Moves a parameter on from where it stands. An endless knob does it once for every step, in its direction.
 *
 * @param by in the parameter's unit; below 0 downwards
 * @param around whether it goes on at the other end
 */
public record Nudge(Ref.ToParameter parameter, double by, boolean around) implements Action {

    public Nudge {
        if (by == 0 || !Double.isFinite(by)) {
            throw new Mistake("a step is more or less than nothing");
        }
    }

    @Override
    public Kind kind() {
        return Kind.MOVE;
    }

    @Override
    public List<Field> fields(Directory names) {
        String unit = names.parameter(parameter).map(p -> p.range().unit()).orElse("");
        return List.of(
                Action.parameterField(parameter),
                Field.text("by", "by", (by > 0 ? "+" : "") + Display.text(by, unit), ""),
                Field.check("around", "round at the ends", around));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Ref.ToParameter chosen = Action.chosen(typed, names);
        double step = typed.free("by", names.parameter(chosen).orElseThrow());
        if (step == 0) {
            throw new Mistake("by", "a step is more or less than nothing");
        }
        return new Nudge(chosen, step, typed.check("around"));
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return new Nudge(other, by, around);
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
        return true;
    }

    @Override
    public String words(Directory names) {
        Optional<Parameter> measured = names.parameter(parameter).filter(p -> !p.hasNames());
        return "move " + names.words(parameter) + (by > 0 ? " up by " : " down by ")
                + Display.real(Math.abs(by), measured)
                + (around ? ", and round" : "");
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.nudge(this);
    }
}
