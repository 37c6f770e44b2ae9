package orchard.action;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Field;
import orchard.parameter.Span;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * What stands after it comes later.
 *
 * @param seconds 0.001..600
 */
public record Wait(double seconds, double beats, Again again) implements Action {

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
        Span span = Span.checked(seconds, beats, SHORTEST, LONGEST, "a wait lasts between 1 ms and 600 s");
        seconds = span.seconds();
        beats = span.beats();
    }

    /** Some seconds. */
    public Wait(double seconds, Again again) {
        this(seconds, 0, again);
    }

    /** Beside whatever waits already. */
    public Wait(double seconds) {
        this(seconds, Again.BESIDE);
    }

    /** How long it lasts. */
    public Span span() {
        return new Span(seconds, beats);
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
                span().field("seconds", "for", "0.50 s"),
                Field.choice("again", "meanwhile a new one", again.name(), agains));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Span span = Span.typed(typed, "seconds");
        Again chosen = typed.text("again").isEmpty() ? again : typed.oneOf("again", Again.class);
        return new Wait(span.seconds(), span.beats(), chosen);
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
        return "wait " + span().words() + again.behind();
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
