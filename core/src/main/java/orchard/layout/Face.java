package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.mistake.Mistake;
import orchard.signal.MessagePattern;

/**
 * What an element is: how fingers move it, what it sends and what it shows. The messages of an element's first number have its id, those of any other the
 * id with a dot and the number's name after it.
 */
public sealed interface Face
        permits Fader,
                Knob,
                Button,
                Pad,
                Field,
                Wheel,
                Choices,
                Tap,
                Words,
                Reading,
                Meter,
                Lamp,
                Clock,
                Tabs,
                Keys,
                Tilt,
                Strips {

    /** Under what it is stored, and what people call it. */
    Kind kind();

    /** What it sends, the first one first; none if no finger moves it. */
    List<Dimension> dimensions(String id);

    /** What it is among the controls of a device; empty if no finger moves it. */
    Optional<Control.Kind> hand();

    /** What fingers move of an element that is this, as controls of the device that its layout is: nearly always one, or none. */
    default List<Control> controls(Element element) {
        return hand().stream()
                .map(hand -> new Control(
                        element.id(),
                        element.name(),
                        hand,
                        dimensions(element.id()),
                        element.box().face()))
                .toList();
    }

    /** What it shows: the element itself by its id, and the numbers that are shown each for itself by their parts. */
    default List<String> shows(String id) {
        return List.of(id);
    }

    /** The id of the control that a part that shows something sits on; "" for none. */
    default String control(String id, String part) {
        return hand().isPresent() ? id : "";
    }

    /** Where numbers go when the last finger leaves, by their names; those that are not named stay. */
    default List<Rest> rests() {
        return List.of();
    }

    /** Whether it shows something that it was told to follow, and not what fingers set. */
    default boolean follows() {
        return false;
    }

    /** What a person may choose of it, in the order of the sentence. */
    default List<Phrase> phrases() {
        return List.of();
    }

    /**
     * The same with another choice in a phrase.
     *
     * @throws Mistake if that cannot stand there
     */
    default Face with(String phrase, String value) {
        throw new Mistake(phrase, "There is nothing to choose");
    }

    /**
     * Where a number goes when it is let go.
     *
     * @param part of its messages
     * @param at 0..1
     */
    record Rest(String part, double at) {}

    /** A number that an element sends. */
    static Dimension number(String name, String id) {
        return new Dimension(name, new MessagePattern.Touch(id));
    }

    /** Another number that it sends. */
    static Dimension more(String name, String id) {
        return number(name, id + "." + name);
    }

    /** Whether a finger is on it. */
    static Dimension touch(String id) {
        return more(Dimension.TOUCH, id);
    }
}
