package orchard.trigger;

import java.util.List;
import java.util.Optional;
import orchard.condition.Condition;
import orchard.gear.Directory;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** A device comes, or is lost. */
public record DeviceComes(String device, boolean comes) implements Trigger {

    @Override
    public Kind kind() {
        return Kind.DEVICE;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Condition.deviceField(device), Trigger.comesField(comes));
    }

    @Override
    public Trigger filled(Typed typed, Directory names) {
        String chosen = typed.text("device");
        if (new DeviceComes(chosen, true).fault(names).isPresent()) {
            throw new Mistake("device", "choose a device");
        }
        return new DeviceComes(chosen, typed.check("comes"));
    }

    @Override
    public List<String> devices() {
        return List.of(device);
    }

    @Override
    public String words(Directory names) {
        return Condition.name(device, names) + (comes ? " comes" : " goes");
    }

    @Override
    public Optional<String> fault(Directory names) {
        return names.device(device).isPresent()
                ? Optional.empty()
                : Optional.of("It waits for a device that is not in the rig (" + device + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.deviceComes(this);
    }
}
