package orchard.action;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Keeps notes sounding on a device that were let go, until it is done once more: those that routes pass on and those that mappings play.
 *
 * @param channels on which, 1–16, in rising order; none for all
 */
public record HoldNotes(String device, List<Integer> channels) implements Action {

    public HoldNotes {
        channels = channels == null ? List.of() : List.copyOf(new TreeSet<>(channels));
        if (channels.stream().anyMatch(channel -> channel < 1 || channel > 16)) {
            throw new Mistake("channels", "Channels are 1–16");
        }
    }

    /** The channels as a bit each. */
    public int mask() {
        int mask = 0;
        for (int channel : channels) {
            mask |= 1 << channel;
        }
        return channels.isEmpty() ? 0x1FFFE : mask;
    }

    /** The channels that are typed with commas or as runs; none for an empty text. */
    public static List<Integer> channels(String typed) {
        List<Integer> channels = new ArrayList<>();
        for (String one : typed.split("[,\\s]+")) {
            String[] ends = one.split("[-–]");
            if (one.isEmpty()) {
                continue;
            }
            if (ends.length > 2 || !ends[0].matches("\\d{1,2}") || !ends[ends.length - 1].matches("\\d{1,2}")) {
                throw new Mistake("channels", "expected channels, such as 1, 3 or 2–16");
            }
            IntStream.rangeClosed(Integer.parseInt(ends[0]), Integer.parseInt(ends[ends.length - 1]))
                    .forEach(channels::add);
        }
        return List.copyOf(new TreeSet<>(channels));
    }

    @Override
    public Kind kind() {
        return Kind.HOLD_NOTES;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Action.deviceField(device), Field.text("channels", "channels", said(", "), "all"));
    }

    private String said(String between) {
        return channels.stream().map(String::valueOf).collect(Collectors.joining(between));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        return new HoldNotes(Action.device(typed, names), channels(typed.text("channels")));
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
        return "keep notes sounding on " + Action.name(device, names)
                + (channels.isEmpty() ? "" : ", ch " + said(", "))
                + " until pressed again";
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        Optional<Device> on = names.device(device);
        if (on.isEmpty()) {
            return Optional.of("It keeps notes sounding on a device that is not in the rig (" + device + ").");
        }
        return on.get().seat().wire().midi()
                ? Optional.empty()
                : Optional.of("It keeps notes sounding on " + on.get().name() + ", which does not speak MIDI.");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.holdNotes(this);
    }
}
