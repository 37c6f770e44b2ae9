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

/** Where an action takes its value from. */
public sealed interface Value {

    /** How near a parameter has to stand to a value to count as being there. */
    double NEAR = 0.004;

    /** How it reads, in the words of the parameter that is set. */
    String words(Optional<Parameter> parameter, Directory names);

    /** The ids of the devices that are needed to set a parameter to it. */
    List<String> devices(Ref.ToParameter set);

    /** Whether a parameter that stands at a position stands where this put it; in the upper half where that is not known. */
    boolean isLit(Parameter parameter, double position);

    /** The parameter whose value it is, or null. */
    Ref.ToParameter other();

    /** What is typed for it, in the words of the parameter that is set; "" where it is another's. */
    String typed(Optional<Parameter> parameter);

    /** The fields of an action that sets a parameter to this. */
    default List<Field> fields(Ref.ToParameter set, Directory names) {
        return List.of(
                Action.parameterField(set),
                Field.text("value", "to", typed(names.parameter(set)), ""),
                Field.ofRig("other", "or that of", other() == null ? "" : other().key(), Field.Input.OTHER_PARAMETER));
    }

    /** The default of a parameter: what stands there before anything is filled in. */
    static Value standard(Ref.ToParameter of, Directory names) {
        return new Fixed(names.parameter(of).map(Parameter::standard).orElse(0.0));
    }

    /** The value that was filled in for a parameter. */
    static Value filled(Typed typed, Ref.ToParameter set, Directory names) {
        if (typed.text("other").isEmpty()) {
            return new Fixed(typed.real("value", names.parameter(set).orElseThrow()));
        }
        Ref.ToParameter other = Ref.ToParameter.of(typed.text("other"))
                .filter(chosen -> names.parameter(chosen).isPresent())
                .orElseThrow(() -> new Mistake("other", "choose a parameter, or none"));
        if (other.equals(set)) {
            throw new Mistake("other", names.words(set) + " is what is set: choose another parameter, or none");
        }
        return new Same(other);
    }

    /** A value that was typed, in the parameter's unit. */
    record Fixed(double real) implements Value {
        public Fixed {
            if (!Double.isFinite(real)) {
                throw new Mistake("a value is a number");
            }
        }

        @Override
        public String words(Optional<Parameter> parameter, Directory names) {
            return Display.real(real, parameter);
        }

        @Override
        public String typed(Optional<Parameter> parameter) {
            return Display.real(real, parameter);
        }

        @Override
        public List<String> devices(Ref.ToParameter set) {
            return List.of(set.device());
        }

        @Override
        public boolean isLit(Parameter parameter, double position) {
            return Math.abs(position - parameter.position(real)) < NEAR;
        }

        @Override
        public Ref.ToParameter other() {
            return null;
        }
    }

    /** What another parameter stands at, in that one's unit; nothing happens while it is not known. */
    record Same(Ref.ToParameter parameter) implements Value {
        @Override
        public String words(Optional<Parameter> of, Directory names) {
            return "what " + names.words(parameter) + " is at";
        }

        @Override
        public String typed(Optional<Parameter> of) {
            return "";
        }

        @Override
        public List<String> devices(Ref.ToParameter set) {
            return List.of(set.device(), parameter.device());
        }

        @Override
        public boolean isLit(Parameter of, double position) {
            return position >= 0.5;
        }

        @Override
        public Ref.ToParameter other() {
            return parameter;
        }
    }
}
