package orchard.light;

import java.util.List;
import java.util.Optional;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.MidiMessage;

/** A single lamp that listens to a controller, whose value picks a colour from the device's palette. */
public record ControllerLed(int channel, int number, int off, int on) implements LightKind {

    @Override
    public Message message(double value, String text) {
        return new MidiMessage.ControlChange(channel, number, value >= 0.5 ? on : off);
    }

    @Override
    public String words() {
        return "light";
    }

    @Override
    public List<MessageId> ids() {
        return List.of(new MessageId(MessageId.Space.CONTROLLER, channel, number));
    }

    @Override
    public boolean onOff() {
        return true;
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
    public Optional<Lit> lit(Message message) {
        return message instanceof MidiMessage.ControlChange change && change.number() == number
                ? Optional.of(new Lit(change.value(), Motion.STILL))
                : Optional.empty();
    }

    @Override
    public int usual() {
        return on;
    }

    @Override
    public Optional<Message> colour(int index) {
        return Optional.of(new MidiMessage.ControlChange(channel, number, index));
    }
}
