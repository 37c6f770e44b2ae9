package orchard.recipe;

import java.util.List;
import java.util.Optional;
import orchard.action.SetParameter;
import orchard.gear.Control;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.rig.MappingCopier;
import orchard.rig.Rig;
import orchard.shape.Shape;

/** What a recipe is made for. */
record Subject(Rig rig, Mapping mapping, Control control, Ref.ToParameter target, Parameter parameter) {

    static Optional<Subject> of(Mapping mapping, Rig rig) {
        Ref.ToControl trigger = mapping.trigger();
        Optional<Control> control = rig.dimension(trigger)
                .flatMap(d -> rig.device(trigger.device()))
                .flatMap(device -> device.profile().control(trigger.control()));
        Optional<Ref.ToParameter> target = mapping.target();
        Optional<Parameter> parameter = target.flatMap(rig::parameter).filter(Parameter::settable);
        return control.isEmpty() || parameter.isEmpty()
                ? Optional.empty()
                : Optional.of(new Subject(rig, mapping, control.get(), target.get(), parameter.get()));
    }

    boolean isEndless() {
        return mapping.isEndless(rig);
    }

    boolean isPressed() {
        return control.kind().pressed() && !isEndless();
    }

    /** Whether it says where it is, and a hand leaves it there. */
    boolean isPlacing() {
        return !isEndless() && !isPressed();
    }

    boolean turnsEvenly() {
        return parameter.law() instanceof Law.Linear;
    }

    Mapping following(Shape shape) {
        return mapping.with(shape).with(new Actions(List.of(new SetParameter(target))));
    }

    /** The dimension that tells a press, whatever of the control was mapped. */
    Ref.ToControl gate() {
        Ref.ToControl trigger = mapping.trigger();
        return control.dimension("gate").isPresent()
                ? new Ref.ToControl(trigger.device(), trigger.control(), "gate")
                : trigger;
    }

    /** How many controls of its kind stand in the row from it on. */
    int row() {
        return new MappingCopier(rig).rowFrom(gate()).size();
    }

    /** The same parameter so many tracks, lamps or voices further on. */
    Optional<Ref.ToParameter> beside(int by) {
        return by == 0 ? Optional.of(target) : new MappingCopier(rig).beside(target, by);
    }

    Ref.ToParameter chosen(String field, Typed typed) {
        Ref.ToParameter chosen = Ref.ToParameter.of(typed.text(field))
                .orElseThrow(() -> new Mistake(field, "choose a parameter for this stretch"));
        Parameter found =
                rig.parameter(chosen).orElseThrow(() -> new Mistake(field, "the parameter is not there any more"));
        if (!found.settable()) {
            throw new Mistake(field, rig.words(chosen) + " is only told and cannot be set; choose another");
        }
        return chosen;
    }
}
