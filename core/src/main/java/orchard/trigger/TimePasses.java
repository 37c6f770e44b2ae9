package orchard.trigger;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.parameter.Field;
import orchard.parameter.Span;
import orchard.parameter.Typed;

/**
 * Time passes, over and over.
 *
 * @param seconds from one time to the next, {@value #SHORTEST}..{@value #LONGEST}
 */
public record TimePasses(double seconds, double beats) implements Trigger {

    /** More often than this nobody can follow. */
    public static final double SHORTEST = 0.05;

    /** A day. */
    public static final double LONGEST = 86_400;

    public TimePasses {
        Span span = Span.checked(
                seconds, beats, SHORTEST, LONGEST, "what happens every so often happens every 0.05 s to 86,400 s");
        seconds = span.seconds();
        beats = span.beats();
    }

    /** Every so many seconds. */
    public TimePasses(double seconds) {
        this(seconds, 0);
    }

    /** How often. */
    public Span span() {
        return new Span(seconds, beats);
    }

    @Override
    public Kind kind() {
        return Kind.TIME;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(span().field("seconds", "every", "1.00 s"));
    }

    @Override
    public Trigger filled(Typed typed, Directory names) {
        Span span = Span.typed(typed, "seconds");
        return new TimePasses(span.seconds(), span.beats());
    }

    @Override
    public String words(Directory names) {
        return span().words() + " have passed";
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
