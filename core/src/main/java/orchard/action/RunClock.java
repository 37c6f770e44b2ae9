package orchard.action;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/** Starts or stops the clock that is made here (MIDI 1.0, system real time). It ticks all the time; whoever hears it plays only when it was started. */
public record RunClock(Way way) implements Action {

    /** What becomes of it. */
    public enum Way {
        /** From the beginning. */
        START("start"),
        STOP("stop"),
        /** From where it was stopped. */
        GO_ON("continue"),
        /** Stopped if it runs, else from the beginning. */
        TURN("start or stop");

        private final String words;

        Way(String words) {
            this.words = words;
        }

        /** It in words. */
        public String words() {
            return words;
        }
    }

    @Override
    public Kind kind() {
        return Kind.CLOCK;
    }

    @Override
    public List<Field> fields(Directory names) {
        Map<String, String> ways = new LinkedHashMap<>();
        for (Way one : Way.values()) {
            ways.put(one.name(), one.words());
        }
        return List.of(Field.choice("way", "what becomes of it", way.name(), ways));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        return new RunClock(typed.oneOf("way", Way.class));
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
        return way.words + " the clock";
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.runClock(this);
    }
}
