package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;

/** A column that shows how far something is on its way.
 *
 * @param direction in which it grows */
public record Meter(Fader.Direction direction) implements Face {

    @Override
    public Kind kind() {
        return Kind.METER;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of();
    }

    @Override
    public boolean follows() {
        return true;
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.empty();
    }

    @Override
    public List<Phrase> phrases() {
        return List.of(Phrase.of("It grows", "direction", direction, Fader.Direction.values(), Fader.Direction::words));
    }

    @Override
    public Meter with(String phrase, String value) {
        return new Meter(Phrase.chosen(Fader.Direction.class, phrase, value));
    }
}
