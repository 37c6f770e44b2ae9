package orchard.light;

import com.fasterxml.jackson.annotation.JsonTypeName;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.TouchMessage;

/** An element of one of Orchard's layouts: position and text together. */
@JsonTypeName("Element")
public record Drawn(String element) implements LightKind {

    /** So faint may a colour be that is to be seen. */
    private static final double FLOOR = 0.15;

    @Override
    public Message message(double value, String text) {
        return new TouchMessage(element, value, text);
    }

    @Override
    public boolean shines() {
        return true;
    }

    @Override
    public Optional<Message> drawn(double value, String text, String rgb, double brightness, Motion motion) {
        int alpha = (int) Math.rint(255 * Math.max(FLOOR, brightness));
        String look = (rgb + HexFormat.of().toHexDigits((byte) alpha) + " " + motion.words()).strip();
        return Optional.of(new TouchMessage(element, value, text, look));
    }

    @Override
    public Optional<Message> unknown(String text) {
        return Optional.of(new TouchMessage(element, Double.NaN, text));
    }

    @Override
    public String words() {
        return "face";
    }

    @Override
    public List<MessageId> ids() {
        return List.of();
    }

    @Override
    public boolean onOff() {
        return false;
    }

    @Override
    public boolean goesDark() {
        return false;
    }

    @Override
    public boolean putsControl() {
        return true;
    }

    @Override
    public boolean standsWithHand() {
        return false;
    }

    @Override
    public boolean pushes() {
        return false;
    }

    @Override
    public int letters() {
        return 0;
    }

    @Override
    public Optional<Message> colour(int index) {
        return Optional.empty();
    }
}
