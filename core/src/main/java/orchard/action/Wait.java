package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * What stands after it comes later.
 *
 * @param seconds 0.001..600
 */
public record Wait(double seconds) implements Action {

    private static final double SHORTEST = 0.001;
    private static final double LONGEST = 600;

    public Wait {
        if (!(seconds >= SHORTEST && seconds <= LONGEST)) {
            throw new Mistake("a wait lasts between 1 ms and 600 s");
        }
    }

    @Override
    public Kind kind() {
        return Kind.WAIT;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Field.seconds("seconds", "for", seconds, "0.50 s"));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        double typedSeconds = typed.seconds("seconds");
        if (!(typedSeconds >= SHORTEST && typedSeconds <= LONGEST)) {
            throw new Mistake("seconds", "a wait lasts between 1 ms and 600 s");
        }
        return new Wait(typedSeconds);
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        return List.of();
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
        return "wait " + Display.text(seconds, "s");
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.wait(this);
    }
}
