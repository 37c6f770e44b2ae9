package orchard.trigger;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;

/**
 * A parameter moves, from whichever side: at all, or past a value. What is known for the first time has not moved.
 *
 * @param real the value, in its unit; not used where it only changes
 */
public record ValueMoves(Ref.ToParameter parameter, Way way, double real) implements Trigger {

    /** How a value moves. */
    public enum Way {
        CHANGES("changes"),
        RISES("rises above"),
        FALLS("falls below"),
        REACHES("comes to"),
        LEAVES("goes away from");

        private final String words;

        Way(String words) {
            this.words = words;
        }

        /** How it reads before the value. */
        public String words() {
            return words;
        }

        /**
         * Whether a move from one position to another is meant.
         *
         * @param value the position it is measured against
         * @param near how near is there
         */
        public boolean isMeant(double before, double now, double value, double near) {
            boolean wasThere = Math.abs(before - value) <= near;
            boolean isThere = Math.abs(now - value) <= near;
            return switch (this) {
                case CHANGES -> before != now;
                case RISES -> before <= value && now > value;
                case FALLS -> before >= value && now < value;
                case REACHES -> !wasThere && isThere;
                case LEAVES -> wasThere && !isThere;
            };
        }
    }

    public ValueMoves {
        real = way == Way.CHANGES ? 0 : real;
        if (!Double.isFinite(real)) {
            throw new Mistake("value", "a value is a number");
        }
    }

    @Override
    public Kind kind() {
        return Kind.VALUE;
    }

    @Override
    public List<Field> fields(Directory names) {
        Map<String, String> ways = new LinkedHashMap<>();
        for (Way one : Way.values()) {
            ways.put(one.name(), one.words());
        }
        return List.of(
                Field.ofRig("parameter", "Parameter", parameter.key(), Field.Input.PARAMETER),
                Field.choice("way", "", way.name(), ways),
                Field.text("value", "", way == Way.CHANGES ? "" : Display.real(real, names.parameter(parameter)), ""));
    }

    @Override
    public Trigger filled(Typed typed, Directory names) {
        Ref.ToParameter chosen = Ref.ToParameter.of(typed.text("parameter"))
                .filter(one -> names.parameter(one).isPresent())
                .orElseThrow(() -> new Mistake("parameter", "choose a parameter"));
        Way how = typed.oneOf("way", Way.class);
        Parameter of = names.parameter(chosen).orElseThrow();
        return new ValueMoves(chosen, how, how == Way.CHANGES ? 0 : typed.real("value", of));
    }

    @Override
    public List<String> devices() {
        return List.of(parameter.device());
    }

    @Override
    public String words(Directory names) {
        return names.words(parameter) + " " + way.words()
                + (way == Way.CHANGES ? "" : " " + Display.real(real, names.parameter(parameter)));
    }

    @Override
    public Optional<String> fault(Directory names) {
        return names.parameter(parameter).isPresent()
                ? Optional.empty()
                : Optional.of("It waits for a value that is not there (" + names.words(parameter) + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.valueMoves(this);
    }
}
