package orchard.light;

import java.util.List;
import java.util.Optional;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.MidiMessage;
import orchard.signal.Resolution;

/** A ring, motor or counter that is put in place by a controller 0–127. */
public record Ring(int channel, int number) implements LightKind {

    @Override
    public Message message(double value, String text) {
        return new MidiMessage.ControlChange(channel, number, Resolution.number(value, 7));
    }

    @Override
    public String words() {
        return "ring";
    }

    @Override
    public List<MessageId> ids() {
        return List.of(new MessageId(MessageId.Space.CONTROLLER, channel, number));
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
        return true;
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
