package orchard.action;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
public record Wait(double seconds, Again again) implements Action {

    /** What becomes of it when the same case is set off once more before it is over. */
    public enum Again {
        /** Both go on, side by side. */
        BESIDE("goes on beside it", ""),
        /** What waits is forgotten, and all of it begins once more. */
        ANEW("begins anew", " while a new one begins anew"),
        /** Only what waits goes on. */
        IGNORED("is ignored", " while a new one is ignored"),
        /** The new one begins when this one has ended. */
        AFTER("comes after it", " while a new one comes after it");

        private final String words;
        private final String behind;

        Again(String words, String behind) {
            this.words = words;
            this.behind = behind;
        }

        /** How it reads behind “a new one”. */
        public String words() {
            return words;
        }

        /** How it reads behind the wait; "" for what goes without saying. */
        public String behind() {
            return behind;
        }
    }

    private static final double SHORTEST = 0.001;
    private static final double LONGEST = 600;

    public Wait {
        again = again == null ? Again.BESIDE : again; // as it was before it could be said
        if (!(seconds >= SHORTEST && seconds <= LONGEST)) {
            throw new Mistake("a wait lasts between 1 ms and 600 s");
        }
    }

    /** Beside whatever waits already. */
    public Wait(double seconds) {
        this(seconds, Again.BESIDE);
    }

    @Override
    public Kind kind() {
        return Kind.WAIT;
    }

    @Override
    public List<Field> fields(Directory names) {
        Map<String, String> agains = new LinkedHashMap<>();
        for (Again one : Again.values()) {
            agains.put(one.name(), one.words());
        }
        return List.of(
                Field.seconds("seconds", "for", seconds, "0.50 s"),
                Field.choice("again", "meanwhile a new one", again.name(), agains));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        double typedSeconds = typed.seconds("seconds");
        if (!(typedSeconds >= SHORTEST && typedSeconds <= LONGEST)) {
            throw new Mistake("seconds", "a wait lasts between 1 ms and 600 s");
        }
        return new Wait(typedSeconds, typed.oneOf("again", Again.class));
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
        return "wait " + Display.text(seconds, "s") + again.behind();
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
