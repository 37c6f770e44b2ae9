package orchard.mapping;

import orchard.gear.Ref;

/** Where an action takes its value from. */
public sealed interface Value {

    /** A value that was typed, in the parameter's unit. */
    record Fixed(double real) implements Value {
        public Fixed {
            if (!Double.isFinite(real)) {
                throw new IllegalArgumentException("a value is a number");
            }
        }
    }

    /** What another parameter stands at, in that one's unit; nothing happens while it is not known. */
    record Same(Ref.ToParameter parameter) implements Value {}
}
