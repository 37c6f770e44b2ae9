package orchard.signal;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Locale;

/**
 * What a touch layout says and hears. Inwards: a finger moved an element. Outwards: what the element has to show.
 *
 * @param element id of the element on its layout
 * @param value position 0..1, 0 at the bottom; how far it went, −1..1, for what has no ends
 * @param text what stands beside it, empty on the way in
 * @param look its colour as {@code #rrggbbaa} and perhaps how that moves: {@code #d0402fff blinking}; "" for its own
 */
public record TouchMessage(
        String element,
        double value,
        String text,
        @JsonInclude(JsonInclude.Include.NON_EMPTY) String look) implements Message {

    public TouchMessage {
        look = look == null ? "" : look;
    }

    /** In its own colour. */
    public TouchMessage(String element, double value, String text) {
        this(element, value, text, "");
    }

    @Override
    public String words() {
        return text.isEmpty() && look.isEmpty()
                ? String.format(Locale.ROOT, "touch %s = %.3f", element, value)
                : String.format(Locale.ROOT, "show %s = %.3f “%s” %s", element, value, text, look)
                        .strip();
    }

    @Override
    public String subject() {
        return "touch " + element;
    }
}
