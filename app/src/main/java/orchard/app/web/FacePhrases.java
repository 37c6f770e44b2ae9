package orchard.app.web;

import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import orchard.layout.Button;
import orchard.layout.Choices;
import orchard.layout.Face;
import orchard.layout.Fader;
import orchard.layout.Field;
import orchard.layout.Knob;
import orchard.layout.Meter;
import orchard.layout.Pad;
import orchard.mistake.Mistake;

/** What an element is, as a sentence with phrases that are chosen anew where they stand. */
final class FacePhrases {

    private FacePhrases() {}

    /**
     * A phrase of the sentence.
     *
     * @param before plain words before it
     * @param name by which it is changed
     * @param value what is chosen
     */
    record Phrase(String before, String name, String value, List<Option> options) {}

    /** What may stand there. */
    record Option(String value, String words) {}

    /** What a person may choose of an element, in the order of the sentence. */
    static List<Phrase> of(Face face) {
        if (face instanceof Fader fader) {
            return List.of(
                    phrase("It grows", "direction", fader.direction(), Fader.Direction.values(), d -> d.words()),
                    yes("and is drawn", "middle", fader.middle(), "from its middle", "from its end"),
                    phrase("; a finger takes it", "drag", fader.drag(), Fader.Drag.values(), d -> d.words()));
        } else if (face instanceof Knob knob) {
            return List.of(yes("It", "endless", knob.endless(), "turns without ends", "turns from end to end"));
        } else if (face instanceof Button button) {
            return List.of(
                    yes("It is", "toggles", button.toggles(), "switched by each press", "on while it is held"),
                    phrase("and is drawn with", "sign", button.sign(), Button.Sign.values(), FacePhrases::sign));
        } else if (face instanceof Pad pad) {
            return List.of(
                    phrase(
                            "How hard it is hit is told by",
                            "velocity",
                            pad.velocity(),
                            Pad.Velocity.values(),
                            v -> v.words()),
                    yes(
                            "; it",
                            "places",
                            pad.places(),
                            "tells where the finger is",
                            "does not tell where the finger is"),
                    yes(", and the place", "returns", pad.returns(), "goes back to the middle", "stays"));
        } else if (face instanceof Field field) {
            List<Option> counts = List.of(1, 2, 3, 4, 5).stream()
                    .map(n -> new Option(String.valueOf(n), n == 1 ? "one finger" : n + " fingers"))
                    .toList();
            return List.of(
                    new Phrase("It tells", "fingers", String.valueOf(field.fingers()), counts),
                    yes(
                            "apart, and",
                            "returns",
                            field.returns(),
                            "goes back to the middle",
                            "stays where they left it"));
        } else if (face instanceof Choices choices) {
            return List.of(yes("Its values stand", "scrolls", choices.scrolls(), "in a list", "side by side"));
        } else if (face instanceof Meter meter) {
            return List.of(
                    phrase("It grows", "direction", meter.direction(), Fader.Direction.values(), d -> d.words()));
        }
        return List.of();
    }

    /**
     * The same with another choice in a phrase.
     *
     * @throws Mistake if that cannot stand there
     */
    static Face with(Face face, String name, String value) {
        try {
            if (face instanceof Fader f) {
                return new Fader(
                        name.equals("direction") ? Fader.Direction.valueOf(value) : f.direction(),
                        name.equals("middle") ? on(value) : f.middle(),
                        name.equals("drag") ? Fader.Drag.valueOf(value) : f.drag());
            } else if (face instanceof Knob) {
                return new Knob(on(value));
            } else if (face instanceof Button b) {
                return new Button(
                        name.equals("toggles") ? on(value) : b.toggles(),
                        name.equals("sign") ? Button.Sign.valueOf(value) : b.sign());
            } else if (face instanceof Pad p) {
                return new Pad(
                        name.equals("velocity") ? Pad.Velocity.valueOf(value) : p.velocity(),
                        name.equals("places") ? on(value) : p.places(),
                        name.equals("returns") ? on(value) : p.returns());
            } else if (face instanceof Field f) {
                return new Field(
                        name.equals("fingers") ? Integer.parseInt(value) : f.fingers(),
                        name.equals("returns") ? on(value) : f.returns());
            } else if (face instanceof Choices) {
                return new Choices(on(value));
            } else if (face instanceof Meter) {
                return new Meter(Fader.Direction.valueOf(value));
            }
        } catch (IllegalArgumentException e) {
            throw new Mistake(name, "“" + value + "” cannot stand there");
        }
        throw new Mistake(name, "There is nothing to choose");
    }

    private static boolean on(String value) {
        return value.equals("true");
    }

    private static Phrase yes(String before, String name, boolean value, String yes, String no) {
        return new Phrase(
                before, name, String.valueOf(value), List.of(new Option("true", yes), new Option("false", no)));
    }

    private static <E extends Enum<E>> Phrase phrase(
            String before, String name, E value, E[] all, Function<E, String> words) {
        return new Phrase(
                before,
                name,
                value.name(),
                Arrays.stream(all)
                        .map(e -> new Option(e.name(), words.apply(e)))
                        .toList());
    }

    private static String sign(Button.Sign sign) {
        return switch (sign) {
            case NONE -> "words alone";
            case LEFT -> "an arrow to the left";
            case RIGHT -> "an arrow to the right";
            case UP -> "an arrow up";
            case DOWN -> "an arrow down";
        };
    }
}
