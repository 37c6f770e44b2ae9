package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Sets a parameter to the time between presses, or to how often they come: by its unit, {@code s}, {@code ms} and {@code Hz} as such,
 * any other in beats a minute.
 */
public record Tap(Ref.ToParameter parameter) implements Action {

    /** The most presses that count. */
    public static final int PRESSES = 5;

    /** The longest time between two presses that belong together. */
    public static final double PAUSE_SECONDS = 3;

    /** What a time between two presses is in a unit. */
    public static double real(double seconds, String unit) {
        return switch (unit) {
            case "s" -> seconds;
            case "ms" -> seconds * 1000;
            case "Hz" -> 1 / seconds;
            default -> 60 / seconds;
        };
    }

    /** How long a beat is, in seconds, of what stands in a unit. */
    public static double seconds(double real, String unit) {
        return switch (unit) {
            case "s" -> real;
            case "ms" -> real / 1000;
            case "Hz" -> 1 / real;
            default -> 60 / real;
        };
    }

    @Override
    public Kind kind() {
        return Kind.TAP;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Action.parameterField(parameter));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        return new Tap(Action.chosen(typed, names));
    }

    @Override
    public int memory() {
        return PRESSES;
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return new Tap(other);
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
        return "tap " + names.words(parameter);
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.tap(this);
    }
}
