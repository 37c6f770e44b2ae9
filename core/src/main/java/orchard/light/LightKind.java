package orchard.light;

import java.util.List;
import java.util.Optional;
import orchard.signal.Message;
import orchard.signal.MessageId;

/** What a light can show and the message that makes it show that. */
public sealed interface LightKind permits Led, ControllerLed, Ring, Mark, Motor, Letters, Drawn {

    /** The message that shows a value (0..1) and its text; each kind takes what it can show. */
    Message message(double value, String text);

    /** The message that shows that it answers nothing, if it {@link #goesDark() can}. */
    default Message dark(String text) {
        return message(0, text);
    }

    /** In which ways it can draw a place; none if it has one way only. */
    default List<Sweep> sweeps() {
        return List.of();
    }

    /**
     * The message that draws a place.
     *
     * @param sweep one of {@link #sweeps()}
     */
    default Message drawn(double value, Sweep sweep) {
        return message(value, "");
    }

    /** The message that shows that nobody knows the value, where it can show that; with a text in its place. */
    default Optional<Message> unknown(String text) {
        return Optional.empty();
    }

    /** What a performer calls it in a sentence: “show its value on Knob 3's <em>display</em>”. */
    String words();

    /** What names its messages on the wire; empty where nobody else could take them. */
    List<MessageId> ids();

    /** Whether it shows on and off rather than a place on a way. */
    boolean onOff();

    /** Whether it can show that it answers nothing. */
    boolean goesDark();

    /** Whether it shows where a control stands, so that the control needs no picking up. */
    boolean putsControl();

    /** Whether a hand on its control puts it elsewhere than Orchard did. */
    boolean standsWithHand();

    /** Whether it moves its control under the hand. */
    boolean pushes();

    /** How many letters it shows, 0 for none. */
    int letters();

    /** The message that shows a colour of the device's palette, 0–127, if it has colours. */
    Optional<Message> colour(int index);

    /** The message that shows a colour and lets the lamp move by itself, if the device can do that. */
    default Optional<Message> moving(int index, Motion motion) {
        return Optional.empty();
    }

    /** Whether it can be lit in any colour at all: a lamp, or what is drawn. */
    default boolean shines() {
        return onOff();
    }

    /**
     * The message that shows a value in a colour that needs no palette; empty for what has one, or none.
     *
     * @param rgb as {@code #rrggbb}
     * @param brightness of it, 0..1
     */
    default Optional<Message> drawn(double value, String text, String rgb, double brightness, Motion motion) {
        return Optional.empty();
    }

    /** The colour a message shows on it, and how that moves; empty if the message is not about it, or it has no colours. */
    default Optional<Lit> lit(Message message) {
        return Optional.empty();
    }

    /**
     * A lamp that shows a colour.
     *
     * @param index what is sent for the colour; 0 or whatever is sent for dark
     */
    record Lit(int index, Motion motion) {}

    /** The index of the colour in which it is lit where no other is wanted; 0 if it has no colours. */
    default int usual() {
        return 0;
    }
}
