package orchard.trigger;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.form.MessageForm;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/**
 * A message of some form comes. What in it has a name can be said on, and the first number that has one is the value that sets it off.
 *
 * @param devices it may come from, or none for any
 */
public record MessageHeard(List<String> devices, MessageForm form) implements Trigger {

    /** The most devices that are named; more is any. */
    public static final int MOST_DEVICES = 8;

    /** What a form looks like. */
    static final MessageForm EXAMPLE = MessageForm.of("CC 20 = {level}, ch any");

    public MessageHeard {
        devices = devices == null ? List.of() : List.copyOf(devices);
        if (devices.size() > MOST_DEVICES || devices.stream().distinct().count() < devices.size()) {
            throw new Mistake("from", "It comes from up to " + MOST_DEVICES + " devices, each named once, or from any");
        }
    }

    @Override
    public Kind kind() {
        return Kind.MESSAGE;
    }

    @Override
    public List<Field> fields(Directory names) {
        List<Field> fields = new ArrayList<>();
        fields.add(new Field("form", "message", form.text(), EXAMPLE.text(), Field.Input.FORM, Map.of()));
        for (int i = 0; i < Math.min(MOST_DEVICES, devices.size() + 1); i++) {
            fields.add(new Field(
                    "from" + i,
                    i == 0 ? "from" : "or",
                    i < devices.size() ? devices.get(i) : "",
                    i == 0 ? "any device" : "no other",
                    Field.Input.DEVICE,
                    Map.of()));
        }
        return fields;
    }

    @Override
    public Trigger filled(Typed typed, Directory names) {
        List<String> from = new ArrayList<>();
        for (int i = 0; i < MOST_DEVICES; i++) {
            String id = typed.values().getOrDefault("from" + i, "");
            if (!id.isEmpty() && !from.contains(id)) {
                from.add(names.device(id)
                        .map(Device::id)
                        .orElseThrow(() -> new Mistake("choose devices that are there")));
            }
        }
        try {
            return new MessageHeard(from, MessageForm.of(typed.text("form")));
        } catch (Mistake unread) {
            throw new Mistake("form", unread.getMessage());
        }
    }

    @Override
    public String words(Directory names) {
        return "the message " + form.text() + " comes"
                + (devices.isEmpty()
                        ? ""
                        : " from "
                                + devices.stream()
                                        .map(id -> names.device(id)
                                                .map(Device::name)
                                                .orElse("a missing device (" + id + ")"))
                                        .collect(Collectors.joining(" or ")));
    }

    @Override
    public Optional<String> fault(Directory names) {
        for (String id : devices) {
            Optional<Device> from = names.device(id);
            if (from.isEmpty()) {
                return Optional.of("It waits for a message of a device that is not in the rig (" + id + ").");
            }
            boolean isMidi = from.get().seat().wire().midi();
            boolean isOsc = from.get().seat().wire().addressed();
            if (form.isMidi() ? !isMidi : !isOsc) {
                return Optional.of("It waits for " + (form.isMidi() ? "a MIDI message of " : "an OSC message of ")
                        + from.get().name() + ", which says none.");
            }
        }
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.messageHeard(this);
    }
}
