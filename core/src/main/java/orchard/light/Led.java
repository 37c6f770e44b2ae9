package orchard.light;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Optional;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.MidiMessage;

/**
 * A single lamp: note-on whose velocity picks a colour from the device's palette.
 *
 * @param blinking the channel on which the same note makes it blink, 1–16; 0 if it cannot
 * @param breathing the channel on which it breathes
 */
public record Led(
        int channel,
        int note,
        int off,
        int on,
        @JsonInclude(JsonInclude.Include.NON_DEFAULT) int blinking,
        @JsonInclude(JsonInclude.Include.NON_DEFAULT) int breathing)
        implements LightKind {

    /** A lamp that only stands still. */
    public Led(int channel, int note, int off, int on) {
        this(channel, note, off, on, 0, 0);
    }

    @Override
    public Message message(double value, String text) {
        return new MidiMessage.NoteOn(channel, note, value >= 0.5 ? on : off);
    }

    @Override
    public String words() {
        return "light";
    }

    @Override
    public List<MessageId> ids() {
        return List.of(new MessageId(MessageId.Space.NOTE, channel, note));
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
    public Optional<Message> colour(int index) {
        return Optional.of(new MidiMessage.NoteOn(channel, note, index));
    }

    @Override
    public Optional<Message> moving(int index, Motion motion) {
        int on = motion == Motion.BLINKING ? blinking : motion == Motion.BREATHING ? breathing : 0;
        return on == 0 ? Optional.empty() : Optional.of(new MidiMessage.NoteOn(on, note, index));
    }

    @Override
    public Optional<Lit> lit(Message message) {
        return message instanceof MidiMessage.NoteOn on && on.note() == note
                ? Optional.of(new Lit(
                        on.velocity(),
                        on.channel() == channel || on.velocity() == off
                                ? Motion.STILL
                                : on.channel() == blinking ? Motion.BLINKING : Motion.BREATHING))
                : Optional.empty();
    }

    @Override
    public int usual() {
        return on;
    }
}
