package orchard.light;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Optional;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.MidiMessage;
import orchard.signal.Resolution;

/**
 * A ring, motor or counter that is put in place by a controller 0–127.
 *
 * @param step how far apart the controllers lie that draw it as a dot, filled, from the middle and both ways; 0 if there is one way only
 */
public record Ring(
        int channel,
        int number,
        @JsonInclude(JsonInclude.Include.NON_DEFAULT) int step) implements LightKind {

    /** One that is drawn in one way. */
    public Ring(int channel, int number) {
        this(channel, number, 0);
    }

    @Override
    public List<Sweep> sweeps() {
        return step == 0 ? List.of() : List.of(Sweep.values());
    }

    @Override
    public Message drawn(double value, Sweep sweep) {
        return new MidiMessage.ControlChange(channel, number + step * sweep.ordinal(), Resolution.number(value, 7));
    }

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
        return step == 0
                ? List.of(new MessageId(MessageId.Space.CONTROLLER, channel, number))
                : sweeps().stream()
                        .map(sweep ->
                                new MessageId(MessageId.Space.CONTROLLER, channel, number + step * sweep.ordinal()))
                        .toList();
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
