package orchard.layout;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.mistake.Mistake;

/**
 * A surface on which fingers go in two directions. The second finger has {@code x2} and {@code y2}, and so on.
 *
 * @param fingers how many it tells apart, 1 to {@value #MOST}
 * @param returns whether it goes back to its middle when a finger leaves
 */
public record Field(int fingers, boolean returns) implements Face {

    /** The most fingers that are told apart. */
    public static final int MOST = 5;

    public Field {
        fingers = Math.max(1, Math.min(MOST, fingers));
    }

    @Override
    public Kind kind() {
        return Kind.FIELD;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        List<Dimension> all = new ArrayList<>();
        for (int finger = 1; finger <= fingers; finger++) {
            String number = finger == 1 ? "" : String.valueOf(finger);
            all.add(Face.more("x" + number, id));
            all.add(Face.more("y" + number, id));
        }
        all.add(Face.touch(id));
        return all;
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.of(Control.Kind.XY);
    }

    @Override
    public List<String> shows(String id) {
        return places().map(place -> id + "." + place).toList();
    }

    @Override
    public List<Rest> rests() {
        return returns ? places().map(place -> new Rest(place, 0.5)).toList() : List.of();
    }

    private Stream<String> places() {
        return dimensions("").stream().map(Dimension::name).filter(name -> !name.equals(Dimension.TOUCH));
    }

    @Override
    public List<Phrase> phrases() {
        List<Phrase.Option> counts = IntStream.rangeClosed(1, MOST)
                .mapToObj(n -> new Phrase.Option(String.valueOf(n), n == 1 ? "one finger" : n + " fingers"))
                .toList();
        return List.of(
                new Phrase("It tells", "fingers", String.valueOf(fingers), counts),
                Phrase.either("apart, and", "returns", returns, "goes back to the middle", "stays where they left it"));
    }

    @Override
    public Field with(String phrase, String value) {
        boolean counts = phrase.equals("fingers");
        if (counts && !value.matches("\\d")) {
            throw new Mistake(phrase, "“" + value + "” cannot stand there");
        }
        return new Field(
                counts ? Integer.parseInt(value) : fingers, phrase.equals("returns") ? value.equals("true") : returns);
    }
}
