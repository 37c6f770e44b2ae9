package orchard.action;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.form.MessageForm;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Says a message with something in its places: what was heard under the same name, what a parameter is at, or a formula of these.
 *
 * @param with for the places that take something else than what was heard under their name
 */
public record SayMessage(String device, MessageForm form, List<Filling> with) implements Action {

    /** What the names of fields begin with that say where a number comes from. */
    public static final String OF = "of.";

    /** What a form looks like. */
    public static final MessageForm EXAMPLE = MessageForm.of("CC 20 = {level}, ch 1");

    public SayMessage {
        with = with == null ? List.of() : List.copyOf(with);
        Set<String> filled = new LinkedHashSet<>();
        for (Filling one : with) {
            if (!form.names().contains(one.name())) {
                throw new Mistake("form", "In the message nothing is called “" + one.name() + "”");
            }
            if (!filled.add(one.name())) {
                throw new Mistake("form", "“" + one.name() + "” is filled twice");
            }
        }
    }

    /** What stands in a place. */
    public Filling filling(String name) {
        return with.stream()
                .filter(one -> one.name().equals(name))
                .findFirst()
                .orElse(new Filling(name, Ref.ToParameter.NONE, ""));
    }

    @Override
    public Kind kind() {
        return Kind.SAY;
    }

    @Override
    public List<Field> fields(Directory names) {
        List<Field> fields = new ArrayList<>();
        fields.add(Action.deviceField(device));
        fields.add(new Field("form", "message", form.text(), EXAMPLE.text(), Field.Input.FORM, Map.of()));
        for (String name : form.names()) {
            Filling filling = filling(name);
            fields.add(new Field(
                    OF + name,
                    name + " from",
                    filling.isOfParameter() ? filling.parameter().key() : "",
                    "what was heard",
                    Field.Input.OTHER_PARAMETER,
                    Map.of()));
            fields.add(Field.text("by." + name, "by", filling.by(), ""));
        }
        return fields;
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        String to = Action.device(typed, names);
        MessageForm said;
        try {
            said = MessageForm.of(typed.text("form"));
        } catch (Mistake unread) {
            throw new Mistake("form", unread.getMessage());
        }
        said.unsaid().ifPresent(why -> {
            throw new Mistake("form", why);
        });
        List<Filling> filled = new ArrayList<>();
        for (String name : said.names()) {
            String key = typed.values().getOrDefault(OF + name, "").strip();
            String by = typed.values().getOrDefault("by." + name, "").strip();
            if (!key.isEmpty() || !by.isEmpty()) {
                Ref.ToParameter from = key.isEmpty()
                        ? Ref.ToParameter.NONE
                        : Ref.ToParameter.of(key)
                                .filter(chosen -> names.parameter(chosen).isPresent())
                                .orElseThrow(() -> new Mistake(OF + name, "choose a parameter, or none"));
                filled.add(new Filling(name, from, by));
            }
        }
        return new SayMessage(to, said, filled);
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        Set<String> devices = new LinkedHashSet<>(List.of(device));
        with.stream()
                .filter(Filling::isOfParameter)
                .forEach(one -> devices.add(one.parameter().device()));
        return List.copyOf(devices);
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
        return "say " + form.text() + " to " + Action.name(device, names)
                + (with.isEmpty()
                        ? ""
                        : with.stream()
                                .map(one -> one.words(names))
                                .collect(Collectors.joining(" and ", " with ", "")));
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        Optional<Device> to = names.device(device);
        if (to.isEmpty()) {
            return Optional.of("It says a message to a device that is not in the rig (" + device + ").");
        }
        boolean hears = form.isMidi()
                ? to.get().seat().wire().midi()
                : to.get().seat().wire().addressed();
        if (!hears) {
            return Optional.of("It says " + (form.isMidi() ? "a MIDI message to " : "an OSC message to ")
                    + to.get().name() + ", which hears none.");
        }
        return form.unsaid().map(why -> "It says a message with something open in it: " + why + ".");
    }

    @Override
    public Optional<String> fault(Directory names, List<String> heard) {
        for (String name : form.names()) {
            Filling filling = filling(name);
            Optional<String> fault = filling.fault(names, heard);
            if (fault.isPresent()) {
                return fault;
            }
            if (!filling.isOfParameter() && filling.by().isEmpty() && !heard.contains(name)) {
                return Optional.of("It says “" + name + "”, which nothing that sets it off has"
                        + (heard.isEmpty() ? "" : "; there are " + String.join(", ", heard))
                        + ": choose a parameter or a formula for it.");
            }
        }
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.sayMessage(this);
    }
}
