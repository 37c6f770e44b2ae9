package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;
import orchard.signal.Message;
import orchard.signal.MessageText;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;

/** Sends a message to a device. */
public record Send(String device, Message message) implements Action {

    /** What a note-off says that has no velocity of its own. */
    private static final int NO_VELOCITY = 64;

    /** What a message looks like. */
    static final Message EXAMPLE = new MidiMessage.ControlChange(1, 20, 64);

    public Send {
        if (message instanceof MidiMessage.NoteOn note && note.velocity() == 0) {
            message = new MidiMessage.NoteOff(
                    note.channel(), note.note(), NO_VELOCITY); // MIDI 1.0: that is what it means
        }
        if (message instanceof MidiMessage midi) {
            midi.bytes(); // a number too large for its byte is said now, and not on stage
        } else if (!(message instanceof OscMessage)) {
            throw new Mistake("message", "what is sent is a MIDI or an OSC message");
        }
    }

    @Override
    public Kind kind() {
        return Kind.SEND;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Action.deviceField(device), Field.text("message", "message", message.words(), EXAMPLE.words()));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        String to = Action.device(typed, names);
        try {
            return new Send(to, MessageText.parse(typed.text("message"), names.noteNames()));
        } catch (MessageText.NotUnderstood e) {
            throw new Mistake("message", e.getMessage());
        }
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        return List.of(device);
    }

    @Override
    public boolean fitsRelease() {
        return true;
    }

    @Override
    public boolean hasDirection() {
        return false;
    }

    @Override
    public String words(Directory names) {
        return "send " + message.words() + " to " + Action.name(device, names);
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return names.device(device).isPresent()
                ? Optional.empty()
                : Optional.of("It sends to a device that is not in the rig (" + device + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.send(this);
    }
}
