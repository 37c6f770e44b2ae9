package orchard.trigger;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/**
 * Time passes, over and over.
 *
 * @param seconds from one time to the next, {@value #SHORTEST}..{@value #LONGEST}
 */
public record TimePasses(double seconds) implements Trigger {

    /** More often than this nobody can follow. */
    public static final double SHORTEST = 0.05;

    /** A day. */
    public static final double LONGEST = 86_400;

    public TimePasses {
        if (!(seconds >= SHORTEST && seconds <= LONGEST)) {
            throw new Mistake("seconds", "what happens every so often happens every 0.05 s to 86,400 s");
        }
    }

    @Override
    public Kind kind() {
        return Kind.TIME;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Field.seconds("seconds", "every", seconds, "1.00 s"));
    }

    @Override
    public Trigger filled(Typed typed, Directory names) {
        return new TimePasses(typed.seconds("seconds"));
    }

    @Override
    public String words(Directory names) {
        return Display.text(seconds, "s") + " have passed";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.timePasses(this);
    }
}
