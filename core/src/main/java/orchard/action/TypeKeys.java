package orchard.action;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.gear.Wire;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;
import orchard.signal.Keystrokes;
import orchard.signal.Typing;

/**
 * Types keys into a program that hears nothing else.
 *
 * @param device the desktop that is typed on
 * @param times how often, 1–1,000
 * @param within how long is waited for a window, in seconds
 * @param back whether the window that was in front comes back
 */
public record TypeKeys(String device, Keystrokes keys, int times, double within, boolean back) implements Action {

    /** So long is waited for a window if nothing else is said, in seconds. */
    public static final double WITHIN = 2;

    /** What keys look like. */
    static final Keystrokes EXAMPLE = Keystrokes.of("window “Tracks”, ctrl+t");

    public TypeKeys {
        new Typing("", 0, keys, times, within, back); // what cannot be typed is said now, and not on stage
    }

    /**
     * What the desktop is told.
     *
     * @param position the value that set it off, 0–1
     * @param heard what stood in the message that set it off, by name
     * @throws Mistake where something it writes is not known
     */
    public Typing typing(String sequence, long run, double position, Function<String, Object> heard) {
        return new Typing(sequence, run, keys.at(position, heard), times, within, back);
    }

    @Override
    public Kind kind() {
        return Kind.TYPE;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(
                Action.deviceField(device),
                new Field("keys", "keys", keys.text(), EXAMPLE.text(), Field.Input.KEYS, Map.of()),
                Field.number("times", "times", times, "1"),
                Field.seconds("within", "wait for windows", within, Display.text(WITHIN, "s")),
                Field.check("back", "then put back the window that was in front", back));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        String on = Action.device(typed, names);
        Keystrokes keys;
        try {
            keys = Keystrokes.of(typed.text("keys"));
        } catch (Mistake unread) {
            throw new Mistake("keys", unread.getMessage());
        }
        double times = typed.number("times");
        if (times != Math.rint(times) || times < 1 || times > Typing.MOST_TIMES) {
            throw new Mistake("times", "expected how often, 1–" + Typing.MOST_TIMES);
        }
        return new TypeKeys(on, keys, (int) times, typed.seconds("within"), typed.check("back"));
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
        return "type " + keys.text() + " on " + Action.name(device, names)
                + (times == 1 ? "" : ", " + times + " times");
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        Optional<Device> on = names.device(device);
        if (on.isEmpty()) {
            return Optional.of("It types on a desktop that is not in the rig (" + device + ").");
        }
        return on.get().seat().wire() == Wire.KEYS
                ? Optional.empty()
                : Optional.of("It types on " + on.get().name()
                        + ", which has no keyboard to type on: choose this machine’s, or the Script window.");
    }

    @Override
    public Optional<String> fault(Directory names, List<String> heard) {
        return keys.names().stream()
                .filter(name -> !heard.contains(name))
                .findFirst()
                .map(name -> "It types “" + name + "”, which nothing that sets it off has"
                        + (heard.isEmpty() ? "." : "; there are " + String.join(", ", heard) + "."));
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.typeKeys(this);
    }
}
