package orchard.light;

import com.fasterxml.jackson.annotation.JsonTypeName;
import java.util.List;
import java.util.Optional;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.TouchMessage;

/** An element of one of Orchard's layouts: position and text together. */
@JsonTypeName("Element")
public record Drawn(String element) implements LightKind {

    @Override
    public Message message(double value, String text) {
        return new TouchMessage(element, value, text);
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
