package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Plays a note on a device for as long as the control is down, as hard as that is struck: the first control of the mapping plays the first note, the second the next
 * one, and so on by semitones.
 *
 * @param channel 1–16
 * @param first the note of the first control, 0–127
 */
public record PlayNotes(String device, int channel, int first) implements Action {

    /** The highest note there is. */
    public static final int HIGHEST = 127;

    public PlayNotes {
        if (channel < 1 || channel > 16) {
            throw new Mistake("channel", "Channel " + channel + " is not in 1–16");
        }
        if (first < 0 || first > HIGHEST) {
            throw new Mistake("first", "Note " + first + " is not in 0–127");
        }
    }

    @Override
    public Kind kind() {
        return Kind.PLAY;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(
                Action.deviceField(device),
                Field.number("channel", "channel", channel, "1"),
                Field.text(
                        "first",
                        "from",
                        names.noteNames().name(first),
                        names.noteNames().name(60)));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        String to = Action.device(typed, names);
        double on = typed.number("channel");
        if (on != Math.rint(on)) {
            throw new Mistake("channel", "Channels are whole numbers, 1–16");
        }
        return new PlayNotes(
                to,
                (int) on,
                names.noteNames()
                        .note(typed.text("first"))
                        .orElseThrow(() -> new Mistake(
                                "first", "“" + typed.text("first") + "” is no note: type one as C3 or 48")));
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
        return false;
    }

    @Override
    public boolean hasDirection() {
        return false;
    }

    @Override
    public String words(Directory names) {
        return "play notes from %s on, one for each, on %s, ch %d"
                .formatted(names.noteNames().name(first), Action.name(device, names), channel);
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        Optional<Device> on = names.device(device);
        if (on.isEmpty()) {
            return Optional.of("It plays on a device that is not in the rig (" + device + ").");
        }
        if (!on.get().seat().wire().midi()) {
            return Optional.of("It plays notes on " + on.get().name() + ", which does not speak MIDI.");
        }
        return first + controls - 1 <= HIGHEST
                ? Optional.empty()
                : Optional.of("It has more keys than there are notes from %s on."
                        .formatted(names.noteNames().name(first)));
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.playNotes(this);
    }
}
