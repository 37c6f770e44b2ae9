package orchard.layout;

import java.util.List;
import java.util.Locale;

/** The kinds of elements, as they are stored. */
public enum Kind {
    FADER("fader", 3, 8, 1, 3, new Fader(Fader.Direction.UP, false, Fader.Drag.RELATIVE)),
    LABEL("word", 6, 2, 1, 1, new Words()),
    KNOB("knob", 4, 4, 2, 2, new Knob(false)),
    BUTTON("button", 4, 3, 1, 1, new Button(false, Button.Sign.NONE)),
    PAD("pad", 5, 5, 2, 2, new Pad(Pad.Velocity.HEIGHT, false, true)),
    FIELD("field", 8, 7, 3, 3, new Field(1, false)),
    WHEEL("wheel", 6, 6, 3, 3, new Wheel()),
    CHOICES("choices", 10, 3, 3, 1, new Choices(false)),
    LIST("list", 7, 9, 3, 3, new Choices(true)),
    TAP("tap", 4, 3, 1, 1, new Tap()),
    VALUE("value", 5, 2, 1, 1, new Reading()),
    METER("meter", 2, 8, 1, 2, new Meter(Fader.Direction.UP)),
    LAMP("lamp", 2, 2, 1, 1, new Lamp()),
    CLOCK("clock", 6, 2, 2, 1, new Clock(Clock.Shows.DAY, 0)),
    KEYS("keys", 32, 7, 8, 4, new Keys(48, 84, Keys.Strike.FRONT, true)),
    TILT("tilt", 6, 6, 2, 2, new Tilt()),
    PAGES("pages", 16, 2, 4, 1, new Tabs()),
    STRIPS("row", 32, 16, 1, 1, new Strips("", 8, List.of(), List.of()));

    private final String words;
    private final int width;
    private final int height;
    private final int leastWidth;
    private final int leastHeight;
    private final Face plain;

    Kind(String words, int width, int height, int leastWidth, int leastHeight, Face plain) {
        this.words = words;
        this.width = width;
        this.height = height;
        this.leastWidth = leastWidth;
        this.leastHeight = leastHeight;
        this.plain = plain;
    }

    /** What people call one. */
    public String words() {
        return words;
    }

    /** What one is called when nobody gave it a name, with a number after it. */
    public String noun() {
        return words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1);
    }

    /** A box of the size that one has when nobody chose another. */
    public Box usual(int x, int y) {
        return new Box(x, y, width, height);
    }

    /** The smallest one of a tall arrangement in which everything that fingers meet is large enough. */
    Box leastTall() {
        return new Box(0, 0, leastWidth, leastHeight);
    }

    /** One as it is when nobody chose anything. */
    public Face plain() {
        return plain;
    }
}
