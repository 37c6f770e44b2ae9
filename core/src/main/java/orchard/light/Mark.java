package orchard.light;

import java.util.List;
import java.util.Optional;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.MidiMessage;

/** A second mark on a ring: a controller puts it in place by 1–127, and 0 takes it off. */
public record Mark(int channel, int number) implements LightKind {

    private static final int WAY = 126;

    @Override
    public Message message(double value, String text) {
        return new MidiMessage.ControlChange(channel, number, 1 + (int) Math.rint(value * WAY));
    }

    @Override
    public Message dark(String text) {
        return new MidiMessage.ControlChange(channel, number, 0);
    }

    @Override
    public String words() {
        return "mark";
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
        return true;
    }

    @Override
    public boolean putsControl() {
        return false;
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
