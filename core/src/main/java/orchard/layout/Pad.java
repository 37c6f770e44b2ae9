package orchard.layout;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;

/**
 * Something that is hit. It tells how hard, and how hard it is pressed where the screen tells that.
 *
 * @param velocity what says how hard it is hit
 * @param places whether it tells where on it the finger is
 * @param returns whether where the finger was is left when it leaves
 */
public record Pad(Velocity velocity, boolean places, boolean returns) implements Face {

    /** What says how hard a pad is hit. */
    public enum Velocity {
        /** Where it is hit: at the top hardest. */
        HEIGHT("where it is hit, at the top hardest"),
        /** How large the contact is, where the screen tells that; else as by height. */
        CONTACT("how much of the finger lies on it"),
        /** Nothing: always as hard as can be. */
        FULL("nothing, always full");

        private final String words;

        Velocity(String words) {
            this.words = words;
        }

        /** In words. */
        public String words() {
            return words;
        }
    }

    @Override
    public Kind kind() {
        return Kind.PAD;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        List<Dimension> all = new ArrayList<>(List.of(Face.number("velocity", id), Face.more("pressure", id)));
        if (places) {
            all.add(Face.more("x", id));
            all.add(Face.more("y", id));
        }
        return all;
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.of(Control.Kind.PAD);
    }

    @Override
    public List<String> shows(String id) {
        return places ? List.of(id, id + ".x", id + ".y") : List.of(id);
    }

    @Override
    public List<Rest> rests() {
        return places && returns ? List.of(new Rest("x", 0.5), new Rest("y", 0.5)) : List.of();
    }

    @Override
    public List<Phrase> phrases() {
        return List.of(
                Phrase.of("How hard it is hit is told by", "velocity", velocity, Velocity.values(), Velocity::words),
                Phrase.either(
                        "; it", "places", places, "tells where the finger is", "does not tell where the finger is"),
                Phrase.either(", and the place", "returns", returns, "goes back to the middle", "stays"));
    }

    @Override
    public Pad with(String phrase, String value) {
        return new Pad(
                phrase.equals("velocity") ? Phrase.chosen(Velocity.class, phrase, value) : velocity,
                phrase.equals("places") ? value.equals("true") : places,
                phrase.equals("returns") ? value.equals("true") : returns);
    }
}
