package orchard.light;

import java.util.List;
import java.util.Optional;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.MidiMessage;
import orchard.signal.Resolution;

/** A motor that moves a fader, by pitch bend of 14 bit. */
public record Motor(int channel) implements LightKind {

    @Override
    public Message message(double value, String text) {
        return new MidiMessage.PitchBend(channel, Resolution.number(value, 14));
    }

    @Override
    public String words() {
        return "motor";
    }

    @Override
    public List<MessageId> ids() {
        return List.of(new MessageId(MessageId.Space.BEND, channel, 0));
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
        return true;
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
